import FFT from "fft.js";
import Papa from "papaparse";

/** The usual library for the text, and a plain transform of each of three lines: less than is told by ours. */
export function usualWay(bytes: Uint8Array): void {
  const { data } = Papa.parse<number[]>(new TextDecoder().decode(bytes), {
    dynamicTyping: true,
    skipEmptyLines: true,
  });
  const size = 2 ** Math.ceil(Math.log2(data.length));
  const fft = new FFT(size);
  for (let line = 1; line <= 3; line += 1) {
    const input = new Float64Array(size);
    data.forEach((row, n) => (input[n] = Number(row[line]) || 0));
    fft.realTransform(fft.createComplexArray(), input);
  }
}
