import type { Language } from '../language/language.ts';
import { languageOf } from '../language/languages.ts';
import type { Clause } from '../transcript/clauses.ts';
import type { SpokenWords, Token } from '../transcript/transcript.ts';

/** A name that is said, whether a library has it or not. */
export interface SpokenName {
  /** As it was said, first letter large. */
  readonly label: string;
  /** The stems of its words, for comparing. */
  readonly key: string;
  readonly token: number;
  /** How many tokens it takes: `curl curl` two. */
  readonly tokens: number;
  readonly clause: number;
  /** It stands nearly alone, or words lead it in: it is done now or next. Else it is spoken about. */
  readonly leads: boolean;
  /** Stands alone in its clause. */
  readonly alone: boolean;
}

/** The words of names by their stems. */
interface Stems {
  readonly stem: (norm: string) => string;
  readonly heads: ReadonlySet<string>;
  /** Heads as they are written, by their stems. */
  readonly written: ReadonlyMap<string, string>;
  readonly weak: ReadonlySet<string>;
  readonly modifiers: ReadonlySet<string>;
  readonly pairs: Readonly<Record<string, readonly string[]>>;
}

const stemsBy = new Map<Language, Stems>();

function stemsOf(language: Language): Stems {
  let stems = stemsBy.get(language);
  if (stems === undefined) {
    const { stem } = language.forms;
    const { heads, weakHeads, modifiers, headPairs } = language.names;
    const each = (words: readonly string[]) => new Set(words.map(stem));
    const written = new Map([...weakHeads, ...heads].map((word) => [stem(word), word]));
    stems = { stem, written, heads: each(heads), weak: each(weakHeads), modifiers: each(modifiers), pairs: headPairs };
    stemsBy.set(language, stems);
  }
  return stems;
}

const MOST_MODIFIERS = 3;
/** A clause this short that holds a name is that name. */
const ALONE = 4;

/** Every name of a move in some clauses: a head word, with the words before it that belong to it. */
export function spokenNames(clauses: readonly Clause[], words: SpokenWords): SpokenName[] {
  const { tokens } = words;
  const language = languageOf(words.language);
  const { edges, leadsIn, doing } = language.names;
  const stems = stemsOf(language);
  const { stem } = stems;
  const found: SpokenName[] = [];
  for (const [c, clause] of clauses.entries()) {
    for (let i = clause.from; i < clause.to; i++) {
      const heads = headAt(tokens, i, clause.to, stems);
      if (heads === 0) continue;
      let from = i;
      while (from > clause.from && i - from < MOST_MODIFIERS) {
        const norm = tokens[from - 1]?.norm ?? '';
        const known = stems.modifiers.has(stem(norm));
        if (edges.has(norm) && !known) break;
        // An unknown word belongs to the name only right before its head.
        if (!known && from < i) break;
        from--;
      }
      const length = i + heads - from;
      const weak = heads === 1 && !stems.heads.has(stem(tokens[i]?.norm ?? ''));
      if (weak && !(from < i && stems.modifiers.has(stem(tokens[i - 1]?.norm ?? '')))) continue;
      const before = tokens
        .slice(Math.max(clause.from, from - 4), from)
        .map((t) => t.norm)
        .join(' ');
      const alone = clause.to - clause.from <= Math.max(ALONE, length + 1);
      if (length < 2 && !alone && !leadsIn.test(before)) continue;
      // `Curl curl` is a curl said twice, `row's next` a row.
      const said = tokens.slice(from, i + heads).filter((t, k, all) => t.norm !== all[k - 1]?.norm);
      const last = said.at(-1)!.norm;
      const head = heads === 1 && doing.test(last) ? stems.written.get(stem(last)) : undefined;
      const text = said
        .map((t, k) => (k === said.length - 1 && head !== undefined ? head : t.text))
        .map((word) => word.replace(/[^\p{L}\p{N}'’-]+/gu, '').toLowerCase())
        .join(' ')
        .replace(/['’]s?$/, '');
      found.push({
        label: text.charAt(0).toUpperCase() + text.slice(1),
        key: said.map((t) => stem(t.norm)).join(' '),
        token: from,
        tokens: i + heads - from,
        clause: c,
        leads: alone || leadsIn.test(before),
        alone,
      });
      i += heads - 1;
    }
  }
  return found;
}

/** How many tokens the head of a name takes here: 2 for `press up`, 0 where none is. */
function headAt(
  tokens: readonly Token[],
  i: number,
  to: number,
  { stem, heads, weak, modifiers, pairs }: Stems,
): number {
  const [norm, next] = [tokens[i]?.norm ?? '', i + 1 < to ? (tokens[i + 1]?.norm ?? '') : ''];
  const firsts = pairs[next.replace(/s$/, '')];
  if (firsts?.includes(stem(norm)) === true || firsts?.includes(norm) === true) return 2;
  const isHead = (word: string) => heads.has(stem(word)) || weak.has(stem(word));
  if (!isHead(norm)) return 0;
  // `step touch`, `leg lift`: the later word is the head.
  return next !== '' && isHead(next) && (modifiers.has(stem(norm)) || heads.has(stem(norm))) ? 0 : 1;
}
