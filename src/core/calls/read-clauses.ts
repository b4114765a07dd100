import type { ClauseMark } from '../language/clause-mark.ts';
import { languageOf } from '../language/languages.ts';
import { type Clause, clauseText } from '../transcript/clauses.ts';
import type { SpokenWords } from '../transcript/transcript.ts';
import { marksInTurn } from './marks-in-turn.ts';
import type { Label } from './name-variants.ts';
import { saidOfMoves } from './said-of-moves.ts';
import { withoutTakenBack } from './taken-back.ts';
import { type Heard, hear } from './detect-calls.ts';

/** A move named in a clause. */
export interface Named {
  readonly label: string;
  /** How surely it is this name, 0 to 1. */
  readonly score: number;
  /** Said to come, not to be: `next up, squats`. */
  readonly next: boolean;
}

/** What a clause says of where the class stands. */
export interface ClauseReading {
  readonly marks: readonly ClauseMark[];
  readonly names: readonly Named[];
  /** Sides spoken of in it. */
  readonly left: boolean;
  readonly right: boolean;
  readonly round: number | 'last' | null;
  /** The repetition it counts, where it counts one; its time and how far off that may be, in microseconds. */
  readonly count: number | null;
  readonly atUs: number;
  readonly sigmaUs: number;
}

export interface Readings {
  /** By label: how much each clause speaks for it, in nats. */
  readonly said: ReadonlyMap<string, Float64Array>;
  readonly clauses: readonly ClauseReading[];
  readonly heard: readonly Heard[];
}

/** Reads every clause of a transcript: its marks, and which of the labels it names. */
export function readClauses(clauses: readonly Clause[], words: SpokenWords, labels: readonly Label[]): Readings {
  const { tokens } = words;
  const { marksOf, sidesIn, countIn } = languageOf(words.language).clauses;
  const heard = hear(words, labels);
  const clauseOf = new Int32Array(tokens.length);
  for (const [c, clause] of clauses.entries()) clauseOf.fill(c, clause.from, clause.to);
  const names = clauses.map((): Named[] => []);
  const rounds = new Map<number, number | 'last'>();
  for (const h of heard) {
    const c = clauseOf[h.token];
    if (c === undefined) continue;
    if (h.kind === 'round-word') rounds.set(c, h.round);
    if (h.kind !== 'name') continue;
    const list = names[c]!;
    const known = list.findIndex((n) => n.label === h.label);
    const named: Named = { label: h.label, score: h.score, next: h.next };
    // Said twice in one breath it counts once, as it was said best.
    if (known < 0) list.push(named);
    else if (list[known]!.score < h.score) list[known] = named;
  }
  const texts = clauses.map((clause) => clauseText(clause, tokens));
  const alone = clauses.map((clause, c) => marksOf(texts[c]!, tokens[clause.to - 1]?.text.endsWith('?') === true));
  const { marks, takenBack } = withoutTakenBack(texts, marksInTurn(texts, alone, words.language), words.language);
  // A move that was called too early comes later: it is announced.
  for (const c of takenBack) names[c] = names[c]!.map((n) => ({ ...n, next: true }));
  return {
    heard: heard.filter((h) => h.kind !== 'countdown' || !takenBack.has(clauseOf[h.token] ?? -1)),
    said: saidOfMoves(texts, labels, languageOf(words.language)),
    clauses: clauses.map((clause, c): ClauseReading => {
      const text = texts[c]!;
      return {
        marks: marks[c]!,
        names: names[c]!,
        ...sidesIn(text),
        round: rounds.get(c) ?? null,
        count: countIn(text),
        atUs: tokens[clause.from]?.at ?? 0,
        sigmaUs: tokens[clause.from]?.sigma ?? 0,
      };
    }),
  };
}
