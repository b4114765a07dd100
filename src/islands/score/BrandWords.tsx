import { useState } from 'react';
import { LANGUAGES, type LanguageCode } from '../../core/language/languages.ts';
import { WORD_IDS, type WordId } from '../../core/language/overlay-word.ts';
import { LONGEST_WORD, wordingOf } from '../../core/lanes/wording.ts';
import type { Brand } from '../../core/looks/look.ts';
import { Dialog } from '../../ui/Dialog.tsx';

/** What each word is for, where the word itself does not say it. */
const FOR: Readonly<Record<WordId, string>> = {
  ...{ work: 'in work', hold: 'in a hold', rest: 'in a rest', change: 'in a change-over', water: 'while they drink' },
  ...{ talk: 'while somebody talks', watch: 'while a move is shown', setUp: 'while things are set up' },
  ...{ restHeading: 'a rest, as a heading', waterHeading: 'a break to drink, as a heading' },
  ...{ next: 'before the next move', take: 'before what to take', easier: 'before the easier way' },
  ...{ harder: 'before the harder way', round: '… 2 of 3', set: '… 2 of 3', move: '… 2 of 8', effort: '… 70 %' },
  ...{ of: '2 … 3', leftSide: 'as a heading', rightSide: 'as a heading', alternateSides: 'as a heading' },
  ...{ left: 'after a move', right: 'after a move', breatheIn: 'breath in', breatheOut: 'breath out' },
  ...{
    rounds: '3 …, on a card',
    moves: '8 …, on a card',
    breathe: 'on a card of a rest',
    wellDone: 'on the last card',
  },
};

interface Props {
  readonly brand: Brand;
  readonly save: (next: Partial<Brand>) => void;
}

/** In which language the overlay writes, and the studio's own words in the place of some. */
export function BrandWords({ brand, save }: Props) {
  const [isOpen, setOpen] = useState(false);
  const { language, words } = brand;
  const usual = wordingOf({ language, words: {} });
  const own = Object.values(words).filter((w) => w.trim() !== '').length;
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
      <label className="flex items-center gap-2">
        The overlay writes
        <select
          className="field-box"
          value={language}
          onChange={(e) => save({ language: e.target.value as LanguageCode })}
        >
          {Object.values(LANGUAGES)
            .filter(({ code }) => code !== 'und')
            .map(({ code, name }) => (
              <option key={code} value={code}>
                {name}
              </option>
            ))}
        </select>
      </label>
      <button className="btn" onClick={() => setOpen(true)}>
        {own === 0 ? 'Words of its own' : `${own} ${own === 1 ? 'word' : 'words'} of its own`}
      </button>
      {isOpen && (
        <Dialog title="Words that the overlay writes" onClose={() => setOpen(false)} wide>
          <p className="text-soft">Empty: the usual word. Moves, blocks and titles are as the plan has them.</p>
          <div className="mt-3 grid gap-x-6 gap-y-2 sm:grid-cols-2">
            {WORD_IDS.map((id) => (
              <label key={id} className="grid grid-cols-[8.5rem_minmax(0,1fr)] items-center gap-2">
                <input
                  className="field-box"
                  maxLength={LONGEST_WORD}
                  placeholder={usual[id]}
                  aria-label={`${usual[id]}: ${FOR[id]}`}
                  defaultValue={words[id] ?? ''}
                  onBlur={(e) => {
                    const text = e.target.value.trim();
                    if (text === (words[id] ?? '')) return;
                    const { [id]: _, ...others } = words;
                    save({ words: text === '' ? others : { ...others, [id]: text } });
                  }}
                />
                <span className="text-[13px] text-soft">{FOR[id]}</span>
              </label>
            ))}
          </div>
        </Dialog>
      )}
    </div>
  );
}
