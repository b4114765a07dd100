import type { ClauseReading } from '../calls/read-clauses.ts';
import type { ExerciseBook } from '../exercise/library.ts';
import type { NameSigns } from '../language/heard-words.ts';
import { languageOf } from '../language/languages.ts';
import type { Clause } from '../transcript/clauses.ts';
import type { SpokenWords } from '../transcript/transcript.ts';
import { type SpokenName, spokenNames } from './spoken-names.ts';

/** One mention of a move. */
export interface MoveMention {
  /** Index of its move. */
  readonly move: number;
  readonly clause: number;
  readonly atUs: number;
  /** How much speaks for its being named because it is done now or next, in nats. */
  readonly worth: number;
}

export interface HeardMoves {
  /** Labels of the moves: each is called as its best mention has it. */
  readonly moves: readonly string[];
  readonly mentions: readonly MoveMention[];
}

/** Names of at least three moves within this are a list: what will come, not what begins. */
const LIST_US = 9e6;

/**
 * What a sign is worth, in nats: by a logistic fit to the 190 names of the development set, rounded; denied names and
 * greetings count more than it gave, by hand. With no sign, of four names one is that of a move that is done then.
 */
const WORTH = {
  any: -1,
  whole: 0.9,
  follows: 0.9,
  known: 0.8,
  led: 0.8,
  alone: 0.35,
  asked: -0.4,
  denied: -2.5,
  described: -1,
  listed: -0.6,
  story: -0.5,
  greeting: -1.2,
  option: -0.5,
} as const;

/** Every move that is named in some clauses, and each of its mentions. `readings` are those of the clauses. */
export function heardMoves(
  clauses: readonly Clause[],
  words: SpokenWords,
  readings: readonly ClauseReading[],
  book: ExerciseBook,
): HeardMoves {
  const names = spokenNames(clauses, words);
  const { nameSigns } = languageOf(words.language).proposals;
  const at = (n: SpokenName) => words.tokens[n.token]?.at ?? 0;
  const moves: { label: string; key: string; worth: number }[] = [];
  const mentions = names.map((name): MoveMention => {
    const known = book.named(name.label);
    const near = names.filter((o) => Math.abs(at(o) - at(name)) <= LIST_US / 2);
    const worth =
      worthInClause(name, clauses[name.clause]!, words, nameSigns) +
      (known === null ? 0 : WORTH.known) +
      (new Set(near.map((o) => o.key)).size >= 3 ? WORTH.listed : 0) +
      worthOfMarks(readings[name.clause]?.marks ?? []);
    const same = moves.findIndex((m) => m.key === name.key);
    let move = same >= 0 ? same : moves.findIndex((m) => alike(m.key, name.key));
    if (move < 0) move = moves.push({ label: '', key: name.key, worth: -Infinity }) - 1;
    const group = moves[move]!;
    if (worth > group.worth) [group.label, group.worth] = [known?.name ?? name.label, worth];
    return { move, clause: name.clause, atUs: at(name), worth };
  });
  return { moves: moves.map((m) => m.label), mentions };
}

/** What the words around a name in its clause say. */
function worthInClause(name: SpokenName, clause: Clause, { tokens }: SpokenWords, signs: NameSigns): number {
  const said = (from: number, to: number) =>
    tokens
      .slice(from, to)
      .map((t) => t.norm)
      .join(' ');
  const [before, after] = [said(clause.from, name.token), said(name.token + name.tokens, clause.to)];
  const described = name.key.includes(' ') && signs.bodyPart.test(name.key) && signs.owned.test(before);
  return (
    WORTH.any +
    (name.alone ? WORTH.alone : 0) +
    (after === '' && signs.joined.test(before) ? WORTH.whole : 0) +
    (signs.leads.test(before) ? WORTH.led : 0) +
    (signs.follows.test(after) ? WORTH.follows : 0) +
    (signs.denies.test(before) ? WORTH.denied : 0) +
    (signs.asked.test(name.label.toLowerCase()) ? WORTH.asked : 0) +
    (described ? WORTH.described : 0)
  );
}

function worthOfMarks(marks: ClauseReading['marks']): number {
  return (
    (marks.includes('greeting') ? WORTH.greeting : marks.includes('story') ? WORTH.story : 0) +
    (marks.includes('option') ? WORTH.option : 0)
  );
}

/** True where two names end alike and one of them is the other cut short: `row` and `bent over row`. */
function alike(a: string, b: string): boolean {
  const [x, y] = [a.split(' '), b.split(' ')];
  const [short, long] = x.length < y.length ? [x, y] : [y, x];
  return x.at(-1) === y.at(-1) && short.every((w) => long.includes(w));
}
