import type { ViewerClass } from '../core/delivery/viewer-class.ts';
import { make } from './make.ts';
import { cardRows } from './rounds.ts';

/** The card for the wall: moves, how much, how often. */
export function cardOf({ title, segments, words }: Pick<ViewerClass, 'title' | 'segments' | 'words'>): HTMLElement {
  const cells = (name: 'th' | 'td', texts: readonly string[]) =>
    make('tr', {}, ...texts.map((t) => make(name, name === 'th' ? { scope: 'col' } : {}, t)));
  const rows = cardRows(segments).map((r) => cells('td', [r.block, r.label, r.dose, r.atHome ?? `× ${r.rounds}`]));
  const head = make('thead', {}, cells('th', [words.block, words.move, words.howMuch, words.times]));
  const table = make('table', {}, make('caption', {}, title), head, make('tbody', {}, ...rows));
  return make('section', { class: 'card', 'aria-label': words.card }, table);
}
