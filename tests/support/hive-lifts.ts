import { assemble } from '../../src/core/edit/assemble.ts';
import type { FilmedTake } from '../../src/core/edit/coverage.ts';
import type { CardKind, Insert, InsertPlace } from '../../src/core/edit/decisions.ts';
import { compile } from '../../src/core/plan/compile.ts';
import { frameRate } from '../../src/core/time/frames.ts';
import { readOutline } from '../../src/formats/outline/outline-reader.ts';
import { asFilmed } from './as-filmed.ts';
import { anySeconds as s } from './times.ts';

export const RATE = frameRate(30000, 1001);
export const FRAME = (1e6 * RATE.den) / RATE.num;
export const PLAN = readOutline(
  '# Hive lifts\n## Hello: talk, 0:20\n## Main: 2 rounds, 30/15\n- Squat\n- Broomstick row | needs: ' +
    'broomstick\n- Plank\n## Bye: talk, 0:15',
).value;
export const { segments, total } = compile(PLAN);
export const END = total / 1e6;
/** The key of a move in a round. */
export const keyOf = (label: string, round = 1) => segments.find((x) => x.label === label && x.round === round)!.key;

/** A take of the class from one second of it to another, that begins with so many seconds of nothing. */
export const filmed = (takeId: string, from: number, to: number, lead = 0): FilmedTake => ({
  takeId,
  duration: s(to - from + lead),
  alignment: asFilmed(segments, s(lead - from), { start: s(lead), end: s(to - from + lead) }),
  faults: new Map(),
  speech: [],
});
/** The programme of some takes, with inserts and without what is cut out of them. */
export const built = (
  takes: readonly FilmedTake[],
  inserts: readonly Insert[],
  removed: readonly [number, number][] = [],
) =>
  assemble(
    segments,
    takes,
    { uses: [], removedOf: () => removed.map(([a, b]) => ({ start: s(a), end: s(b) })), inserts },
    RATE,
  );
/** A card at a segment. */
export const cardAt = (
  segmentKey: string,
  place: InsertPlace,
  seconds: number | null,
  card: CardKind = 'move',
): Insert => ({
  id: `${place}-${segmentKey}`,
  segmentKey,
  place,
  lengthUs: seconds === null ? null : s(seconds),
  shows: { kind: 'card', card, title: null, line: null },
});
