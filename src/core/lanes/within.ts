import { type FrameRate, firstFrameFrom, frameStart } from '../time/frames.ts';
import type { Span } from '../time/span.ts';
import type { Lanes } from './lanes.ts';

/** What is drawn over the picture. */
type Drawn = Pick<Lanes, 'timer' | 'captions' | 'cards'>;

/**
 * What is drawn over the frames from `from` to before `to`, on a clock that begins with them. Every change stays on the
 * frame that it was on.
 */
export function lanesWithin({ timer, captions, cards }: Drawn, from: number, to: number, rate: FrameRate): Drawn {
  const on = (frame: number) => frameStart(Math.min(to, Math.max(from, frame)) - from, rate);
  const within = <T extends Span>(event: T): T[] => {
    const [first, after] = [firstFrameFrom(event.start, rate), firstFrameFrom(event.end, rate)];
    return first < to && after > from && after > first ? [{ ...event, start: on(first), end: on(after) }] : [];
  };
  return {
    timer: timer.flatMap(within),
    captions: captions.flatMap(within),
    cards: cards.flatMap((card) => within(card).map((c) => ({ ...c, ticks: card.ticks.flatMap(within) }))),
  };
}
