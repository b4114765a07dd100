import { numberOf } from '../language/en/numbers.ts';
import { type ClauseMark, marksOf } from '../language/en/clause-marks.ts';
import { type Clause, clauseText } from '../transcript/clauses.ts';
import type { Token } from '../transcript/transcript.ts';
import type { Label } from './name-variants.ts';
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
  readonly clauses: readonly ClauseReading[];
  readonly heard: readonly Heard[];
}

/** Reads every clause of a transcript: its marks, and which of the labels it names. */
export function readClauses(clauses: readonly Clause[], tokens: readonly Token[], labels: readonly Label[]): Readings {
  const heard = hear(tokens, labels);
  const clauseOf = new Int32Array(tokens.length);
  for (const [c, clause] of clauses.entries()) clauseOf.fill(c, clause.from, clause.to);
  const names = clauses.map((): Named[] => []);
  const rounds = new Map<number, number | 'last'>();
  for (const h of heard) {
    const c = clauseOf[h.token];
    if (c === undefined) continue;
    if (h.kind === 'round-word') rounds.set(c, h.round);
    if (h.kind !== 'name') continue;
    const list = names[c] as Named[];
    const known = list.findIndex((n) => n.label === h.label);
    const named: Named = { label: h.label, score: h.score, next: h.next };
    // Said twice in one breath it counts once, as it was said best.
    if (known < 0) list.push(named);
    else if ((list[known] as Named).score < h.score) list[known] = named;
  }
  return {
    heard,
    clauses: clauses.map((clause, c): ClauseReading => {
      const text = clauseText(clause, tokens);
      const last = tokens[clause.to - 1]?.text ?? '';
      return {
        marks: marksOf(text, last.endsWith('?')),
        names: names[c] as Named[],
        left: /\bleft\b/.test(text) && !/\b(?:seconds|secs|more|to|are|is) left\b/.test(text),
        right:
          /\bright (?:side|leg|arm|foot|knee|hand|elbow|over|one|first|heel|hip|shoulder|toe|toes|ankle|in front|goes|back|on)\b|\b(?:your|the|our|my|on|is|to|and) right\b|^right first|\bright$/.test(
            text,
          ) && !/\b(?:all|thats|just|so) right\b/.test(text),
        round: rounds.get(c) ?? null,
        count: countOf(text),
        atUs: tokens[clause.from]?.at ?? 0,
        sigmaUs: tokens[clause.from]?.sigma ?? 0,
      };
    }),
  };
}

/** `Seven`, `and twelve`, `nine, long neck`: a repetition counted aloud, 1 to 50; null: none. */
function countOf(text: string): number | null {
  const [first, second] = text.replace(/^(?:and|thats|number) /, '').split(' ');
  const value = numberOf(first);
  // Several numbers are a countdown or a beat; a unit after it makes it a length.
  if (value === null || value < 1 || value > 50 || numberOf(second) !== null) return null;
  return second !== undefined &&
    /^(?:more|sec|min|of|to|reps?|each|left|times?|rounds?|sides?|moves?|seconds?|minutes?|pounds|kilos)/.test(second)
    ? null
    : value;
}
