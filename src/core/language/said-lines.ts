import type { CallWordings, WayOfCalling, WordedCall } from './call-kind.ts';
import type { Side } from './side.ts';

/** How lines of text are cut and joined. */
export interface LineWords {
  /** A row of a caption breaks before these. */
  readonly beginsPart: RegExp;
  /** What joins a sentence to the one before it. */
  readonly joinedBy: RegExp;
  /** Where a long line can be made two, all of them; and what the second one begins without. */
  readonly joints: RegExp;
  readonly dropsAtJoint: RegExp;
}

/** How the program's own calls are worded. */
export interface CallingWords {
  /** All of them, in plain words. */
  readonly plain: Readonly<Record<WordedCall, readonly string[]>>;
  /** In the place of the plain words in every way of calling, and in one. */
  readonly shared: CallWordings;
  readonly ways: Readonly<Partial<Record<WayOfCalling, CallWordings>>>;
  readonly sides: Readonly<Record<Side, string>>;
  /** A move with its side, where the name stands last in its line and where it does not. */
  readonly onSide: (label: string, side: string, isLast: boolean) => string;
  /** What is put into the call of the last one. */
  readonly last: { readonly move: string; readonly round: string };
  /** Said when an easier or harder version stops early. */
  readonly versionRests: (which: 'easier' | 'harder', by: string | undefined) => string;
  readonly shownBy: (text: string, by: string) => string;
  /** Several things in one sentence. */
  readonly list: (things: readonly string[]) => string;
  /** A piece of equipment as it is asked for: with its article. */
  readonly thing: (name: string) => string;
  /** The same as it stands in a list: without. */
  readonly listed: (name: string) => string;
  readonly mat: string;
  /** Where no equipment is needed. */
  readonly nothing: string;
  /** A name or a line as it stands inside a sentence. */
  readonly inSentence: (text: string) => string;
  /** First words of a name that only say how or with what: without them the move is still the move. */
  readonly manner: RegExp;
  /** Words that a shortened name never begins with. */
  readonly joinsName: RegExp;
}

/** What is said of moves while they are done, by the pattern of the movement; `any` for one of none. */
export interface MoveLines {
  /** True where the lines of the shipped library are in this language. */
  readonly isOfLibrary: boolean;
  /** In the order in which they are said. */
  readonly form: Readonly<Record<string, readonly string[]>>;
  readonly breath: Readonly<Record<string, string>>;
  readonly caution: Readonly<Record<string, string>>;
}

/** A kind of claim that a careful publisher looks at twice. */
export interface SecondLook {
  readonly words: RegExp;
  /** What it does, and what to say instead, for the person at the desk. */
  readonly says: string;
  readonly advice: string;
}

/** Words to look at before a class goes out: patterns of text as it is written. */
export interface PublishedWords {
  /** Praise, as a whole phrase, in lower-case text; all of it. */
  readonly praise: RegExp;
  /** What can be said instead, each tied to something that is seen. */
  readonly otherPraise: readonly string[];
  /** Words that fill a pause and say nothing, in lower-case text; all of them. */
  readonly fillers: RegExp;
  readonly secondLooks: readonly SecondLook[];
  /** What belongs to one day and is wrong on every other. */
  readonly dated: RegExp;
  /** Asking to go on against pain. */
  readonly pain: RegExp;
}

/** Lines that put right what was said or left unsaid. */
export interface Corrections {
  readonly nextUp: (move: string) => string;
  readonly side: (side: Side) => string;
  readonly secondsLeft: (seconds: number) => string;
  readonly halfWay: string;
  readonly movesLeft: (left: number) => string;
  readonly round: (round: number) => string;
  readonly total: (count: number) => string;
  /** Said before a change that nobody called. */
  readonly change: string;
  readonly easier: (option: string) => string;
  readonly haveReady: (thing: string) => string;
  /** A move with its side, as a caption. */
  readonly captioned: (move: string, side: Side) => string;
  /** A number as a line may have it: in figures, in words, as an ordinal; in the same order for every number. */
  readonly numberForms: (n: number) => readonly string[];
  /** A side as a line may have it, in the same order for both. */
  readonly sideForms: Readonly<Record<Side, readonly string[]>>;
}
