import type { Length } from '../../time/micros.ts';
import { writeSeconds } from '../../time/typed-time.ts';
import { JUDGEMENT, TRADE, rulesOf, secondsOver } from '../rule.ts';

const rule = rulesOf('script', 'write');

interface LongLine {
  readonly text: string;
  readonly missingUs: Length;
}

/** The words that a rule is about, as they are said. */
interface SaidWords {
  readonly said: string;
}

const short = (text: string) => (text.length > 48 ? `${text.slice(0, 46).trimEnd()} …` : text);

/** What does not fit, how it is worded and what is missing of a script. */
export const SCRIPT_RULES = {
  'line-too-long': rule(
    'a line longer than its room',
    ({ text, missingUs }: LongLine) => ({
      says: `“${short(text)}” does not fit.`,
      measured: `${writeSeconds(missingUs)} s too long`,
      wanted: 'room between the other lines',
      source: `the plan; ${TRADE}`,
    }),
    secondsOver<LongLine>(({ missingUs }) => missingUs),
  ),
  'segment-gone': rule('a line whose segment is gone', ({ text }: { readonly text: string }) => ({
    says: `“${short(text)}” belongs to a segment that is no longer in the plan.`,
    measured: 'no segment',
    wanted: 'a segment of the plan',
    source: 'the plan',
  })),
  'one-breath': rule(
    'a line too long for one breath',
    (f: { readonly longestUs: Length; readonly mostS: number; readonly isWorking: boolean }) => ({
      says: 'Nobody says this in one breath.',
      measured: `${(f.longestUs / 1e6).toFixed(1)} s without a pause`,
      wanted: `at most ${f.mostS} s${f.isWorking ? ' while working' : ''}`,
      source: JUDGEMENT,
    }),
  ),
  'option-missing': rule(
    'a move without an easier way',
    ({ move, impact }: { readonly move: string; readonly impact: string }) => ({
      says: `${move} has ${impact} impact and no option is said.`,
      measured: 'none',
      wanted: 'an option before the start',
      source: TRADE,
    }),
  ),
  'form-missing': rule(
    'a new move without a word on its form',
    ({ move, caution }: { readonly move: string; readonly caution: string }) => ({
      says: `${move} has a caution and no form line.`,
      measured: 'none',
      wanted: `a form line (${caution})`,
      source: TRADE,
    }),
  ),
  filler: rule(
    'words that fill',
    (f: SaidWords & { readonly times: number; readonly spokenUs: number; readonly mostAMinute: number }) => ({
      says: `“${f.said}” is said ${f.times} times.`,
      measured: `${f.times} in ${Math.max(0.1, f.spokenUs / 60e6).toFixed(1)} min of speech`,
      wanted: `at most ${f.mostAMinute} a minute`,
      source: JUDGEMENT,
    }),
  ),
  'praise-repeated': rule(
    'the same praise over and over',
    (f: SaidWords & { readonly times: number; readonly most: number }) => ({
      says: `“${f.said}” is said ${f.times} times.`,
      measured: `${f.times} times`,
      wanted: `at most ${f.most} in a class`,
      source: JUDGEMENT,
    }),
  ),
  dated: rule('words that date the class', ({ said }: SaidWords) => ({
    says: `“${said}” is true on one day only.`,
    measured: 'said',
    wanted: 'words that are true whenever the class is watched',
    source: TRADE,
  })),
  'pain-wording': rule('words that praise pain', ({ said }: SaidWords) => ({
    says: `“${said}” asks people to go on against pain.`,
    measured: 'said',
    wanted: 'stop on pain; tension is fine',
    source: TRADE,
  })),
};
