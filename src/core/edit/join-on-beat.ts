import type { ClassBeat } from '../music/arrangement.ts';
import type { RoomMusic } from '../signal/room-music.ts';
import { type TakeTime, takeTime } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import { beatsWithin, roomMusicAt } from './room-beats.ts';

/** A side of a join: the boundary it is for, on its take's clock, with what is heard around. */
interface JoinSide {
  readonly at: TakeTime;
  readonly music: readonly RoomMusic[];
  readonly speech: readonly Span<TakeTime>[];
}

/** A join may cut this much off the end of one segment and the beginning of the next. */
const INTO_US = 350_000;
/** It may lie this far outside of them to fall on a beat. */
const BEYOND_US = 2_000_000;
/**
 * What it costs where the count of the phrase does not continue, and where not even that of the bar does: as seconds of
 * distance.
 */
const OTHER_BAR = 0.7;
const OTHER_COUNT = 2.4;
/** A join at the end of a phrase may be this much further away, in seconds. */
const ON_PHRASE = 1.2;

/**
 * Where to leave one take and to come into another so that the beat of the room goes on: on the same count of a phrase
 * if such a place is near, else on the same count of a bar, else on beats; never inside a word. null where there is no
 * music on both sides.
 */
export function joinOnBeat(
  leaves: JoinSide,
  comes: JoinSide,
): { readonly leave: TakeTime; readonly come: TakeTime } | null {
  const [left, right] = [roomMusicAt(leaves.music, leaves.at), roomMusicAt(comes.music, comes.at)];
  if (left === null || right === null) return null;
  const metre = left.map.metre === right.map.metre ? left.map.metre : null;
  const outs = beatsNear(leaves, INTO_US, BEYOND_US);
  const ins = beatsNear(comes, BEYOND_US, INTO_US);
  let best: { readonly leave: TakeTime; readonly come: TakeTime; readonly cost: number } | null = null;
  for (const out of outs)
    for (const into of ins) {
      const far = (Math.abs(out.at - leaves.at) + Math.abs(into.at - comes.at)) / 1e6;
      const cost = far + breaks(out, into, metre) - (out.phrase && into.phrase ? ON_PHRASE : 0);
      if (best === null || cost < best.cost) best = { leave: out.at, come: into.at, cost };
    }
  return best === null ? null : { leave: best.leave, come: best.come };
}

/** `metre`: of both; null: they have different ones, and only their first beats are alike. */
function breaks(out: ClassBeat<TakeTime>, into: ClassBeat<TakeTime>, metre: number | null): number {
  if (out.count === into.count) return 0;
  const sameInBar = metre === null ? out.one && into.one : (out.count - into.count) % metre === 0;
  return sameInBar ? OTHER_BAR : OTHER_COUNT;
}

function beatsNear({ at, music, speech }: JoinSide, before: number, after: number): ClassBeat<TakeTime>[] {
  const within = { start: takeTime(at - before), end: takeTime(at + after) };
  return beatsWithin(music, within).filter((b) => !speech.some((s) => s.start < b.at && b.at < s.end));
}
