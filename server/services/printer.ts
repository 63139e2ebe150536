import type { TDocumentDefinitions } from "pdfmake/interfaces.js";
import { REPORT_FONTS } from "./reportFonts.ts";

/** Fetched with the first thing that is printed: a server that starts prints nothing yet. */
async function load() {
  const { default: pdfmake } = await import("pdfmake");
  pdfmake.addFonts(REPORT_FONTS);
  // What is printed is made of its own text and these fonts alone.
  pdfmake.setUrlAccessPolicy(() => false);
  pdfmake.setLocalAccessPolicy((path) => path.includes("@fontsource"));
  return pdfmake;
}
let printer: ReturnType<typeof load> | null = null;

/** A PDF of a definition, in the application's own fonts. */
export async function printed(definition: TDocumentDefinitions): Promise<Buffer> {
  printer ??= load();
  return (await printer).createPdf(definition).getBuffer();
}
