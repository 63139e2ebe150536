import type { TDocumentDefinitions } from "pdfmake/interfaces.js";
import type { Motor } from "#core/record";
import { printed } from "./printer.ts";
import { runsOf, TEXT } from "./reportFonts.ts";

const POINTS_A_MILLIMETRE = 72 / 25.4;
const WIDTH = 62 * POINTS_A_MILLIMETRE;
const HEIGHT = 29 * POINTS_A_MILLIMETRE;
const EDGE = 2 * POINTS_A_MILLIMETRE;
const SQUARE = 25 * POINTS_A_MILLIMETRE;

/**
 * A label of 62 by 29 mm: what the motor is in words, and the address of its job to be scanned.
 * @param number as J-0045
 * @param day it was taken in, as 2026-03-02
 */
export async function labelPdf(
  number: string,
  { name, serial, owner }: Pick<Motor, "name" | "serial" | "owner">,
  address: string,
  day: string,
): Promise<Buffer> {
  const definition: TDocumentDefinitions = {
    info: { title: `Label ${number}` },
    pageSize: { width: WIDTH, height: HEIGHT },
    pageMargins: EDGE,
    defaultStyle: { font: TEXT, fontSize: 7, lineHeight: 1.05 },
    content: [
      {
        columns: [
          { qr: address, fit: SQUARE, width: SQUARE },
          {
            width: "*",
            stack: [
              { text: number, bold: true, fontSize: 14 },
              { text: runsOf(name), bold: true, fontSize: 8.5 },
              ...(serial ? [{ text: runsOf(serial) }] : []),
              ...(owner ? [{ text: runsOf(owner) }] : []),
              { text: `in ${day}` },
            ],
          },
        ],
        columnGap: EDGE,
      },
    ],
  };
  return printed(definition);
}
