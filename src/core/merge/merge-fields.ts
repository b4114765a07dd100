import { same } from './same.ts';

export type Side = 'mine' | 'theirs';

/** What both sides changed and only a person can decide. Values are undefined where a side has no such thing. */
export interface Clash {
  /** Names the clash in `choices`. */
  readonly key: string;
  /** The entity, as in entities.ts; its place may be `in` another list on one side. */
  readonly entity: string;
  /** The fields that lead to the value; empty: the entity itself was removed on one side, or made on both. */
  readonly path: readonly string[];
  readonly base: unknown;
  readonly mine: unknown;
  readonly theirs: unknown;
}

/** Which side wins a clash, by its key; without an answer theirs does. */
export interface Choices {
  readonly get: (key: string) => Side | undefined;
}

export const ALWAYS_MINE: Choices = { get: () => 'mine' };

/** Values that only make sense as a whole. */
const WHOLE = new Set(['range', 'muted', 'dose', 'anchor', 'inRounds', 'atHome', 'takeUp', 'counted']);

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/**
 * Merges one value three ways, field by field; what both changed differently is put into `clashes` and chosen by
 * `choices`, else as theirs.
 */
export function mergeFields(
  [base, mine, theirs]: readonly [unknown, unknown, unknown],
  place: { readonly entity: string; readonly path: readonly string[] },
  choices: Choices,
  clashes: Clash[],
): unknown {
  if (same(mine, theirs) || same(base, theirs)) return mine;
  if (same(base, mine)) return theirs;
  const whole = WHOLE.has(place.path.at(-1) ?? '');
  if (!whole && isRecord(base) && isRecord(mine) && isRecord(theirs) && sameKind(base, mine, theirs)) {
    const merged: Record<string, unknown> = {};
    // In the order of the base, so that a merge with nothing changed is the same text.
    for (const field of new Set([...Object.keys(base), ...Object.keys(theirs), ...Object.keys(mine)])) {
      const values = [base[field], mine[field], theirs[field]] as const;
      const value = mergeFields(values, { entity: place.entity, path: [...place.path, field] }, choices, clashes);
      if (value !== undefined) merged[field] = value;
    }
    return merged;
  }
  const clash = { key: [place.entity, ...place.path].join(' / '), ...place, base, mine, theirs };
  clashes.push(clash);
  return choices.get(clash.key) === 'mine' ? mine : theirs;
}

/** One of several kinds has the fields of its kind only, so that kinds are never mixed. */
function sameKind(...values: readonly Record<string, unknown>[]): boolean {
  return values.every((value) => value.kind === values[0]?.kind);
}
