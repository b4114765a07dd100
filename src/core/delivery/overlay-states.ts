import type { Drawn } from '../looks/drawn.ts';
import { drawnWithin } from '../looks/drawn.ts';
import { type FrameRate, firstFrameFrom } from '../time/frames.ts';

/** A picture of the overlay that stands still for some frames. */
interface OverlayState {
  /** Its frames in the programme, from the first to before the last. */
  readonly from: number;
  readonly to: number;
  /** Which of the pictures it is; the same one may be shown again. */
  readonly picture: number;
}

interface OverlayStates {
  readonly states: readonly OverlayState[];
  /** What each picture shows, on a clock of which it is the first frame alone. */
  readonly pictures: readonly (readonly Drawn[])[];
}

/**
 * The overlay as still pictures: a state for each stretch in which nothing changes, and each different picture once.
 * What moves is another picture on each frame. `frames`: how long the programme is.
 */
export function overlayStates(drawn: readonly Drawn[], frames: number, rate: FrameRate): OverlayStates {
  const spans = drawn.map((one) => ({
    one,
    from: Math.max(0, firstFrameFrom(one.start, rate)),
    to: Math.min(frames, firstFrameFrom(one.end, rate)),
  }));
  const changes = new Set([0, frames]);
  for (const { one, from, to } of spans) {
    if (to <= from) continue;
    changes.add(from).add(to);
    if (one.kind === 'path' && one.toY !== undefined) for (let f = from; f < to; f++) changes.add(f);
  }
  const edges = [...changes].sort((a, b) => a - b);
  const coming = spans.filter((s) => s.to > s.from).sort((a, b) => a.from - b.from);
  const known = new Map<string, number>();
  const pictures: Drawn[][] = [];
  const states: OverlayState[] = [];
  let [next, shown] = [0, [] as typeof coming];
  for (const [i, from] of edges.entries()) {
    const to = edges[i + 1];
    if (to === undefined) break;
    while (next < coming.length && coming[next]!.from <= from) shown.push(coming[next++]!);
    shown = shown.filter((s) => s.to > from);
    const picture = drawnWithin(
      shown.map((s) => s.one),
      from,
      from + 1,
      rate,
    ).map(standing);
    const key = JSON.stringify(picture);
    const number = known.get(key) ?? pictures.push(picture) - 1;
    known.set(key, number);
    const before = states.at(-1);
    if (before?.picture === number) states[states.length - 1] = { ...before, to };
    else states.push({ from, to, picture: number });
  }
  return { states, pictures };
}

/** As it is at the beginning of its span. */
function standing(one: Drawn): Drawn {
  if (one.kind !== 'path') return one;
  const { toY: _, ...still } = one;
  return still;
}
