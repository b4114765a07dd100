import { otherNames } from '../exercise/other-names.ts';
import { stem } from '../language/en/sounds-like.ts';
import { normalise } from '../transcript/normalise.ts';
import { OTHER_NAME, HEAD_ALONE, FRONT_ALONE, FILLERS } from './name-weights.ts';

export interface NameWord {
  readonly word: string;
  readonly weight: number;
}

/** One way to say a label; `worth` is what a whole match of it scores. */
export interface Variant {
  readonly words: readonly NameWord[];
  readonly total: number;
  readonly worth: number;
}

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

/** A label with every way to say it; `starts`: whether two words in a row may begin it, as far as that was asked. */
interface Prepared {
  readonly label: string;
  readonly variants: readonly Variant[];
  readonly starts: Map<string, boolean>;
}

const prepared = new WeakMap<readonly Label[], Map<boolean, readonly Prepared[]>>();

export function preparedFor(labels: readonly Label[], parts: boolean): readonly Prepared[] {
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
