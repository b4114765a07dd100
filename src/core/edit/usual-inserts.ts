import { type Segment, isActive, isBreak } from '../plan/segment.ts';
import { type ProgrammeTime, type TakeTime, ZERO, asLength } from '../time/micros.ts';
import type { Programme } from './assemble.ts';
import type { CardKind, Insert, InsertPlace, InsertShows } from './decisions.ts';
import { shotAt } from './shots.ts';

/** An insert that has no id yet. */
export type NewInsert = Omit<Insert, 'id'>;

const card = (kind: CardKind): InsertShows => ({ kind: 'card', card: kind, title: null, line: null });

/** What has to be read, and by whom: a name while one gets ready, a title while one settles (common practice). */
const USUAL_US = { title: asLength(4e6), part: asLength(3e6), move: asLength(3e6), end: asLength(6e6) } as const;
const FREEZE_US = asLength(2e6);

/** A card with its clock for a segment that no take holds, as long as planned. */
export function standInFor(segment: Segment): NewInsert {
  const kind = isActive(segment) ? 'move' : isBreak(segment) ? 'rest' : 'part';
  return { segmentKey: segment.key, place: 'instead', lengthUs: null, shows: card(kind) };
}

/**
 * What a filmed segment is likely to want: the clock over a break, the move's name before work, else the part's card.
 */
export function usualCard(segment: Segment): NewInsert {
  if (isBreak(segment)) return { segmentKey: segment.key, place: 'over', lengthUs: null, shows: card('rest') };
  return between(segment, 'before', isActive(segment) ? 'move' : 'part');
}

function between(segment: Segment, place: InsertPlace, kind: keyof typeof USUAL_US): NewInsert {
  return { segmentKey: segment.key, place, lengthUs: USUAL_US[kind], shows: card(kind) };
}

/** Sets of cards that a class can have. */
export const CARD_SETS = ['title', 'parts', 'clocks', 'missing', 'end'] as const;
export type CardSet = (typeof CARD_SETS)[number];

/** The cards of a set that the class does not have yet. */
export function cardsOf(set: CardSet, programme: Pick<Programme, 'choices'>, has: readonly Insert[]): NewInsert[] {
  return wanted(set, programme).filter((w) => !has.some((h) => h.segmentKey === w.segmentKey && h.place === w.place));
}

function wanted(set: CardSet, { choices }: Pick<Programme, 'choices'>): NewInsert[] {
  const filmed = choices.flatMap((c) => (c.candidate === null ? [] : [c.segment]));
  const [first, last] = [filmed[0], filmed.at(-1)];
  switch (set) {
    case 'title':
      return first === undefined ? [] : [between(first, 'before', 'title')];
    case 'parts':
      return filmed
        .filter((s, i) => i > 0 && s.blockId !== filmed[i - 1]?.blockId)
        .map((s) => between(s, 'before', 'part'));
    case 'clocks':
      return filmed.filter(isBreak).map(usualCard);
    case 'missing':
      return choices.flatMap(({ segment, candidate }) =>
        candidate === null && isActive(segment) ? [standInFor(segment)] : [],
      );
    case 'end':
      return last === undefined ? [] : [between(last, 'after', 'end')];
  }
}

/** The frame that is seen at a programme time, frozen after a segment; null: no take is seen there. */
export function freezeAfter(
  segment: Segment,
  at: ProgrammeTime,
  { shots }: Pick<Programme, 'shots'>,
): NewInsert | null {
  const found = shotAt(at, shots);
  if (found === null) return null;
  const shows = { kind: 'freeze', mediaId: found.shot.takeId, at: found.time } as const;
  return { segmentKey: segment.key, place: 'after', lengthUs: FREEZE_US, shows };
}

/** A still picture after a segment. */
export function pictureAfter(segment: Segment, mediaId: string): NewInsert {
  return { segmentKey: segment.key, place: 'after', lengthUs: null, shows: { kind: 'freeze', mediaId, at: ZERO } };
}

/** A clip of another take from one of its times on, over a segment: what is heard goes on. */
export function clipOver(segment: Segment, mediaId: string, from: TakeTime): NewInsert {
  return { segmentKey: segment.key, place: 'over', lengthUs: null, shows: { kind: 'clip', mediaId, from } };
}
