import { usePlayhead } from '../shared/playhead.ts';
import { useLetterCommands } from '../workbench/commands.ts';
import { useDerived, useDocument } from '../workbench/workbench-context.tsx';
import { type CardSet, cardsOf, freezeAfter, standInFor, usualCard } from '../../core/edit/usual-inserts.ts';
import { withInserts } from './edit-inserts.ts';

export const newInsertId = () => crypto.randomUUID();

/** What a set of cards is called where it is added. */
export const SET_WORD: Readonly<Record<CardSet, string>> = {
  title: 'A title card at the beginning',
  parts: 'A card before each part',
  clocks: 'A card with the clock over each break',
  missing: 'A card for each move that was not filmed',
  end: 'An end card',
};

/** Inserts by key: a card at the chosen segment, a frame frozen after it, and whole sets of cards. */
export function useInsertCommands(selected: string | null, show: () => void): { readonly add: (set: CardSet) => void } {
  const { document, change } = useDocument();
  const { produced } = useDerived();
  const choice = produced?.programme.choices.find((c) => c.segment.key === selected);
  const addCard = () => {
    if (choice === undefined) return;
    const card = choice.candidate === null ? standInFor(choice.segment) : usualCard(choice.segment);
    change('Insert a card', (d) => withInserts(d, [card], newInsertId));
    show();
  };
  const freeze = () => {
    const at = usePlayhead.getState().at;
    if (choice === undefined || produced === null || at === null) return;
    const insert = freezeAfter(choice.segment, at, produced.programme);
    if (insert === null) return;
    change('Freeze a frame', (d) => withInserts(d, [insert], newInsertId));
    show();
  };
  const add = (set: CardSet) => {
    if (produced === null) return;
    const more = cardsOf(set, produced.programme, document.edit.inserts);
    if (more.length > 0) change(SET_WORD[set], (d) => withInserts(d, more, newInsertId));
    show();
  };
  useLetterCommands([
    { label: 'Insert a card at this segment', letter: 'i', run: addCard },
    { label: 'Freeze this frame after this segment', letter: 'f', run: freeze },
  ]);
  return { add };
}
