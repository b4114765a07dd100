import type { Plan } from '../plan/plan.ts';
import { isActive, labelWithSide } from '../plan/segment.ts';
import type { Alignment } from '../align/alignment.ts';
import { languageOf } from '../language/languages.ts';
import type { SpokenWords } from '../transcript/transcript.ts';
import type { Finding } from '../findings/finding.ts';
import { inTake } from './filmed.ts';
import type { TakeTime } from '../time/micros.ts';

/** Numbers placed less surely than this say nothing of a beat. */
const SHARP_US = 300_000;
/** Counted numbers apart by more than this are two counts. */
const LONGEST_STEP_US = 7e6;
const FEWEST = 4;
/** A count this far off the beat has lost it; people are off by a few hundredths and find back. */
const OFF_SHARE = 0.06;
/** A number may take one beat, two, four or half of one. */
const BEATS_A_NUMBER = [0.5, 1, 2, 4];

interface Run {
  readonly values: readonly number[];
  readonly times: readonly TakeTime[];
}

/**
 * Repetitions that were counted to another number than planned, or with a number left out or said twice; counts that
 * lost the beat of a block counted to music. From words with times of their own only.
 */
export function miscounts(plan: Plan, alignment: Alignment, { tokens, language }: SpokenWords<TakeTime>): Finding[] {
  const blocks = new Map(plan.blocks.map((b) => [b.id, b]));
  return alignment.segments.flatMap(({ segment, recorded, confidence }): Finding[] => {
    const scheme = blocks.get(segment.blockId)?.scheme;
    if (recorded === null || !isActive(segment) || (scheme?.kind !== 'reps' && scheme?.kind !== 'counts')) return [];
    const inside = tokens.filter(
      (t) => t.at >= recorded.start - 1e6 && t.at < recorded.end + 1.5e6 && t.sigma <= SHARP_US,
    );
    const move = labelWithSide(segment);
    const place = { segment, certainty: Math.min(0.8, confidence) };
    return runsIn({ tokens: inside, language }).flatMap((run): Finding[] => {
      const at = run.times[0]!;
      const last = run.values.at(-1)!;
      if (scheme.kind === 'reps') {
        const odd = run.values.findIndex((v, i) => i > 0 && v - run.values[i - 1]! !== 1);
        if (odd > 0) {
          const [before, number] = [run.values[odd - 1]!, run.values[odd]!];
          return [
            inTake(
              'count-skipped',
              { move, before, number, said: `${before}, ${number}` },
              { ...place, at: run.times[odd]! },
            ),
          ];
        }
        return last === scheme.reps || last < FEWEST
          ? []
          : [inTake('reps-miscounted', { kind: 'measured', move, last, reps: scheme.reps }, { ...place, at })];
      }
      const beatUs = 60e9 / scheme.milliBpm;
      const steps = run.times
        .slice(1)
        .map((t, i) => t - run.times[i]!)
        .sort((a, b) => a - b);
      const step = steps[Math.floor(steps.length / 2)]!;
      const wanted = BEATS_A_NUMBER.map((n) => n * beatUs).reduce((a, b) =>
        Math.abs(Math.log(step / b)) < Math.abs(Math.log(step / a)) ? b : a,
      );
      const off = step / wanted - 1;
      if (Math.abs(off) <= OFF_SHARE) return [];
      const facts = {
        ...{ kind: 'measured' as const, move, slowerShare: off, mostShare: OFF_SHARE },
        ...{ bpm: 60e6 / (step * (beatUs / wanted)), plannedBpm: scheme.milliBpm / 1000 },
      };
      return [inTake('lost-beat', facts, { ...place, at })];
    });
  });
}

/** Runs of numbers counted up, from 1 or 2, also with one left out or said twice. */
function runsIn({ tokens, language }: SpokenWords<TakeTime>): Run[] {
  const { cardinalOf } = languageOf(language).forms;
  const runs: { values: number[]; times: TakeTime[] }[] = [];
  for (const token of tokens) {
    const value = cardinalOf(token.norm);
    if (value === null) continue;
    const last = runs.at(-1);
    const step = last === undefined ? NaN : value - last.values.at(-1)!;
    if (last !== undefined && step >= 0 && step <= 2 && token.at - last.times.at(-1)! <= LONGEST_STEP_US) {
      last.values.push(value);
      last.times.push(token.at);
    } else runs.push({ values: [value], times: [token.at] });
  }
  return runs.filter((r) => r.values.length >= FEWEST && r.values[0]! <= 2);
}
