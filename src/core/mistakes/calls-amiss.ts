import type { Alignment } from '../align/alignment.ts';
import { hear } from '../calls/detect-calls.ts';
import { isActive, labelWithSide } from '../plan/segment.ts';
import type { SpokenWords } from '../transcript/transcript.ts';
import type { Finding } from '../findings/finding.ts';
import { type Filmed, inTake } from './filmed.ts';
import { type TakeTime, takeTime } from '../time/micros.ts';

/** A call this near to a change announces it. */
const CALL_NEAR_US = 5e6;
/** Where at least this share of the changes is called, calling them is a habit of the class. */
const HABIT = 0.7;
/** Words placed less exactly than this may be the call of a change that lies within the same time. */
const VAGUE_US = 0.7e6;
const VAGUE_REACH_US = 20e6;

/** A countdown from a smaller number may also count repetitions. */
const FROM_FIVE = 5;

/** Changes without a call, where most are called; countdowns that lead to no change. */
export function callsAmiss(alignment: Alignment, filmed: readonly Filmed[], words: SpokenWords<TakeTime>): Finding[] {
  const { tokens } = words;
  const all = hear(words, []);
  const heard = all.filter((h) => h.sigma < 1e6);
  const closing = heard.filter(
    (h) => h.kind === 'countdown' || h.kind === 'rest-word' || h.kind === 'time-left' || h.kind === 'switch-word',
  );
  const ends = filmed.filter((f) => isActive(f.r.segment));
  const called = (at: number) =>
    closing.some((h) => Math.abs((h.kind === 'time-left' ? h.at + h.leftUs : h.at) - at) <= CALL_NEAR_US);
  const found: Finding[] = [];
  const habit = ends.length > 0 && tokens.length > 0 && ends.filter((f) => called(f.end)).length / ends.length;
  if (habit !== false && habit >= HABIT && habit < 1) {
    for (const { r, end } of ends) {
      const vague = tokens.some((t) => t.sigma > VAGUE_US && Math.abs(t.at - end) < VAGUE_REACH_US);
      if (!called(end) && !vague)
        found.push(
          inTake(
            'change-without-call',
            { move: labelWithSide(r.segment) },
            {
              ...{ segment: r.segment, at: end, severity: 'note', certainty: Math.min(0.5, r.placed) },
            },
          ),
        );
    }
  }
  const edges = [...filmed.flatMap((f) => [f.start, f.end]), ...alignment.extra.flatMap((e) => [e.start, e.end])];
  for (const h of all) {
    const reachUs = 2 * CALL_NEAR_US + (h.sigma < 1e6 ? 0 : 2 * h.sigma);
    if (h.kind !== 'countdown' || edges.some((edge) => Math.abs(edge - h.at) <= reachUs)) continue;
    const inside = filmed.find((f) => h.at >= f.start && h.at < f.end);
    const counted = inside?.r.segment.scheme === 'reps' || inside?.r.segment.scheme === 'counts';
    if (h.sigma >= 1e6 && (counted || h.from < FROM_FIVE)) continue;
    // Repetitions are counted down too, and rightly end in mid-interval: only a note.
    if (inside !== undefined)
      found.push(
        inTake(
          'call-without-change',
          { kind: 'measured', said: h.said, at: h.at },
          {
            ...{ segment: inside.r.segment, at: takeTime(h.at), severity: 'note', certainty: 0.4 },
          },
        ),
      );
  }
  return found;
}
