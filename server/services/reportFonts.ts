import { createRequire } from "node:module";
import { dirname, join } from "node:path";

const packages = createRequire(import.meta.url);
const ATKINSON = "atkinson-hyperlegible-next";
const NOTO = "noto-sans";
const folderOf = (name: string) => dirname(packages.resolve(`@fontsource/${name}/package.json`));

/** The fonts of a report, the nicer first: each brings the letters of its subset. */
const SUBSETS = [
  { font: "Text", from: ATKINSON, subset: "latin" },
  { font: "TextExt", from: ATKINSON, subset: "latin-ext" },
  { font: "Greek", from: NOTO, subset: "greek" },
  { font: "Cyrillic", from: NOTO, subset: "cyrillic" },
  { font: "CyrillicExt", from: NOTO, subset: "cyrillic-ext" },
  { font: "LatinExt", from: NOTO, subset: "latin-ext" },
  { font: "Vietnamese", from: NOTO, subset: "vietnamese" },
] as const;

/** What the PDF is written in where nothing else is asked. */
export const TEXT = SUBSETS[0].font;

/** The files of every font, by its name. */
export const REPORT_FONTS = Object.fromEntries(
  SUBSETS.map(({ font, from, subset }) => {
    const file = (weight: number) => join(folderOf(from), "files", `${from}-${subset}-${weight}-normal.woff`);
    return [font, { normal: file(400), bold: file(700) }];
  }),
);

type Range = readonly [from: number, to: number];

/** "U+0000-00FF,U+0131" as numbers. */
export function rangesOf(text: string): readonly Range[] {
  return text.split(",").map((part): Range => {
    const [from = "", to = from] = part.trim().replace(/^U\+/iu, "").split("-");
    return [Number.parseInt(from, 16), Number.parseInt(to, 16)];
  });
}

const RANGES = SUBSETS.map(({ font, from, subset }) => {
  const all = packages(`@fontsource/${from}/unicode.json`) as Readonly<Record<string, string>>;
  return { font, ranges: rangesOf(all[subset] ?? "") };
});

/** The first font that has a letter; null where none has. */
function fontOf(letter: string): string | null {
  const point = letter.codePointAt(0)!;
  return RANGES.find(({ ranges }) => ranges.some(([from, to]) => point >= from && point <= to))?.font ?? null;
}

/** Stands for a letter that no font has. */
const MISSING = "?";

/** A text in stretches of one font each; what cannot be printed stands as a question mark. */
export function runsOf(text: string): { text: string; font: string }[] {
  const runs: { text: string; font: string }[] = [];
  for (const letter of text.normalize("NFC")) {
    const found = fontOf(letter);
    const [font, printed] = found === null ? [TEXT, MISSING] : [found, letter];
    const last = runs.at(-1);
    if (last?.font === font) last.text += printed;
    else runs.push({ text: printed, font });
  }
  return runs;
}

/** The letters of a text that no font has, each once. */
export const unprintable = (text: string): readonly string[] => [
  ...new Set([...text.normalize("NFC")].filter((letter) => fontOf(letter) === null)),
];
