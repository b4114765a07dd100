import { type PlannedSegment, isActive } from '../plan/segment.ts';

/** What is being done while somebody speaks: work and holds, breaks of all kinds, talk. */
export type Doing = 'work' | 'break' | 'talk';
export const DOINGS = ['work', 'break', 'talk'] as const satisfies readonly Doing[];

export function doingOf(segment: Pick<PlannedSegment, 'kind'>): Doing {
  return isActive(segment) ? 'work' : segment.kind === 'talk' ? 'talk' : 'break';
}

/** Where in its segment a clause stands. A clause that is the only one stands first and last. */
export type Place = 'first' | 'inside' | 'last';
export const PLACES = ['first', 'inside', 'last'] as const satisfies readonly Place[];

/** What a name that is heard has to do with the segment it is heard in. */
export type Relation = 'own' | 'coming' | 'gone' | 'other';
export const RELATIONS = ['own', 'coming', 'gone', 'other'] as const satisfies readonly Relation[];

/** The labels that a segment has relations to: its own move's, the next one's and the one before. null: none. */
export interface Kin {
  readonly own: string | null;
  readonly coming: string | null;
  readonly gone: string | null;
}

/** The kin of every segment of a class. In a break nothing is its own: what comes is coming. */
export function kinOf(segments: readonly PlannedSegment[]): Kin[] {
  const kin: Kin[] = [];
  const coming: (string | null)[] = new Array<string | null>(segments.length).fill(null);
  let next: string | null = null;
  for (let k = segments.length - 1; k >= 0; k--) {
    const s = segments[k]!;
    // Of two sides or sets of one move the other one comes; what is announced is the move after it.
    const after = segments.slice(k + 1, k + 6).find((x) => isActive(x) && (!isActive(s) || x.label !== s.label));
    coming[k] = isActive(s) ? (after?.label ?? null) : next;
    if (isActive(s)) next = s.label;
  }
  let [last, before]: [string | null, string | null] = [null, null];
  for (const [k, s] of segments.entries()) {
    const own = isActive(s) ? s.label : null;
    if (own !== null && own !== last) [before, last] = [last, own];
    kin.push({ own, coming: coming[k] ?? null, gone: own !== null ? before : last });
  }
  return kin;
}

export function relationTo(kin: Kin, label: string): Relation {
  return label === kin.own ? 'own' : label === kin.coming ? 'coming' : label === kin.gone ? 'gone' : 'other';
}
