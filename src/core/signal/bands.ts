/** Groups of bands that attacks are told apart in: drums' bodies, bass and toms, snares and voices, hats. */
export const GROUPS = ['low', 'lowMid', 'mid', 'high'] as const;
export type Group = (typeof GROUPS)[number];

const GROUP_TOP_HZ: Readonly<Record<Group, number>> = { low: 130, lowMid: 500, mid: 3_000, high: 12_000 };

/** Which of the groups a frequency belongs to, as its place among them. */
function groupAt(hz: number): number {
  return GROUPS.findIndex((g) => hz <= GROUP_TOP_HZ[g]);
}

/**
 * Bands in flat tables, for they are gone through a hundred times a second: band b weighs the bins from `from[b]` on
 * with weights[first[b]] to weights[first[b + 1] - 1].
 */
export interface Bands {
  readonly from: Int32Array;
  readonly first: Int32Array;
  readonly weights: Float32Array;
  /** Index into GROUPS. */
  readonly group: Uint8Array;
}

/** How a band weighs frequencies: most at its centre, nothing from its ends on. */
export interface Triangle {
  readonly lowHz: number;
  readonly centreHz: number;
  readonly highHz: number;
}

/** Bands over a spectrum of so many bins, which lie `binHz` apart. */
export function bandsOf(triangles: readonly Triangle[], binHz: number, bins: number): Bands {
  const rows = triangles.map(({ lowHz, centreHz, highHz }) => {
    const from = Math.max(1, Math.ceil(lowHz / binHz));
    const to = Math.min(bins - 1, Math.floor(highHz / binHz));
    const weights = Float32Array.from({ length: to - from + 1 }, (_, k) => {
      const hz = (from + k) * binHz;
      const share = hz <= centreHz ? (hz - lowHz) / (centreHz - lowHz) : (highHz - hz) / (highHz - centreHz);
      return Math.max(0, share);
    });
    return { from, weights, group: groupAt(centreHz) };
  });
  const first = new Int32Array(rows.length + 1);
  rows.forEach((row, b) => {
    first[b + 1] = first[b]! + row.weights.length;
  });
  const weights = new Float32Array(first[rows.length]!);
  rows.forEach((row, b) => weights.set(row.weights, first[b]));
  return { from: Int32Array.from(rows, (b) => b.from), first, weights, group: Uint8Array.from(rows, (b) => b.group) };
}

/** The energy of each band in a spectrum. A function of its own: it is the busiest loop of the listener. */
export function weigh(power: Float32Array, { from, first, weights }: Bands, into: Float64Array): void {
  for (let b = 0; b < into.length; b++) {
    const end = first[b + 1]!;
    let at = first[b]!;
    let bin = from[b]!;
    let [one, other] = [0, 0];
    // Two sums side by side: each addition waits for the one before.
    for (; at + 1 < end; at += 2, bin += 2) {
      one += weights[at]! * power[bin]!;
      other += weights[at + 1]! * power[bin + 1]!;
    }
    if (at < end) one += weights[at]! * power[bin]!;
    into[b] = one + other;
  }
}

/**
 * By how much the value of each band is above what it and its neighbours were before, summed by group: a gliding tone
 * is no attack. `sums` has a place for each group.
 */
export function addRises(now: Float32Array, before: Float32Array, { group }: Bands, sums: Float64Array): void {
  const count = now.length;
  for (let b = 0; b < count; b++) {
    let then = before[b]!;
    if (b > 0 && before[b - 1]! > then) then = before[b - 1]!;
    if (b + 1 < count && before[b + 1]! > then) then = before[b + 1]!;
    if (now[b]! > then) sums[group[b]!] = sums[group[b]!]! + now[b]! - then;
  }
}
