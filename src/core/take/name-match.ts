import { normalise } from './transcript.ts';
import type { Token } from './transcript.ts';

/** Where a move is named in the transcript. */
export interface Mention {
  readonly label: string;
  readonly token: number;
  readonly tokens: number;
  /** Share of the name's weight that was heard, 0.6 to 1. */
  readonly score: number;
}

interface NameWord {
  readonly stem: string;
  readonly weight: number;
}

const ENOUGH = 0.6;
const FILLERS = new Set(['a', 'an', 'the', 'and', 'of', 'with', 'to', 'on', 'in', 'your', 'for', 'at', 'from']);

/** Cuts plural and verb endings, so that `lunges`, `lunging` and `lunge` meet. */
export function stem(norm: string): string {
  if (norm.length <= 3) return norm;
  return norm.replace(/(?:ies)$/, 'y').replace(/(?:ing|ers|er|es|ed|s|e)$/, (ending) => (norm.length - ending.length >= 3 ? '' : ending));
}

/**
 * Finds every place where one of the labels is said: words of the name in order, others between them, plurals, one
 * misheard letter, or a part of the name that no other move has. Words that many labels share weigh less.
 */
export function findMentions(tokens: readonly Token[], labels: readonly string[]): Mention[] {
  const unique = [...new Set(labels)];
  const words = unique.map((label) => label.split(/[\s–—/,-]+/).map(normalise).filter((w) => w !== '' && !FILLERS.has(w)).map(stem));
  const shared = new Map<string, number>();
  for (const name of words) for (const word of new Set(name)) shared.set(word, (shared.get(word) ?? 0) + 1);
  const stems = tokens.map((token) => stem(token.norm));
  const mentions: Mention[] = [];
  for (const [l, label] of unique.entries()) {
    const name: NameWord[] = (words[l] ?? []).map((w) => ({ stem: w, weight: (w.length <= 2 ? 0.5 : 1) / Math.sqrt(shared.get(w) ?? 1) }));
    const total = name.reduce((sum, word) => sum + word.weight, 0);
    if (total === 0) continue;
    for (let t = 0; t < tokens.length; t++) {
      const found = matchAt(stems, t, name, total);
      if (found === null) continue;
      mentions.push({ label, token: t, tokens: found.length, score: found.score });
      t += found.length - 1;
    }
  }
  return strongest(mentions);
}

/** Matches a name that begins at a token: any word of it may begin, the others follow in order within two spare words. */
function matchAt(stems: readonly string[], at: number, name: readonly NameWord[], total: number): { length: number; score: number } | null {
  for (let first = 0; first < name.length; first++) {
    if (!same(stems[at] as string, (name[first] as NameWord).stem)) continue;
    let [weight, cursor, end, spare] = [(name[first] as NameWord).weight, at + 1, at + 1, 2];
    for (let w = first + 1; w < name.length; w++) {
      let look = cursor;
      while (look < stems.length && look - cursor <= spare && !same(stems[look] as string, (name[w] as NameWord).stem)) look++;
      if (look >= stems.length || look - cursor > spare) continue;
      spare -= look - cursor;
      weight += (name[w] as NameWord).weight;
      cursor = end = look + 1;
    }
    const score = weight / total;
    if (score >= ENOUGH) return { length: end - at, score };
  }
  return null;
}

function same(a: string, b: string): boolean {
  if (a === b) return true;
  if (a.length < 5 || b.length < 5 || Math.abs(a.length - b.length) > 1) return false;
  let [i, slips] = [0, 0];
  for (let j = 0; i < a.length && j < b.length; ) {
    if (a[i] === b[j]) { i++; j++; continue; }
    if (++slips > 1) return false;
    if (a.length >= b.length) i++;
    if (b.length >= a.length) j++;
  }
  return slips + (i < a.length ? 1 : 0) <= 1;
}

/** Where two labels claim the same words, the better match stays; equal ones stay both. */
function strongest(mentions: Mention[]): Mention[] {
  return mentions
    .filter((m) => !mentions.some((o) => o.label !== m.label && o.token < m.token + m.tokens && m.token < o.token + o.tokens && (o.score > m.score + 0.05 || (Math.abs(o.score - m.score) <= 0.05 && o.tokens > m.tokens))))
    .sort((a, b) => a.token - b.token);
}
