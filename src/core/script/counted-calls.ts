import type { Segment } from '../plan/segment.ts';
import { type Micros, fromSeconds } from '../time/micros.ts';
import type { CallWriter } from './call-writer.ts';

/** A class hears `four more` only where there were enough before them. */
const FEWEST_FOR_FOUR = 8;
/** How long one repetition takes (common practice: 3 to 5 s with load). */
const USUAL_REP = fromSeconds(4);
/** How long a breath takes, for `three more breaths` (common practice: 4 to 6 s). */
const A_BREATH = fromSeconds(5);
/** A hold shorter than this is over before anybody counts breaths. */
const SHORTEST_FOR_BREATHS = fromSeconds(25);
const EIGHT = 8;

/**
 * `four more`, `two more`, `last one`: by repetitions, by eights of the music, by breaths, or by feel near an
 * interval's end.
 */
export function leftCalls(segment: Segment, writer: CallWriter, counted: boolean): void {
  const length = segment.end - segment.start;
  const many = writer.due('reps-left', segment);
  const last = writer.due('last-rep', segment) > 0;
  const say = (left: number, beforeUs: number) =>
    writer.put(
      'reps-left',
      segment,
      segment.end - beforeUs,
      writer.words('reps-left', segment, { left: writer.language.speaking.numberWords(left) }),
    );
  const sayLast = (beforeUs: number) =>
    writer.put('last-rep', segment, segment.end - beforeUs, writer.words('last-rep', segment));
  switch (segment.scheme) {
    case 'reps':
    case 'counts': {
      if (segment.countUs === null) return;
      const unit = segment.countUs * (segment.scheme === 'counts' ? EIGHT : 1);
      const all = Math.round(length / unit);
      if (many > 0 && all >= FEWEST_FOR_FOUR) say(4, 4 * unit);
      if ((many > 1 || (many > 0 && all < FEWEST_FOR_FOUR)) && all >= 4) say(2, 2 * unit);
      if (last && all >= 3) sayLast(unit);
      return;
    }
    case 'flow':
    case 'hold':
      if (many > 0 && length >= SHORTEST_FOR_BREATHS) say(3, 3 * A_BREATH);
      return;
    default:
      // A countdown says the same in seconds.
      if (counted || length < 4 * USUAL_REP) return;
      if (many > 0) say(2, 2 * USUAL_REP);
      if (last) sayLast(USUAL_REP);
  }
}

/** Counts repetitions aloud in the first half, at even distances. */
export function risingCount(segment: Segment, writer: CallWriter, from: number): void {
  if (segment.scheme !== 'reps' || segment.countUs === null) return;
  const rep: Micros = segment.countUs;
  const half = Math.floor(Math.round((segment.end - segment.start) / rep) / 2);
  const many = Math.min(writer.due('rep-count', segment), half);
  for (let i = 0; i < many; i++) {
    const count = Math.round(((i + 1) * half) / many);
    const at = segment.start + (count - 0.5) * rep;
    if (at >= from)
      writer.put(
        'rep-count',
        segment,
        at,
        writer.words('rep-count', segment, { count: writer.language.speaking.numberWords(count) }),
      );
  }
}
