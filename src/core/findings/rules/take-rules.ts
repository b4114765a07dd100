import type { Length, Micros } from '../../time/micros.ts';
import { writeSeconds, writeTime } from '../../time/typed-time.ts';
import { JUDGEMENT, TRADE, rulesOf, secondsOver } from '../rule.ts';

const toAnswer = rulesOf('align', 'answer');
const toFilm = rulesOf('score', 'film');
const toCut = rulesOf('score', 'programme');

const PLAN = 'the plan';
const percent = (share: number) => `${Math.round(share * 100)} %`;

interface Break {
  readonly name: string;
  readonly lengthUs: Length;
  readonly plannedUs: Length;
}
const breakOver = secondsOver<Break>(({ lengthUs, plannedUs }) => lengthUs - plannedUs);
const breakShort = secondsOver<Break>(({ lengthUs, plannedUs }) => plannedUs - lengthUs);
const lengths = ({ lengthUs, plannedUs }: Break) => ({
  measured: `${writeSeconds(lengthUs)} s`,
  wanted: `${writeSeconds(plannedUs)} s`,
  source: PLAN,
});

interface Overrun {
  readonly move: string;
  readonly overUs: Length;
  /** Where the move begins, on take time. */
  readonly start: Micros;
}

interface LateOption {
  readonly move: string;
  readonly lateUs: Length;
  /** The option of the plan; null: it has none. */
  readonly option: string | null;
}
const IN_TIME = 'before the move, or in its first half';

/** What somebody said themselves: that something went wrong. */
interface Confessed {
  readonly kind: 'confessed';
  readonly said: string;
}
const confessed = (what: string, { said }: Confessed) => ({
  says: `${what}, by the words: “${said}”.`,
  measured: 'said so',
  wanted: 'a clean run',
  source: JUDGEMENT,
});

interface Tempo {
  readonly kind: 'measured';
  readonly move: string;
  readonly bpm: number;
  readonly plannedBpm: number;
  /** Above 0: too slow. */
  readonly slowerShare: number;
  readonly mostShare: number;
}

interface Place {
  readonly move: string;
  readonly round: number;
  /** What comes before it, filmed; null: nothing does. */
  readonly after: string | null;
}
const after = ({ after: before }: Place) => `after ${before ?? 'the start'}`;

/** What went otherwise on the day than the plan says, and what is not sure about that. */
export const TAKE_RULES = {
  unsure: toAnswer('a place that is a guess', (f: { readonly placed: number; readonly least: number }) => ({
    says: 'This place is unsure. Listen, and pin it if it is wrong.',
    measured: percent(f.placed),
    wanted: `${percent(f.least)} or more`,
    source: 'the alignment',
  })),
  'doubtful-boundary': toAnswer(
    'a boundary in doubt',
    ({ move, placed }: { readonly move: string; readonly placed: number }) => ({
      says: `Does ${move} begin here?`,
      measured: `${percent(placed)} sure`,
      wanted: 'a yes, or where it begins',
      source: 'what was said and heard',
    }),
  ),
  'left-out': toFilm('a move that was left out', (f: Place) => ({
    says: `${f.move} (round ${f.round}) was left out.`,
    measured: 'never filmed',
    wanted: after(f),
    source: PLAN,
  })),
  'made-up-later': toCut(
    'a move made up out of its place',
    (f: Place & { readonly start: Micros; readonly end: Micros }) => ({
      says: `${f.move} (round ${f.round}) was left out and made up at ${writeTime(f.start)}.`,
      measured: `${writeTime(f.start)} to ${writeTime(f.end)}`,
      wanted: after(f),
      source: PLAN,
    }),
  ),
  'still-to-film': toFilm(
    'a stretch that no take holds',
    (f: { readonly names: string; readonly moves: number; readonly lengthUs: Length }) => ({
      says: `Still to be filmed: ${f.names}, ${f.moves} moves.`,
      measured: 'in no take',
      wanted: `${writeTime(f.lengthUs)} of the plan`,
      source: PLAN,
    }),
  ),
  'break-over': toCut(
    'a break that ran over',
    (f: Break) => ({
      says: `${f.name} runs ${writeSeconds((f.lengthUs - f.plannedUs) as Micros)} s over.`,
      ...lengths(f),
    }),
    breakOver,
  ),
  'break-short': toCut(
    'a break that was cut short',
    (f: Break) => ({
      says: `${f.name} is over ${writeSeconds((f.plannedUs - f.lengthUs) as Micros)} s early.`,
      ...lengths(f),
    }),
    breakShort,
  ),
  'explanation-into-work': toCut(
    'an explanation that runs into the work',
    (f: Overrun) => ({
      says: `The explanation runs ${writeSeconds(f.overUs)} s into ${f.move}.`,
      measured: `${writeSeconds(f.overUs)} s`,
      wanted: `over by the start, ${writeTime(f.start, 1)}`,
      source: TRADE,
    }),
    secondsOver<Overrun>(({ overUs }) => overUs),
  ),
  'change-without-call': toFilm('a change that nobody calls', ({ move }: { readonly move: string }) => ({
    says: `${move} ends without a call.`,
    measured: 'no call',
    wanted: 'a countdown, or “rest”',
    source: TRADE,
  })),
  'call-without-change': toFilm(
    'a call that nothing follows',
    (f: { readonly kind: 'measured'; readonly said: string; readonly at: Micros } | Confessed) =>
      f.kind === 'confessed'
        ? confessed('It was called too early', f)
        : {
            says: `“${f.said}” is counted down to nothing.`,
            measured: `at ${writeTime(f.at, 1)}`,
            wanted: 'a change',
            source: JUDGEMENT,
          },
  ),
  'option-late': toFilm(
    'an option that comes too late',
    ({ move, lateUs }: LateOption) => ({
      says: `The option of ${move} comes ${writeSeconds(lateUs)} s after its start.`,
      measured: `${writeSeconds(lateUs)} s`,
      wanted: IN_TIME,
      source: TRADE,
    }),
    secondsOver<LateOption>(({ lateUs }) => lateUs),
  ),
  'option-never': toFilm(
    'an option that never comes',
    ({ move, option }: { readonly move: string; readonly option: string }) => ({
      says: `The option of ${move} is never offered: ${option}.`,
      measured: 'never said',
      wanted: IN_TIME,
      source: PLAN,
    }),
  ),
  'reps-miscounted': toFilm(
    'repetitions counted wrong',
    (
      f: { readonly kind: 'measured'; readonly move: string; readonly last: number; readonly reps: number } | Confessed,
    ) =>
      f.kind === 'confessed'
        ? confessed('The count was lost here', f)
        : {
            says: `${f.move} is counted to ${f.last}.`,
            measured: `${f.last} repetitions`,
            wanted: `${f.reps}`,
            source: PLAN,
          },
  ),
  'count-skipped': toFilm(
    'a number left out of a count',
    (f: {
      readonly move: string;
      readonly before: number;
      readonly number: number;
      readonly wanted: number;
      readonly said: string;
    }) => ({
      says: `“${f.said}” is counted in ${f.move}.`,
      measured: `${f.number} after ${f.before}`,
      wanted: `${f.wanted}`,
      source: 'the count itself',
    }),
  ),
  'lost-beat': toFilm('a beat that was lost', (f: Tempo | Confessed) =>
    f.kind === 'confessed'
      ? confessed('The beat was lost here', f)
      : {
          says: `The count in ${f.move} loses the beat.`,
          measured:
            `${f.bpm.toFixed(0)} BPM, ${Math.abs(f.slowerShare * 100).toFixed(0)} ` +
            `% too ${f.slowerShare > 0 ? 'slow' : 'fast'}`,
          wanted: `${f.plannedBpm.toFixed(0)} BPM`,
          source: `the plan's tempo; within ${f.mostShare * 100} % is ${TRADE}`,
        },
  ),
  'sides-uneven': toFilm(
    'a switch of sides that comes too early or too late',
    (f: { readonly move: string; readonly firstUs: Length; readonly secondUs: Length; readonly lateUs: number }) => ({
      says:
        `The sides of ${f.move} are switched ${writeSeconds(Math.abs(f.lateUs) as Micros)} ` +
        `s too ${f.lateUs > 0 ? 'late' : 'early'}.`,
      measured: `${writeSeconds(f.firstUs)} s and ${writeSeconds(f.secondUs)} s`,
      wanted: 'as long as each other',
      source: PLAN,
    }),
  ),
  'equipment-unnamed': rulesOf('script', 'write')(
    'equipment that nobody names before it is needed',
    (f: {
      readonly need: string;
      readonly move: string;
      /** When it is named after all, and needed, on take time; null: it never is. */
      readonly namedAt: Micros | null;
      readonly neededAt: Micros;
    }) => ({
      says: `${f.need} is needed for ${f.move} and was not named before.`,
      measured: f.namedAt === null ? 'never named' : `first named at ${writeTime(f.namedAt, 0)}`,
      wanted: `before ${writeTime(f.neededAt, 0)}`,
      source: TRADE,
    }),
  ),
  'second-look': toAnswer(
    'something to listen to once more',
    (f: { readonly said: string; readonly is: string; readonly advice: string }) => ({
      says: `“${f.said}” ${f.is}.`,
      measured: 'said',
      wanted: f.advice,
      source: `${TRADE}; advertising law differs by country`,
    }),
  ),
};
