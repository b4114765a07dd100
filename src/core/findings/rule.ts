/** What one would do about a finding; Check shows findings in this order. */
export const DOINGS = ['answer', 'film', 'programme', 'write', 'sound', 'music', 'look'] as const;
export type Doing = (typeof DOINGS)[number];

export const DOING_TITLES: Readonly<Record<Doing, string>> = {
  answer: 'Only you can say',
  film: 'To film or speak again',
  programme: 'To cut',
  write: 'Plan and script',
  sound: 'What viewers hear',
  music: 'Music and its rights',
  look: 'What viewers read',
};

/** Where it is set right. */
export type RuleStation = 'plan' | 'script' | 'music' | 'align' | 'score';

export type RuleUnit = 's' | 'LU';

/** A finding in words, for people: nothing in the program reads them. */
export interface FindingWords {
  readonly says: string;
  readonly measured: string;
  readonly wanted: string;
  /** Where the limit comes from. */
  readonly source: string;
}

/** How far a finding is past what is wanted, so that a studio can set from how much on it is told. */
interface RuleLimit<F> {
  readonly unit: RuleUnit;
  readonly over: (facts: F) => number;
}

/** One rule: what it looks for, where that is set right, and how its facts are put into words. */
export interface Rule<F> {
  readonly station: RuleStation;
  readonly doing: Doing;
  /** What it finds, as the end of “Finds …”. */
  readonly finds: string;
  readonly limit?: RuleLimit<F>;
  readonly words: (facts: F) => FindingWords;
}

/** The facts of a rule that has none. */
export type NoFacts = Readonly<Record<string, never>>;

/** Makes the rules of one station and one thing to do. */
export const rulesOf =
  (station: RuleStation, doing: Doing) =>
  <F = NoFacts>(finds: string, words: (facts: F) => FindingWords, limit?: RuleLimit<F>): Rule<F> => ({
    ...{ station, doing, finds, words },
    ...(limit !== undefined && { limit }),
  });

/** The source given for limits that are common practice and have no published one. */
export const TRADE = 'common practice';

/** The source given for limits that this program sets by its own judgement. */
export const JUDGEMENT = 'our own judgement';

/** How a length of time is told of a finding: seconds past what is wanted. */
export const secondsOver = <F>(over: (facts: F) => number): RuleLimit<F> => ({
  unit: 's',
  over: (facts) => over(facts) / 1e6,
});
