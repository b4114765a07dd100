import type { Reading } from './claim-reading.ts';
import type { ClauseMark } from './clause-mark.ts';
import type { BareSeconds } from './bare-seconds.ts';
import type { Near, SaidWord } from './said-word.ts';
import type { Side } from './side.ts';

/** Words that say where people pause in what they say, and where they do not. */
export interface PauseWords {
  /** A phrase begins with it. */
  readonly starters: ReadonlySet<string>;
  /** Two words with no pause between. */
  readonly bound: ReadonlySet<string>;
  /** A phrase goes on at once after it. */
  readonly leadsOn: ReadonlySet<string>;
  /** Words that begin the work and go on at once with a name: `go`. */
  readonly goes: ReadonlySet<string>;
  /** Said right after the last number of a countdown. */
  readonly afterCount: RegExp;
  /** A unit that belongs to the number before it. */
  readonly unit: RegExp;
  /** Noises that transcripts name in brackets; a fragment of a pattern. */
  readonly noises: string;
}

/** Calls that tell where a class stands, by the words around a word. */
export interface CallWords {
  /** How surely it ends the work, 0 to 1. */
  readonly restStrength: (near: Near) => number;
  readonly isGo: (near: Near) => boolean;
  /** How many words say that sides change; 0: none. */
  readonly switchWords: (near: Near) => number;
  /** How many words say that half is over; 0: none. */
  readonly halfWords: (near: Near) => number;
  readonly roundWords: (near: Near) => { readonly round: number | 'last'; readonly words: number } | null;
  /** `leftS` null where the words tell a length. */
  readonly timeLeftWords: (near: Near) => { readonly leftS: number | null; readonly words: number } | null;
  /** A side with what it is a side of, in two words: `left leg`. */
  readonly sideWords: (near: Near) => Side | null;
  readonly isWater: (near: Near) => boolean;
  /** True where the four words before a name and the three after it say that it comes: `next up`. */
  readonly isAnnounced: (before: readonly string[], after: readonly string[]) => boolean;
}

/** What a whole clause says; `text` is its normalised words, a space between two. */
export interface ClauseWords {
  readonly marksOf: (text: string, asks: boolean) => ClauseMark[];
  readonly sidesIn: (text: string) => { readonly left: boolean; readonly right: boolean };
  /** The repetition that is counted aloud, 1 to 50; null: none. */
  readonly countIn: (text: string) => number | null;
  /** Takes back a change that was called just before. */
  readonly takenBack: RegExp;
}

/** How moves are named. */
export interface NameWords {
  /** Words that say nothing by themselves. */
  readonly common: ReadonlySet<string>;
  /** Words of a name that nobody listens for: articles and the like. */
  readonly fillers: ReadonlySet<string>;
  /** Words after which a name follows that no library has. */
  readonly leads: readonly (readonly string[])[];
  /** Words that end such a name, and words that are passed over before it. */
  readonly stops: ReadonlySet<string>;
  readonly skipped: ReadonlySet<string>;
  /** Words that names end with, by themselves or only after one of `modifiers`. */
  readonly heads: readonly string[];
  readonly weakHeads: readonly string[];
  readonly modifiers: readonly string[];
  /** Heads said as something one does: `marching` names a march. */
  readonly doing: RegExp;
  /** Two words that are one head: the second, and what may stand before it. */
  readonly headPairs: Readonly<Record<string, readonly string[]>>;
  /** Words that a name never begins before. */
  readonly edges: ReadonlySet<string>;
  /** Words before a name that say it is what is done now or next. */
  readonly leadsIn: RegExp;
  /** What is said of a move while it is shown or done, by what its name has; it is compared without `fillers`. */
  readonly saidOf: readonly (readonly [name: RegExp, words: readonly string[]])[];
  /** Moves of the library by their names in this language. */
  readonly ofLibrary: Readonly<Record<string, string>>;
}

/** What is read at a word of a sentence: which move was just named, which equipment there is. */
interface ReadingOf {
  /** True where a move's name ends right before the word. */
  readonly named: boolean;
  readonly equipment: readonly string[];
}

/** What sentences claim of the class. */
export interface ClaimWords {
  /** True where a sentence speaks of something else than this class; `text` is as it was written. */
  readonly isElsewhere: (text: string) => boolean;
  /** Each reads one kind of claim that begins at a word; the first that does is taken. */
  readonly readers: readonly ((words: readonly SaidWord[], i: number, of: ReadingOf) => Reading | null)[];
  /** True where words before or after a move's name announce it. */
  readonly announces: (words: readonly SaidWord[], from: number, to: number) => boolean;
  /** Words for a whole that moves are counted in, as `round` in `three more in this round`. */
  readonly wholes: RegExp;
  /** Equipment that is spoken of whatever the plan has. */
  readonly equipment: readonly string[];
  /** Words that people say for the same piece of equipment. */
  readonly sameProps: readonly (readonly string[])[];
}

/** What is claimed in running speech, as patterns over normalised words with one space between. Flags g and u. */
export interface RunningClaimWords {
  /** A side that is done; its first group that is there is the side. */
  readonly side: RegExp;
  /** What stands before and with `left` or `right` where these name no side: `ten seconds left`. */
  readonly noSideBefore: RegExp;
  /** Words beside a side that say that it comes first. */
  readonly sideFirst: RegExp;
  /** Words around a side that leave no other reading: `start with your right leg`, `left leg this time`. */
  readonly sideSaid: RegExp;
  /** The word for a side: `side`, `sides`. */
  readonly sideWord: RegExp;
  /** Words by which a side is the one that people lie on: the other one works. */
  readonly lyingOn: RegExp;
  /** Words right before and right after a side that is over: it is not held against anyone. */
  readonly sidePast: { readonly before: RegExp; readonly after: RegExp };
  /** Words that take back what was said before them. */
  readonly takenBack: RegExp;
  readonly repsLeft: RegExp;
  readonly total: RegExp;
  /** Words before a total that say that all of it was done. */
  readonly summedUp: RegExp;
  /** A unit of a match of `total` that is repetitions. */
  readonly repsUnit: RegExp;
  /** The last move, or one more, is spoken of. */
  readonly lastMove: RegExp;
  /** Words in a match of `lastMove` by which one move comes after what is done now. */
  readonly oneMore: RegExp;
  /** `Two down, three to go`: the first group that matched is the number left. */
  readonly doneAndLeft: RegExp;
  readonly round: RegExp;
  /** Which round a match of `round` names, and whether it is called the last. */
  readonly roundIn: (
    words: string,
    groups: readonly (string | undefined)[],
  ) => { readonly round: number | null; readonly last: boolean };
  /** Words of a match of `round` that tell how many there are: `two rounds`, `twice`. */
  readonly roundsInAll: RegExp;
  /** Words near a round that is over. */
  readonly roundDone: RegExp;
  /** Words near a number of rounds by which it is not how many there are: `two more`, `two or three`, `at home`. */
  readonly roundsOpen: RegExp;
  readonly half: RegExp;
  /** Words after `half` by which it is of the class, or of more than the move: a round, a block, a break. */
  readonly halfOf: { readonly theClass: RegExp; readonly more: RegExp };
  /** Words right before `half` that leave it open: `nearly`, `more than`. */
  readonly halfHedged: RegExp;
  /** Words of a match of `half` that are a tempo where people move to music: `half time`. */
  readonly halfTempo: RegExp;
  readonly span: RegExp;
  /** Words right after a length that is that of every move. */
  readonly lengthOfEach: RegExp;
  /** Words right before and right after minutes that are those of the whole class. */
  readonly lengthOfClass: { readonly before: RegExp; readonly after: RegExp };
  /** Words right before and right after minutes that are those of a class that is over. */
  readonly lengthDone: { readonly before: RegExp; readonly after: RegExp };
  /** The part of a class that a length is of, by the words before and after it; null: none is named. */
  readonly partSaid: (before: string, after: string) => 'warm-up' | 'cool-down' | null;
  /** Seconds in a match of `span`. */
  readonly secondsIn: (words: string, groups: readonly (string | undefined)[]) => number;
  readonly toGo: RegExp;
  /** Seconds without their unit that begin at a word: `last ten`, `back in five`; null: none. */
  readonly bareSeconds: (words: readonly SaidWord[], i: number) => BareSeconds | null;
  /** Words right after a span of time that make it the time left, not a length. */
  readonly leftAfter: RegExp;
  /** The same for words inside of it: `ten more seconds`. */
  readonly leftInside: RegExp;
  /** A position spoken of, and what it may be in the plan. */
  readonly positions: readonly (readonly [RegExp, readonly string[]])[];
  readonly positionTakenBack: RegExp;
  /** Words before a move's name that lead it in. */
  readonly leadsIn: RegExp;
  /** Words after a move's name that do the same: `squats now`. */
  readonly nameFollowed: RegExp;
  /** Words before or after a name that say outright that it is next. */
  readonly saysNext: RegExp;
  /** Words right before a name, over the end of a sentence: `What's next? Rows.` */
  readonly nextRightBefore: RegExp;
  /** Words after a name that take back that it is next. */
  readonly nextTakenBack: RegExp;
  /** Words before the last word of a name where that word alone stands for the name: `its a row`. */
  readonly headBefore: RegExp;
  /** Words after it: `row next`. */
  readonly headAfter: RegExp;
  readonly mat: string;
  readonly propLeads: RegExp;
  /** Words right after a prop that do the same: `dumbbells down`. */
  readonly propFollowed: RegExp;
  readonly propNone: RegExp;
  /** Words that take up or put down a prop in the middle of the work. */
  readonly propTaken: RegExp;
  readonly propTakenBack: { readonly before: RegExp; readonly after: RegExp };
}

/** Mistakes that the kind of a finding is named by. */
export type ConfessedMistake = 'lost-beat' | 'call-without-change' | 'reps-miscounted';

export interface MistakeWords {
  /** What people say when something went wrong, and what that is. */
  readonly confessed: readonly (readonly [rule: ConfessedMistake, words: RegExp])[];
  readonly optionWords: ReadonlySet<string>;
  readonly optionLead: RegExp;
  /** `I should have said that before`: about an option beside it. */
  readonly optionConfessed: RegExp;
  /** What closes a list of equipment, from its first word on. */
  readonly kitComplete: RegExp;
  /** Words that offer an option, whatever it is: `if that is too much`, `you can always`. */
  readonly optionOffered: RegExp;
  readonly noOptionWord: RegExp;
}

/** What tells the plan of a recording that has none. */
export interface ProposalWords {
  /** Words before the first of several names that are only promised. */
  readonly promises: ReadonlySet<string>;
  readonly and: string;
  readonly keep: string;
  /** What a number is the length of, by the three words after it and before it. */
  readonly lengthOf: (after: readonly string[], before: readonly string[]) => 'work' | 'rest' | null;
  readonly stretchName: RegExp;
  readonly warmUp: ReadonlySet<string>;
  readonly water: ReadonlySet<string>;
  readonly nameSigns: NameSigns;
}

/** What stands around a name in its clause and tells whether a move is named or something is described. */
export interface NameSigns {
  /** Words before it that lead it in, and words right after it that say when it is done. */
  readonly leads: RegExp;
  readonly follows: RegExp;
  /** All words before it, where they only join it to what was said. */
  readonly joined: RegExp;
  /** Words before it that take it back or compare: `it is not a`, `like a`. */
  readonly denies: RegExp;
  /** `Your back knee`, `the top arm reaches`: a part of the body that does something, by the word before it. */
  readonly owned: RegExp;
  readonly bodyPart: RegExp;
  /** Names that are what people ask for in any move: `fold`, `press`. */
  readonly asked: RegExp;
}
