import type { Plan } from '../plan/plan.ts';
import { isActive, labelWithSide } from '../plan/segment.ts';
import type { Alignment } from '../align/alignment.ts';
import type { SpokenWords } from '../transcript/transcript.ts';
import type { Finding } from '../findings/finding.ts';
import { countsAloud, fromOne, nineAfterEight, stepOf, wrongNumber } from './count-aloud.ts';
import { inTake } from './filmed.ts';
import type { TakeTime } from '../time/micros.ts';

/** A count this far off the beat has lost it; people are off by a few hundredths and find back. */
const OFF_SHARE = 0.06;
/** A number may take one beat, two, four or half of one. */
const BEATS_A_NUMBER = [0.5, 1, 2, 4];

/** Who has said the last number and goes on for longer than this, in steps, counts silently. */
const SILENTLY = 1.4;
/** Music is counted in eights (common practice). */
const EIGHT = 8;

/**
 * Repetitions that were counted to another number than planned, or with a number left out or said twice; counts that
 * lost the beat of a block counted to music. Without times of their own, words tell only in which order numbers were
 * said.
 */
export function miscounts(plan: Plan, alignment: Alignment, { tokens, language }: SpokenWords<TakeTime>): Finding[] {
  const blocks = new Map(plan.blocks.map((b) => [b.id, b]));
  return alignment.segments.flatMap(({ segment, recorded, confidence, placed }): Finding[] => {
    const scheme = blocks.get(segment.blockId)?.scheme;
    if (recorded === null || !isActive(segment) || (scheme?.kind !== 'reps' && scheme?.kind !== 'counts')) return [];
    const inside = tokens.filter((t) => t.at >= recorded.start - 1e6 && t.at < recorded.end + 1.5e6);
    const move = labelWithSide(segment);
    return countsAloud({ tokens: inside, language }).flatMap((count): Finding[] => {
      const { values, times } = count;
      const [first, last] = [times[0]!, values.at(-1)!];
      const step = stepOf(count);
      // What numbers say by their order holds wherever in its place the segment lies.
      const place = { segment, certainty: Math.min(0.8, step === null ? placed : confidence) };
      const countedTo = (reps: number, at = first, certainty = place.certainty) =>
        inTake('reps-miscounted', { kind: 'measured', move, last, reps }, { ...place, at, certainty });
      const nine = scheme.kind === 'counts' ? nineAfterEight(count) : null;
      // Which move of the block it was counted in does not matter here.
      if (nine !== null) return [countedTo(EIGHT, times[nine], Math.max(0.5, placed))];
      if (!fromOne(count)) return [];
      if (scheme.kind === 'reps') {
        const wrong = wrongNumber(count);
        if (wrong !== null) {
          const [before, number] = [values[wrong.at - 1]!, values[wrong.at]!];
          const facts = { move, before, number, wanted: wrong.wanted, said: `${before}, ${number}` };
          return [inTake('count-skipped', facts, { ...place, at: times[wrong.at]! })];
        }
        const ended = step !== null && recorded.end - times.at(-1)! <= SILENTLY * step;
        return last > scheme.reps || (last < scheme.reps && ended) ? [countedTo(scheme.reps)] : [];
      }
      if (step === null) return [];
      const beatUs = 60e9 / scheme.milliBpm;
      const wanted = BEATS_A_NUMBER.map((n) => n * beatUs).reduce((a, b) =>
        Math.abs(Math.log(step / b)) < Math.abs(Math.log(step / a)) ? b : a,
      );
      const off = step / wanted - 1;
      if (Math.abs(off) <= OFF_SHARE) return [];
      const facts = {
        ...{ kind: 'measured' as const, move, slowerShare: off, mostShare: OFF_SHARE },
        ...{ bpm: 60e6 / (step * (beatUs / wanted)), plannedBpm: scheme.milliBpm / 1000 },
      };
      return [inTake('lost-beat', facts, { ...place, at: first })];
    });
  });
}
