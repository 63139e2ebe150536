import { FIGURE_LABELS, FIGURE_NAMES, type CaptureAnswer } from "#core/capture";

/** A text as a cell of a CSV, RFC 4180. */
const cell = (text: string) => (/[",\n]/u.test(text) ? `"${text.replaceAll('"', '""')}"` : text);

/** The figures of a recording as a CSV: name, what it is, value, 95 % uncertainty, unit. */
export function figuresCsv({ figures, said }: Pick<CaptureAnswer, "figures" | "said">): string {
  const rows = FIGURE_NAMES.flatMap((name) => {
    const figure = figures[name];
    return figure
      ? [[name, FIGURE_LABELS[name], String(figure.value), String(figure.u), figure.unit].map(cell).join(",")]
      : [];
  });
  return [
    "name,figure,value,expanded uncertainty,unit",
    ...rows,
    ...said.map(({ code, words }) => [code, words, "", "", ""].map(cell).join(",")),
    "",
  ].join("\r\n");
}

function save(blob: Blob, name: string): void {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

export const saveCsv = (answer: CaptureAnswer, name: string): void =>
  save(new Blob([figuresCsv(answer)], { type: "text/csv" }), `${name}-figures.csv`);

/** Saves what is drawn in an element as a PNG, twice as fine as it is shown. */
export async function savePicture(drawn: SVGSVGElement, name: string): Promise<void> {
  const { width, height } = drawn.getBoundingClientRect();
  const copy = drawn.cloneNode(true) as SVGSVGElement;
  copy.setAttribute("xmlns", "http://www.w3.org/2000/svg");
  copy.setAttribute("width", String(width));
  copy.setAttribute("height", String(height));
  const style = getComputedStyle(document.body);
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(new XMLSerializer().serializeToString(copy))}`;
  await image.decode();
  const canvas = document.createElement("canvas");
  [canvas.width, canvas.height] = [2 * width, 2 * height];
  const context = canvas.getContext("2d")!;
  context.fillStyle = style.backgroundColor;
  context.fillRect(0, 0, canvas.width, canvas.height);
  context.drawImage(image, 0, 0, canvas.width, canvas.height);
  const blob = await new Promise<Blob | null>((resolve) => {
    canvas.toBlob(resolve, "image/png");
  });
  if (blob) save(blob, `${name}.png`);
}
