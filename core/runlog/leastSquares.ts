import { coverageFactor } from "../quantity/index.ts";

/** What is fitted, with how far each may be off. */
export interface Fitted {
  readonly values: readonly number[];
  /** Expanded, 95 %. */
  readonly u: readonly number[];
  /** Share of the scatter that is explained. */
  readonly explained: number;
}

/** The inverse of a small symmetric matrix by elimination; null where it has none. */
function inverted(matrix: readonly (readonly number[])[]): number[][] | null {
  const n = matrix.length;
  const rows = matrix.map((row, i) => [...row, ...Array.from({ length: n }, (_, k) => (k === i ? 1 : 0))]);
  for (let k = 0; k < n; k += 1) {
    let pivot = k;
    for (let i = k + 1; i < n; i += 1) if (Math.abs(rows[i]![k]!) > Math.abs(rows[pivot]![k]!)) pivot = i;
    [rows[k], rows[pivot]] = [rows[pivot]!, rows[k]!];
    const head = rows[k]![k]!;
    if (!(Math.abs(head) > 0)) return null;
    for (let j = 0; j < 2 * n; j += 1) rows[k]![j]! /= head;
    for (let i = 0; i < n; i += 1) {
      if (i === k) continue;
      const factor = rows[i]![k]!;
      for (let j = 0; j < 2 * n; j += 1) rows[i]![j]! -= factor * rows[k]![j]!;
    }
  }
  return rows.map((row) => row.slice(n));
}

/** How much what is left over of one row is like that of the next: 0 where it is not, towards 1 where it hardly changes. */
function likeness(left: readonly number[]): number {
  let [own, next] = [0, 0];
  for (let i = 0; i < left.length; i += 1) {
    own += left[i]! ** 2;
    if (i > 0) next += left[i]! * left[i - 1]!;
  }
  return own > 0 ? Math.max(0, Math.min(0.995, next / own)) : 0;
}

/**
 * Least squares of y = Σ b_k·x_k. Rows of a log are alike from one to the next: the errors are widened by that
 * (effective number of rows, n(1 − ρ)/(1 + ρ)).
 * @param columns x_k by row, all as long as y
 * @returns null where there are too few rows, or they do not tell the columns apart
 */
export function leastSquares(columns: readonly (readonly number[])[], y: readonly number[]): Fitted | null {
  const p = columns.length;
  const n = y.length;
  if (n < 4 * p) return null;
  // Columns of one size keep the arithmetic sound.
  const sizes = columns.map((column) => Math.sqrt(column.reduce((sum, x) => sum + x * x, 0) / n));
  if (sizes.some((size) => !(size > 0))) return null;
  const scaled = columns.map((column, k) => column.map((x) => x / sizes[k]!));
  const dot = (a: readonly number[], b: readonly number[]) => a.reduce((sum, one, i) => sum + one * b[i]!, 0);
  const inverse = inverted(scaled.map((a) => scaled.map((b) => dot(a, b))));
  if (!inverse) return null;
  const right = scaled.map((column) => dot(column, y));
  const b = inverse.map((row) => dot(row, right));
  const left = y.map((one, i) => one - scaled.reduce((sum, column, k) => sum + b[k]! * column[i]!, 0));
  const squares = dot(left, left);
  const rho = likeness(left);
  const effective = (n * (1 - rho)) / (1 + rho);
  const freedom = Math.max(1, effective - p);
  const variance = (squares / n) * (effective / freedom);
  const mean = y.reduce((sum, one) => sum + one, 0) / n;
  const total = y.reduce((sum, one) => sum + (one - mean) ** 2, 0);
  const cover = coverageFactor(freedom);
  return {
    values: b.map((one, k) => one / sizes[k]!),
    u: inverse.map((row, k) => (cover * Math.sqrt((variance * row[k]! * n) / effective)) / sizes[k]!),
    explained: total > 0 ? 1 - squares / total : 0,
  };
}
