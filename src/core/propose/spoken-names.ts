import {
  HEAD_PAIRS,
  MOVE_HEADS,
  MOVE_MODIFIERS,
  NAME_LEADS,
  NAME_STOPS,
  WEAK_HEADS,
} from '../language/en/move-words.ts';
import { stem } from '../language/en/sounds-like.ts';
import type { Clause } from '../transcript/clauses.ts';
import type { Token } from '../transcript/transcript.ts';

/** A name that is said, whether a library has it or not. */
export interface SpokenName {
  /** As it was said, first letter large. */
  readonly label: string;
  /** The stems of its words, for comparing. */
  readonly key: string;
  readonly token: number;
  readonly clause: number;
  /** It stands nearly alone, or words lead it in: it is done now or next. Else it is spoken about. */
  readonly leads: boolean;
  /** Stands alone in its clause. */
  readonly alone: boolean;
}

const HEADS = new Set(MOVE_HEADS.map(stem));
const WEAK = new Set(WEAK_HEADS.map(stem));
const MODIFIERS = new Set(MOVE_MODIFIERS.map(stem));
const MOST_MODIFIERS = 3;
/** A clause this short that holds a name is that name. */
const ALONE = 4;

/** Every name of a move in some clauses: a head word, with the words before it that belong to it. */
export function spokenNames(clauses: readonly Clause[], tokens: readonly Token[]): SpokenName[] {
  const found: SpokenName[] = [];
  for (const [c, clause] of clauses.entries()) {
    for (let i = clause.from; i < clause.to; i++) {
      const head = headAt(tokens, i, clause.to);
      if (head === 0) continue;
      let from = i;
      while (from > clause.from && i - from < MOST_MODIFIERS) {
        const norm = tokens[from - 1]?.norm ?? '';
        const known = MODIFIERS.has(stem(norm));
        if (NAME_STOPS.has(norm) && !known) break;
        // An unknown word belongs to the name only right before its head.
        if (!known && from < i) break;
        from--;
      }
      const length = i + head - from;
      const weak = head === 1 && !HEADS.has(stem(tokens[i]?.norm ?? ''));
      if (weak && !(from < i && MODIFIERS.has(stem(tokens[i - 1]?.norm ?? '')))) continue;
      const before = tokens
        .slice(Math.max(clause.from, from - 4), from)
        .map((t) => t.norm)
        .join(' ');
      const alone = clause.to - clause.from <= Math.max(ALONE, length + 1);
      if (length < 2 && !alone && !NAME_LEADS.test(before)) continue;
      const words = tokens.slice(from, i + head);
      const text = words.map((t) => t.text.replace(/[^\p{L}\p{N}'-]+/gu, '').toLowerCase()).join(' ');
      found.push({
        label: text.charAt(0).toUpperCase() + text.slice(1),
        key: words.map((t) => stem(t.norm)).join(' '),
        token: from,
        clause: c,
        leads: alone || NAME_LEADS.test(before),
        alone,
      });
      i += head - 1;
    }
  }
  return found;
}

/** How many tokens the head of a name takes here: 2 for `press up`, 0 where none is. */
function headAt(tokens: readonly Token[], i: number, to: number): number {
  const [norm, next] = [tokens[i]?.norm ?? '', i + 1 < to ? (tokens[i + 1]?.norm ?? '') : ''];
  const pairs = HEAD_PAIRS[next.replace(/s$/, '')];
  if (pairs?.includes(stem(norm)) === true || pairs?.includes(norm) === true) return 2;
  const isHead = (word: string) => HEADS.has(stem(word)) || WEAK.has(stem(word));
  if (!isHead(norm)) return 0;
  // `step touch`, `leg lift`: the later word is the head.
  return next !== '' && isHead(next) && (MODIFIERS.has(stem(norm)) || HEADS.has(stem(norm))) ? 0 : 1;
}
