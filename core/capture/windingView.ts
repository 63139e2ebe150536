/**
 * What a winding sees of its magnets. Tooth coils are laid out by the star of slots: each coil belongs to the phase whose
 * axis its electrical angle lies nearest to, the other way round where it lies opposite.
 */

const PHASES = 3;
/** Places of a turn at which flux is summed. */
const PLACES = 7200;
/** Share of a pole that its magnet covers. */
const MAGNET_ARC = 0.8;
/** Share that the magnet played through is weaker by. */
const WEAKER = 0.3;

/**
 * Phase (0 to 2) and direction of each tooth's coil; null where the numbers make no three-phase winding of tooth coils.
 * @example toothCoils(3, 1) // one coil a phase
 */
export function toothCoils(
  slots: number,
  polePairs: number,
): readonly { readonly phase: number; readonly way: 1 | -1 }[] | null {
  if (!Number.isInteger(slots) || !Number.isInteger(polePairs) || slots < 3 || polePairs < 1) return null;
  const turns = gcd(slots, polePairs);
  // Balanced where the spokes of the star share out evenly over three phases.
  if ((slots / turns) % PHASES !== 0) return null;
  return Array.from({ length: slots }, (_, tooth) => {
    const degrees = ((((tooth * polePairs * 360) / slots) % 360) + 360) % 360;
    // Six sectors of 60°, from −30° on: A+, C−, B+, A−, C+, B−.
    const sector = Math.floor(((degrees + 30) % 360) / 60 + 1e-9) % 6;
    return { phase: [0, 2, 1, 0, 2, 1][sector]!, way: sector % 2 === 0 ? 1 : -1 };
  });
}

function gcd(a: number, b: number): number {
  return b === 0 ? a : gcd(b, a % b);
}

/** Flux of each tooth by the rotor's place: the mean of square magnets over the tooth's pitch. */
function lineFlux(
  slots: number,
  polePairs: number,
  coils: NonNullable<ReturnType<typeof toothCoils>>,
): Float64Array {
  const magnets = 2 * polePairs;
  // ∫ of the magnets along the gap, at each place of a turn and a bit.
  const field = Float64Array.from({ length: PLACES }, (_, place) => {
    const pole = ((place + 0.5) * magnets) / PLACES;
    const magnet = Math.floor(pole);
    if (Math.abs(pole - magnet - 0.5) > MAGNET_ARC / 2) return 0;
    return (magnet % 2 === 0 ? 1 : -1) * (magnet === 0 ? 1 - WEAKER : 1);
  });
  const sums = new Float64Array(PLACES + 1);
  for (let place = 0; place < PLACES; place += 1) sums[place + 1] = sums[place]! + field[place]!;
  const upTo = (place: number): number => {
    const round = Math.floor(place / PLACES);
    const rest = place - round * PLACES;
    const low = Math.floor(rest);
    return round * sums[PLACES]! + sums[low]! + (rest - low) * (field[low % PLACES] ?? 0);
  };
  const pitch = PLACES / slots;
  const flux = new Float64Array(PLACES);
  coils.forEach(({ phase, way }, tooth) => {
    const share = phase === 0 ? way : phase === 1 ? -way : 0;
    if (share === 0) return;
    const middle = tooth * pitch;
    for (let place = 0; place < PLACES; place += 1) {
      const from = middle - pitch / 2 + place;
      flux[place]! += share * (upTo(from + pitch) - upTo(from));
    }
  });
  return flux;
}

/**
 * How far the half cycles of a line voltage differ within a turn when one magnet is 30 % weaker, largest less smallest
 * as a share of their mean; 0 where such a winding cannot see it.
 * @param slots teeth, each with its coil; @param polePairs at least 1
 * @returns null where the numbers make no three-phase winding of tooth coils
 * @example visibility(12, 4) // 0: every phase has a coil under each pole pair
 * @example visibility(12, 7) // 0.059
 */
export function visibility(slots: number, polePairs: number): number | null {
  const coils = toothCoils(slots, polePairs);
  if (!coils) return null;
  const flux = lineFlux(slots, polePairs, coils);
  // A half cycle of the voltage goes from one crest of the flux to the next: one crest in each stretch of half a cycle.
  const half = PLACES / (2 * polePairs);
  let top = 0;
  for (let place = 0; place < 2 * half; place += 1) if (flux[place]! > flux[top]!) top = place;
  const crests = Array.from({ length: 2 * polePairs }, (_, k) => {
    const middle = top + k * half;
    let best = Number.NEGATIVE_INFINITY;
    for (let off = -half / 2; off <= half / 2; off += 1) {
      const place = ((Math.round(middle + off) % PLACES) + PLACES) % PLACES;
      best = Math.max(best, (k % 2 === 0 ? 1 : -1) * flux[place]!);
    }
    return (k % 2 === 0 ? 1 : -1) * best;
  });
  const halves = crests.map((crest, k) => Math.abs(crests[(k + 1) % crests.length]! - crest));
  const mean = halves.reduce((sum, one) => sum + one, 0) / halves.length;
  return (Math.max(...halves) - Math.min(...halves)) / mean;
}
