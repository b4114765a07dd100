import type { CallStyle } from './cue.ts';
import type { Plan } from '../plan/plan.ts';
import type { Length } from '../time/micros.ts';
import { type LanguageCode, languageOf } from '../language/languages.ts';
import { counted } from '../language/viewer-word.ts';

/** The kinds of line that belong to a move, whatever class it is in. */
export const BANK_KINDS = ['form', 'breath', 'option', 'caution', 'set-up'] as const;
export type BankKind = (typeof BANK_KINDS)[number];

/** One line about a move in an instructor's own words. */
export interface BankLine {
  readonly move: string;
  readonly kind: BankKind;
  readonly text: string;
  /** Whose words they are. */
  readonly by: string;
}

/** What is said in every class in much the same words. */
export const SNIPPET_KINDS = ['opening', 'disclaimer', 'closing', 'next class'] as const;
export type SnippetKind = (typeof SNIPPET_KINDS)[number];

export interface Snippet {
  readonly kind: SnippetKind;
  /** With its facts in braces: `{title}`, `{minutes}`, `{instructor}`, `{equipment}`, `{moves}`. */
  readonly text: string;
  readonly by: string;
}

/** A way of calling that somebody made their own: which calls, how often, in which words. */
interface NamedWay {
  readonly name: string;
  readonly style: CallStyle;
}

/** What a studio has to say, class after class, and how. */
export interface CueBank {
  readonly lines: readonly BankLine[];
  readonly snippets: readonly Snippet[];
  readonly ways: readonly NamedWay[];
}

export const EMPTY_BANK: CueBank = { lines: [], snippets: [], ways: [] };
export const BANK_LIMITS = { lines: 2_000, snippets: 40, ways: 40, textLength: 500 } as const;

/** A text as it is compared: two names or lines are the same where these words are. */
const wordsOf = (text: string) =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\p{M}\p{N}\s]/gu, '')
    .split(/\s+/)
    .filter(Boolean)
    .join(' ');

/** The lines of a move, those of its instructor first; without any of another kind. */
export function linesOfMove(bank: CueBank, move: string, kind: BankKind | null, by: string): BankLine[] {
  const name = wordsOf(move);
  const own = bank.lines.filter((l) => wordsOf(l.move) === name && (kind === null || l.kind === kind));
  return [...own.filter((l) => l.by === by), ...own.filter((l) => l.by !== by)];
}

/** The bank with a line in it; as it was where it has that line already, of whichever kind. */
export function withLine(bank: CueBank, line: BankLine): CueBank {
  const text = line.text.trim();
  const has = bank.lines.some((l) => wordsOf(l.move) === wordsOf(line.move) && wordsOf(l.text) === wordsOf(text));
  if (text === '' || has || bank.lines.length >= BANK_LIMITS.lines) return bank;
  return { ...bank, lines: [...bank.lines, { ...line, text }] };
}

/** The bank without a line of a move, by its words. */
function withoutLine(bank: CueBank, line: BankLine): CueBank {
  const gone = (l: BankLine) => wordsOf(l.move) === wordsOf(line.move) && wordsOf(l.text) === wordsOf(line.text);
  return { ...bank, lines: bank.lines.filter((l) => !gone(l)) };
}

/** The bank with a snippet in the place of the one of that kind and person; without text it is taken out. */
export function withSnippet(bank: CueBank, snippet: Snippet): CueBank {
  const others = bank.snippets.filter((s) => s.kind !== snippet.kind || s.by !== snippet.by);
  const text = snippet.text.trim();
  return { ...bank, snippets: text === '' ? others : [...others, { ...snippet, text }] };
}

/** The bank with a way of calling in the place of the one of that name; null: without it. */
function withWay(bank: CueBank, name: string, style: CallStyle | null): CueBank {
  const others = bank.ways.filter((w) => w.name !== name);
  return { ...bank, ways: style === null ? others : [...others, { name, style }] };
}

/** The snippet of a kind as somebody says it, else as another of the studio does; null: nobody has one. */
export function snippetOf(bank: CueBank, kind: SnippetKind, by: string): Snippet | null {
  const all = bank.snippets.filter((s) => s.kind === kind);
  return all.find((s) => s.by === by) ?? all[0] ?? null;
}

/** One change of the bank. To make it twice does no harm, and each has an opposite. */
export type BankChange =
  | { readonly kind: 'keep' | 'drop'; readonly line: BankLine }
  | { readonly kind: 'snippet'; readonly snippet: Snippet }
  /** `style` null: there is no way of that name any more. */
  | { readonly kind: 'way'; readonly name: string; readonly style: CallStyle | null };

export function changedBank(bank: CueBank, change: BankChange): CueBank {
  switch (change.kind) {
    case 'keep':
      return withLine(bank, change.line);
    case 'drop':
      return withoutLine(bank, change.line);
    case 'snippet':
      return withSnippet(bank, change.snippet);
    case 'way':
      return withWay(bank, change.name, change.style);
  }
}

/** The changes that undo some changes of a bank. */
export function changesBack(bank: CueBank, changes: readonly BankChange[]): BankChange[] {
  return changes.map((change): BankChange => {
    if (change.kind === 'way')
      return { ...change, style: bank.ways.find((w) => w.name === change.name)?.style ?? null };
    if (change.kind !== 'snippet') return { kind: change.kind === 'keep' ? 'drop' : 'keep', line: change.line };
    const { kind, by } = change.snippet;
    const was = bank.snippets.find((s) => s.kind === kind && s.by === by);
    return { kind: 'snippet', snippet: was ?? { kind, by, text: '' } };
  });
}

/** What snippets can speak of. */
interface ClassFacts {
  readonly title: string;
  readonly instructor: string;
  readonly length: Length;
  readonly equipment: readonly string[];
  readonly moves: number;
}

export const SNIPPET_FACTS = ['title', 'instructor', 'minutes', 'equipment', 'moves'] as const;

/** A snippet with the facts of a class; a word in braces that is no fact stays as it is. */
export function fillSnippet(text: string, facts: ClassFacts, language?: LanguageCode): string {
  const { calling, viewers } = languageOf(language);
  const minutes = Math.max(1, Math.round(facts.length / 60e6));
  const values: Readonly<Record<(typeof SNIPPET_FACTS)[number], string>> = {
    title: facts.title,
    instructor: facts.instructor,
    minutes: counted(minutes, viewers.minute, viewers.minutes),
    equipment: facts.equipment.length === 0 ? calling.nothing : calling.list(facts.equipment),
    moves: counted(facts.moves, viewers.oneMove, viewers.manyMoves),
  };
  return text.replace(/\{(\w+)\}/g, (whole, name: string) => values[name as keyof typeof values] ?? whole);
}

/** The different moves of a plan, by name. */
export function moveNames({ blocks }: Pick<Plan, 'blocks'>): string[] {
  const names = new Map<string, string>();
  for (const block of blocks)
    for (const { name, instead } of block.moves)
      if (instead === undefined && name !== '' && !names.has(wordsOf(name))) names.set(wordsOf(name), name);
  return [...names.values()];
}
