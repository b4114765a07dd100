import { otherNames } from '../exercise/other-names.ts';
import { soundsLike, stem } from '../language/en/sounds-like.ts';
import { normalise } from '../transcript/normalise.ts';
import type { Token } from '../transcript/transcript.ts';

/** Where a move is named in the transcript. */
export interface Mention {
  readonly label: string;
  readonly token: number;
  readonly tokens: number;
  /** How surely it is this name, 0.4 to 1. */
  readonly score: number;
}

interface NameWord {
  readonly word: string;
  readonly weight: number;
}

/** One way to say a label; `worth` is what a whole match of it scores. */
interface Variant {
  readonly words: readonly NameWord[];
  readonly total: number;
  readonly worth: number;
}

const ENOUGH = 0.6;
const OTHER_NAME = 0.9;
/** Of another name more must be heard: `leg … side` is much in a class. */
const ENOUGH_OF_OTHER = 0.75;
/** A part of the name that no other move has: `lunges` for the only lunge, `bicycles` for the bicycle crunch. */
const HEAD_ALONE = 0.6;
const FRONT_ALONE = 0.5;
/** Words of a name in another order: `circle the arms`. */
const TURNED = 0.8;
const FILLERS = new Set(['a', 'an', 'the', 'and', 'of', 'with', 'to', 'on', 'in', 'your', 'for', 'at', 'from', 'it']);
/** Words that say nothing by themselves. */
const COMMON = new Set([
  'side',
  'hold',
  'stretch',
  'up',
  'down',
  'spot',
  'raise',
  'lift',
  'press',
  'step',
  'kick',
  'tap',
  'turn',
  'reach',
  'pose',
  'circle',
  'circles',
  'roll',
  'opener',
  'fold',
  'jump',
  'out',
  'over',
  'back',
  'walk',
  'run',
  'leg',
  'legs',
  'arm',
  'arms',
  'knee',
  'knees',
  'hip',
  'hips',
  'chest',
  'calf',
  'high',
  'low',
  'reverse',
  'forward',
  'front',
  'bent',
  'overhead',
  'single',
  'split',
  'kneeling',
  'seated',
  'standing',
  'half',
  'dead',
  'good',
  'morning',
  'wall',
  'wide',
  'body',
  'weight',
  'bodyweight',
  'air',
  'shoulder',
  'neck',
  'heel',
  'toe',
  'swing',
  'push',
  'pull',
  'jumping',
  'mountain',
  'glute',
  'flow',
  'move',
  'extension',
  'twist',
  'row',
  'sit',
  'box',
  'first',
  'second',
  'one',
  'two',
  'rest',
  'bug',
  'dog',
  'fire',
  'star',
  'bear',
  'cat',
  'cow',
  'child',
  'childs',
  'bird',
  'happy',
  'baby',
  'crab',
  'frog',
  'boat',
  'figure',
  'world',
  'greatest',
  'thread',
  'needle',
  'kneel',
  'stand',
  'march',
  'shadow',
  'walking',
]);

/** What is listened for: the name of a move, or that with the other names that its plan gives it. */
export type Label = string | { readonly name: string; readonly also: readonly string[] };

/** Moves of segments as they are listened for, each once. */
export function labelsOf(moves: Iterable<{ readonly label: string; readonly also?: readonly string[] }>): Label[] {
  const named = new Map<string, readonly string[]>();
  for (const { label, also = [] } of moves) named.set(label, [...(named.get(label) ?? []), ...also]);
  return [...named].map(([name, also]) => (also.length === 0 ? name : { name, also: [...new Set(also)] }));
}

function alsoByName(labels: readonly Label[]): ReadonlyMap<string, readonly string[]> {
  return new Map(labels.map((l) => (typeof l === 'string' ? [l, []] : [l.name, l.also])));
}

/**
 * Finds every place where one of the labels is said: words of the name in order or turned, others between them,
 * plurals,
 * misheard words, words run together or cut in two, other names of the same move, or a part of the name that no other
 * move
 * has (`parts`; not where the labels are a whole library). Words that many labels share weigh less.
 */
export function findMentions(tokens: readonly Token[], labels: readonly Label[], parts = true): Mention[] {
  const norms = tokens.map((token) => token.norm);
  const pairs = norms.map((norm, t) => `${norm} ${norms[t + 1] ?? ''}`);
  const mentions: Mention[] = [];
  for (const { label, variants, starts } of preparedFor(labels, parts)) {
    // Most words of a class are in no name: those are passed over at once.
    const mayStart = (t: number) => {
      let may = starts.get(pairs[t]!);
      if (may === undefined)
        starts.set(
          pairs[t]!,
          (may = variants.some((v) =>
            v.words.some((w, i) => similar(norms[t]!, norms[t + 1], w.word, v.words[i + 1]?.word) !== null),
          )),
        );
      return may;
    };
    for (let t = 0; t < tokens.length; t++) {
      if (!mayStart(t)) continue;
      let found: { length: number; score: number } | null = null;
      for (const variant of variants) {
        const here = matchAt(norms, t, variant);
        if (here !== null && (found === null || here.score > found.score)) found = here;
      }
      if (found === null) continue;
      mentions.push({ label, token: t, tokens: found.length, score: found.score });
      t += found.length - 1;
    }
  }
  return strongest(mentions);
}

/** A label with every way to say it; `starts`: whether two words in a row may begin it, as far as that was asked. */
interface Prepared {
  readonly label: string;
  readonly variants: readonly Variant[];
  readonly starts: Map<string, boolean>;
}

// A class is read sentence by sentence against the same labels: what is to be known of them is worked out once.
const prepared = new WeakMap<readonly Label[], Map<boolean, readonly Prepared[]>>();

function preparedFor(labels: readonly Label[], parts: boolean): readonly Prepared[] {
  let of = prepared.get(labels);
  if (of === undefined) prepared.set(labels, (of = new Map<boolean, readonly Prepared[]>()));
  let made = of.get(parts);
  if (made === undefined) of.set(parts, (made = prepare(labels, parts)));
  return made;
}

function prepare(labels: readonly Label[], parts: boolean): Prepared[] {
  const own = alsoByName(labels);
  const unique = [...own.keys()];
  const names = unique.map(wordsOf);
  const shared = new Map<string, number>();
  for (const name of names) for (const word of new Set(name.map(stem))) shared.set(word, (shared.get(word) ?? 0) + 1);
  const known = new Set(unique.map((label) => wordsOf(label).join(' ')));
  return unique.map((label, l): Prepared => {
    const weigh = (words: readonly string[], worth: number): Variant => {
      const weighed = words.map((word): NameWord => ({
        word,
        weight: (word.length <= 2 ? 0.5 : 1) / Math.sqrt(shared.get(stem(word)) ?? 1),
      }));
      return { words: weighed, total: weighed.reduce((sum, w) => sum + w.weight, 0), worth };
    };
    const name = names[l] ?? [];
    const others = [...otherNames(label), ...(own.get(label) ?? [])]
      .map(wordsOf)
      .filter((other) => !known.has(other.join(' ')));
    const alone =
      name.length < 2 || !parts
        ? []
        : [[name.at(-1) as string, HEAD_ALONE] as const, [name[0] as string, FRONT_ALONE] as const].filter(
            ([word]) => !COMMON.has(word) && shared.get(stem(word)) === 1,
          );
    const variants = [
      weigh(name, 1),
      ...others.map((other) => weigh(other, OTHER_NAME)),
      ...alone.map(([word, worth]) => weigh([word], worth)),
    ].filter((v) => v.total > 0);
    return { label, variants, starts: new Map() };
  });
}

function wordsOf(label: string): string[] {
  return label
    .split(/[\s–—/,-]+/)
    .map(normalise)
    .filter((w) => w !== '' && !FILLERS.has(w));
}

/** How a name's word is met at a token: how well, and how many tokens and words of the name that takes. */
function similar(
  norm: string,
  next: string | undefined,
  word: string,
  after: string | undefined,
): { readonly worth: number; readonly tokens: number; readonly words: number } | null {
  const plain = soundsLike(norm, word);
  if (plain > 0) return { worth: plain, tokens: 1, words: 1 };
  // `pushups` is two words of the name, `dead lifts` one.
  if (after !== undefined && norm.length > word.length && stem(norm) === stem(word + after))
    return { worth: 1, tokens: 1, words: 2 };
  if (next !== undefined && word.length > norm.length && stem(norm + next) === stem(word))
    return { worth: 1, tokens: 2, words: 1 };
  return null;
}

/**
 * Matches a name that begins at a token: any word of it may begin, the others follow in order within two spare words,
 * or turned.
 */
function matchAt(
  norms: readonly string[],
  at: number,
  { words, total, worth }: Variant,
): { length: number; score: number } | null {
  let best: { length: number; score: number } | null = null;
  for (let first = 0; first < words.length; first++) {
    const met = similar(norms[at] as string, norms[at + 1], (words[first] as NameWord).word, words[first + 1]?.word);
    if (met === null) continue;
    const weightOf = (w: number, count: number) => words.slice(w, w + count).reduce((sum, x) => sum + x.weight, 0);
    let [weight, cursor, end, spare, count] = [
      weightOf(first, met.words) * met.worth,
      at + met.tokens,
      at + met.tokens,
      2,
      met.words,
    ];
    for (let w = first + met.words; w < words.length; w++) {
      for (let look = cursor; look < norms.length && look - cursor <= spare; look++) {
        const more = similar(norms[look] as string, norms[look + 1], (words[w] as NameWord).word, words[w + 1]?.word);
        if (more === null) continue;
        spare -= look - cursor;
        weight += weightOf(w, more.words) * more.worth;
        count += more.words;
        cursor = end = look + more.tokens;
        w += more.words - 1;
        break;
      }
    }
    let score = (weight / total) * worth;
    if (weight / total < ENOUGH && first > 0) {
      const turned = norms
        .slice(at + 1, at + 5)
        .findIndex((norm, i) => similar(norm, norms[at + 2 + i], (words[0] as NameWord).word, undefined) !== null);
      if (turned >= 0 && words.length === 2) [score, end, count] = [worth * TURNED, at + 2 + turned, 2];
    }
    // One word of several is another name, or none: `push the floor away` is no push-up.
    if (words.length > 1 && count < 2) continue;
    if (score / worth >= (worth === OTHER_NAME ? ENOUGH_OF_OTHER : ENOUGH) && (best === null || score > best.score))
      best = { length: end - at, score };
  }
  return best;
}

/** Where two labels claim the same words, the better match stays; equal ones stay both. */
function strongest(mentions: Mention[]): Mention[] {
  const byToken = [...mentions].sort((a, b) => a.token - b.token);
  const longest = Math.max(1, ...mentions.map((m) => m.tokens));
  return byToken.filter((m, i) => {
    for (let j = i - 1; j >= 0 && (byToken[j] as Mention).token > m.token - longest; j--)
      if (beats(byToken[j] as Mention, m)) return false;
    for (let j = i + 1; j < byToken.length && (byToken[j] as Mention).token < m.token + m.tokens; j++)
      if (beats(byToken[j] as Mention, m)) return false;
    return true;
  });
}

function beats(o: Mention, m: Mention): boolean {
  return (
    o.label !== m.label &&
    o.token < m.token + m.tokens &&
    m.token < o.token + o.tokens &&
    (o.score > m.score + 0.05 || (Math.abs(o.score - m.score) <= 0.05 && o.tokens > m.tokens))
  );
}
