import type { Said } from "../formats/index.ts";
import type { Pictures } from "./pictures.ts";
import type { ChannelRole, Figure } from "./signals.ts";

export { LINES, PHASES, SENSORS, type ChannelRole, type Figure, type Line, type Sensor } from "./signals.ts";

/** What is known of the motor beside its recording. */
export interface CaptureOptions {
  /** What the columns carry, in their order; null where the file is understood by itself. */
  readonly as: readonly (ChannelRole | null)[] | null;
  readonly polePairs: number | null;
  readonly slots: number | null;
  /** Speed constant of the plate, rpm/V, peak convention. */
  readonly ratedConstant: number | null;
  /** Which way the motor was turned by its own name for it. */
  readonly turned: "forward" | "backward" | null;
}

/** What a recording was taken for. */
interface Understood {
  readonly format: string;
  readonly channels: readonly { readonly name: string; readonly carries: ChannelRole | null }[];
  readonly samples: number;
  /** s; null where samples have no even distance. */
  readonly interval: number | null;
  readonly assumed: readonly string[];
}

/** What a recording says, in the names of one closed list. */
export interface CaptureAnswer {
  readonly outcome: "read" | "warned" | "refused";
  readonly understood: Understood;
  readonly said: readonly Said[];
  readonly figures: Readonly<Record<string, Figure>>;
  readonly words: Readonly<Record<string, string | Readonly<Record<string, string>>>>;
}

/** Gathers what is found on the way. */
export interface Findings {
  readonly said: Said[];
  readonly figures: Record<string, Figure>;
  readonly words: Record<string, string | Readonly<Record<string, string>>>;
  readonly assumed: string[];
  readonly pictures: Pictures;
}

/** Writes a figure down, where it is one. */
export function tell({ figures }: Findings, name: string, value: number, u: number, unit: string): void {
  if (Number.isFinite(value) && Number.isFinite(u)) figures[name] = { value, u, unit };
}

/** Version of the rules by which recordings are read: a result says by which it was. */
export const CAPTURE_RULES = "1";
