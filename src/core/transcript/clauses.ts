import { languageOf } from '../language/languages.ts';
import { planWords } from './place-words.ts';
import { type SpokenWords, type Token, type Transcript, coarseCues } from './transcript.ts';
import type { TakeTime } from '../time/micros.ts';

/** Words said in one breath. Boundaries of segments lie between two clauses. Microseconds on take time. */
export interface Clause {
  /** Its tokens, [from, to) of the transcript's. */
  readonly from: number;
  readonly to: number;
  /** How long its words take to say. */
  readonly spokenUs: number;
  /** How likely silence falls after it, 0 to about 1.5: a full stop counts 1. */
  readonly pauseAfter: number;
  /** The stretch it lies in. */
  readonly stretch: number;
}

/** Speech between two known times: what is not spoken in it is silence. Clauses [first, last]. */
interface Stretch {
  readonly start: number;
  readonly end: number;
  readonly first: number;
  readonly last: number;
  /**
   * False where nothing tells when it ends, as for the last words of a recording: silence may follow them for as long
   * as one likes.
   */
  readonly endKnown: boolean;
}

export interface SpokenTrack {
  readonly clauses: readonly Clause[];
  readonly stretches: readonly Stretch[];
}

/** A pause at least this likely may be a boundary of a segment; that of a comma is. */
const MAY_TURN = 0.12;
/** Between words with times, silence this long ends a clause whatever is written. */
const BREATH_US = 600_000;
/** A token known better than this is an anchor in time. */
const KNOWN_US = 400_000;
const FULL_STOP = /[.!?…:]["')\]]?$/;

/**
 * Cuts a transcript into clauses. In coarse paragraphs only the paragraph's two ends are known times; words that have
 * times, or were placed in a voice that was heard, make a stretch of each clause. `words` are those of `spokenWords`.
 */
export function spokenTrack(transcript: Transcript, words: SpokenWords, duration: TakeTime): SpokenTrack {
  const { tokens } = words;
  const open: OpenTrack = { clauses: [], stretches: [], words };
  const coarse = new Map(coarseCues(transcript, duration).map((c) => [c.cue, c]));
  let i = 0;
  while (i < tokens.length) {
    const cue = tokens[i]!.cue;
    let to = i + 1;
    while (to < tokens.length && tokens[to]!.cue === cue) to++;
    const rough = coarse.get(cue);
    const known = tokens.slice(i, to).every((t) => t.sigma <= KNOWN_US);
    if (rough !== undefined && !known) addCoarse(open, i, to, rough);
    else addTimed(open, i, to);
    i = to;
  }
  return { clauses: open.clauses, stretches: withEnds(open.stretches, duration) };
}

/** A track that is being built. */
interface OpenTrack {
  readonly clauses: Clause[];
  readonly stretches: Stretch[];
  readonly words: SpokenWords;
}

interface Rough {
  readonly text: string;
  readonly start: number;
  readonly end: number;
  readonly endKnown: boolean;
  readonly onward: string | null;
}

/** The clauses of a paragraph: its words by the speaking model, its silence unknown but in sum. */
function addCoarse({ clauses, stretches, words }: OpenTrack, i: number, to: number, rough: Rough): void {
  const { tokens, language } = words;
  const plans = planWords({ text: rough.text, next: rough.onward, language });
  const first = clauses.length;
  let [from, spoken] = [i, 0];
  for (let k = i; k < to; k++) {
    const token = tokens[k]!;
    const plan = plans[token.word];
    const lastPart = k + 1 === to || tokens[k + 1]!.word !== token.word;
    if (!lastPart || plan === undefined) continue;
    spoken += Math.max(plan.spokenUs, plan.stepUs ?? 0);
    const counting = plan.stepUs !== null && k + 1 < to;
    if (k + 1 < to && (counting || (plan.share < MAY_TURN && !isLoneCount(words, from, k)))) continue;
    clauses.push({
      from,
      to: k + 1,
      spokenUs: spoken,
      pauseAfter: k + 1 === to ? LAST_PAUSE : plan.share,
      stretch: stretches.length,
    });
    [from, spoken] = [k + 1, 0];
  }
  if (clauses.length === first) return;
  stretches.push({ start: rough.start, end: rough.end, first, last: clauses.length - 1, endKnown: rough.endKnown });
}

/** How likely silence is at the end of a paragraph: as after any phrase. */
const LAST_PAUSE = 0.9;

/** `One.` by itself is a repetition counted, whatever stands after it. */
function isLoneCount({ tokens, language }: SpokenWords, from: number, k: number): boolean {
  const { numberOf } = languageOf(language).forms;
  return from === k && numberOf(tokens[k]!.norm) !== null && FULL_STOP.test(tokens[k]!.text);
}

/** Words with times of their own: a stretch for each clause, from its first word to the next clause's. */
function addTimed({ clauses, stretches, words }: OpenTrack, i: number, to: number): void {
  const { tokens } = words;
  const { numberOf } = languageOf(words.language).forms;
  let from = i;
  for (let k = i; k < to; k++) {
    const [token, next] = [tokens[k]!, tokens[k + 1]];
    const silence = next === undefined || k + 1 === to ? 0 : next.at - token.end;
    const counting =
      next !== undefined &&
      k + 1 < to &&
      numberOf(token.norm) !== null &&
      numberOf(next.norm) !== null &&
      silence < 2e6;
    const ends = k + 1 === to || silence > BREATH_US || (/[.!?…,;:—–]["')\]]?$/.test(token.text) && k - from >= 1);
    if (!ends || (counting && silence < 2e6)) continue;
    const start = tokens[from]!.at;
    clauses.push({
      from,
      to: k + 1,
      spokenUs: Math.max(1e5, token.end - start),
      pauseAfter: silence > BREATH_US || FULL_STOP.test(token.text) || k + 1 === to ? 1 : 0.3,
      stretch: stretches.length,
    });
    stretches.push({ start, end: token.end, first: clauses.length - 1, last: clauses.length - 1, endKnown: false });
    from = k + 1;
  }
}

/** Every stretch lasts until the next begins; the last until the recording ends. */
function withEnds(stretches: readonly Stretch[], duration: TakeTime): Stretch[] {
  return stretches.map((s, k): Stretch => {
    const next = stretches[k + 1];
    return next === undefined
      ? { ...s, end: Math.max(s.start + 1e6, duration), endKnown: false }
      : { ...s, end: Math.max(s.start + 1, next.start), endKnown: true };
  });
}

/** The words of a clause as they are compared: lower case, without marks, one space between two. */
export function clauseText(clause: Clause, tokens: readonly Token[]): string {
  return tokens
    .slice(clause.from, clause.to)
    .map((t) => t.norm)
    .join(' ');
}
