/** Prints p50, p95, p99 and the longest of a list of milliseconds, one line. */
export function printTimes(what: string, milliseconds: readonly number[], asked?: string): void {
  const sorted = milliseconds.toSorted((a, b) => a - b);
  const at = (share: number) => sorted[Math.floor(share * (sorted.length - 1))]!.toFixed(1);
  process.stdout.write(
    `${what}: p50 ${at(0.5)} ms, p95 ${at(0.95)} ms, p99 ${at(0.99)} ms, longest ${at(1)} ms${asked === undefined ? "" : ` (asked: ${asked})`}\n`,
  );
}
