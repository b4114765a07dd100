import type { Programme } from '../../core/edit/assemble.ts';
import type { CardKind, Insert, InsertPlace, InsertShows } from '../../core/edit/decisions.ts';
import { shotAt } from '../../core/edit/shots.ts';
import { type Segment, isActive, isBreak } from '../../core/plan/segment.ts';
import { type Micros, micros } from '../../core/time/micros.ts';
import type { WorkoutDocument } from '../../core/workout/document.ts';

type NewInsert = Omit<Insert, 'id'>;
export type NewId = () => string;

const card = (kind: CardKind): InsertShows => ({ kind: 'card', card: kind, title: null, line: null });

/** The document with inserts more. */
export function withInserts(d: WorkoutDocument, more: readonly NewInsert[], newId: NewId): WorkoutDocument {
  const inserts = [...d.edit.inserts, ...more.map((insert) => ({ id: newId(), ...insert }))];
  return { ...d, edit: { ...d.edit, inserts } };
}

/** The document with an insert changed. */
export function withInsertChanged(d: WorkoutDocument, id: string, next: Partial<NewInsert>): WorkoutDocument {
  const inserts = d.edit.inserts.map((i) => (i.id === id ? { ...i, ...next } : i));
  return { ...d, edit: { ...d.edit, inserts } };
}

export function withoutInsert(d: WorkoutDocument, id: string): WorkoutDocument {
  return { ...d, edit: { ...d.edit, inserts: d.edit.inserts.filter((i) => i.id !== id) } };
}

/** What a segment is likely to want: the clock over a break, the move's name before work, else the part's card. */
export function usualCard(segment: Segment, filmed: boolean): NewInsert {
  if (!filmed) return { segmentKey: segment.key, place: 'instead', lengthUs: null, shows: card(fillerOf(segment)) };
  if (isBreak(segment)) return { segmentKey: segment.key, place: 'over', lengthUs: null, shows: card('rest') };
  const kind = isActive(segment) ? 'move' : 'part';
  return { segmentKey: segment.key, place: 'before', lengthUs: USUAL_US[kind], shows: card(kind) };
}

const USUAL_US = { title: micros(4e6), part: micros(3e6), move: micros(3e6), end: micros(6e6) } as const;

const fillerOf = (segment: Segment): CardKind => (isActive(segment) ? 'move' : isBreak(segment) ? 'rest' : 'part');

/** Sets of cards that a class can have, each with how many would come of it. */
export type CardSet = 'title' | 'end' | 'parts' | 'clocks' | 'missing';

/** The cards of a set that the class does not have yet. */
export function cardsOf(set: CardSet, { choices, segments }: Programme, has: readonly Insert[]): NewInsert[] {
  const planned = choices.map((c) => c.segment);
  const filmed = new Set(choices.flatMap((c) => (c.candidate === null ? [] : [c.segment.key])));
  const there = planned.filter((s) => filmed.has(s.key));
  const [first, last] = [there[0], there.at(-1)];
  const wanted = ((): NewInsert[] => {
    switch (set) {
      case 'title':
        return first === undefined ? [] : [between(first, 'before', 'title')];
      case 'end':
        return last === undefined ? [] : [between(last, 'after', 'end')];
      case 'parts':
        return there
          .filter((s, i) => i > 0 && s.blockId !== there[i - 1]?.blockId)
          .map((s) => between(s, 'before', 'part'));
      case 'clocks':
        return segments
          .flatMap((s) => (s.segment !== null && !s.extra && isBreak(s.segment) ? [s.segment] : []))
          .filter((s) => filmed.has(s.key))
          .map((s) => usualCard(s, true));
      case 'missing':
        return planned.filter((s) => !filmed.has(s.key) && isActive(s)).map((s) => usualCard(s, false));
    }
  })();
  return wanted.filter((w) => !has.some((h) => h.segmentKey === w.segmentKey && h.place === w.place));
}

function between(segment: Segment, place: InsertPlace, kind: 'title' | 'part' | 'end'): NewInsert {
  return { segmentKey: segment.key, place, lengthUs: USUAL_US[kind], shows: card(kind) };
}

/** The frame that is seen at a programme time, standing still after a segment; null: no take is seen there. */
export function frozenAfter(segment: Segment, at: Micros, { shots }: Pick<Programme, 'shots'>): NewInsert | null {
  const found = shotAt(at, shots);
  if (found === null) return null;
  const shows = { kind: 'freeze', mediaId: found.shot.takeId, at: found.time } as const;
  return { segmentKey: segment.key, place: 'after', lengthUs: micros(2e6), shows };
}

/** A stretch of a take from where it is seen, over a segment: what is heard goes on. */
export function clipOver(segment: Segment, mediaId: string, from: Micros): NewInsert {
  return { segmentKey: segment.key, place: 'over', lengthUs: null, shows: { kind: 'clip', mediaId, from } };
}
