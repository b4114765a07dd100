/** A boundary lies on the beat within this. */
export const NEAR_US = 450_000;
/** Share of boundaries that are off the beat or were placed wrongly: one in six. */
export const OFF = 0.17;

/** Eights of a music that a class is on: moves begin on `phaseUs` plus whole numbers of `periodUs`. */
export interface MusicGrid {
  readonly phaseUs: number;
  readonly periodUs: number;
}

/** What a time is worth as a boundary on a grid, in nats: near an eight likelier, else less likely, than anywhere. */
export function onGrid(us: number, { phaseUs, periodUs }: MusicGrid): number {
  const off = (((us - phaseUs) % periodUs) + periodUs) % periodUs;
  const near = Math.min(off, periodUs - off) <= NEAR_US;
  return near ? Math.log(((1 - OFF) * periodUs) / (2 * NEAR_US)) : Math.log(OFF);
}

/** The time of the eight nearest to one, where it is near enough. */
export function toGrid(us: number, { phaseUs, periodUs }: MusicGrid): number {
  const nearest = phaseUs + Math.round((us - phaseUs) / periodUs) * periodUs;
  return Math.abs(nearest - us) <= NEAR_US * 2 ? nearest : us;
}
