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

export function insertWord({ shows }: Pick<Insert, 'shows'>): string {
  switch (shows.kind) {
    case 'card':
      return CARD_WORD[shows.card];
    case 'freeze':
      return 'Freeze frame';
    case 'clip':
      return 'Clip';
  }
}
