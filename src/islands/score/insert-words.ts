import type { CardKind, Insert, InsertPlace } from '../../core/edit/decisions.ts';

export const CARD_WORD: Readonly<Record<CardKind, string>> = {
  title: 'Title card',
  part: 'Card of the part',
  move: 'Card of the move',
  rest: 'Card of the break',
  end: 'End card',
};

export const PLACE_WORD: Readonly<Record<InsertPlace, string>> = {
  before: 'before',
  over: 'over',
  after: 'after',
  instead: 'in place of',
};

/** `pictures`: the recordings that are still pictures. */
export function insertWord({ shows }: Pick<Insert, 'shows'>, pictures: ReadonlySet<string>): string {
  switch (shows.kind) {
    case 'card':
      return CARD_WORD[shows.card];
    case 'freeze':
      return pictures.has(shows.mediaId) ? 'Picture' : 'Freeze frame';
    case 'clip':
      return 'Clip';
  }
}
