import { pattern } from '../pattern.ts';
import type { Reading } from '../claim-reading.ts';
import type { SaidWord } from '../said-word.ts';
import { sideOf } from './word-forms.ts';

const MOVES_SIDEWAYS = pattern('')`
  ^(?:schau|schaut|dreh|dreht|drehen|neig|neigt|neigen|lehn|lehnt|schritt|greif|greift|blick|roll|rollt|schwing|tipp|
  zieh|zieht|streck|streckt|leg|lege|legt|lieg|liegt)$
`;
const BODY = pattern('')`
  ^(?:knie|fuss|fusse|bein|beine|hand|hande|arm|arme|ellbogen|hufte|ferse|schulter|zehen|stab|kiste|blick|kopf|gewicht)$
`;

/** `Linke Seite`, `auf der rechten Seite`, `jetzt links`; a side of the body that a cue of form speaks of is none. */
export function readSide(words: readonly SaidWord[], i: number, named: boolean): Reading | null {
  const at = (k: number) => words[i + k]?.norm ?? '';
  const side = sideOf(at(0));
  if (side === null) return null;
  const next = words
    .slice(Math.max(0, i - 6), i)
    .some((w) => /^(?:wechsel|wechseln|dann|danach|gleich|nachste|nachstes|bereit)$/.test(w.norm));
  const moving = words.slice(0, i).some((w) => MOVES_SIDEWAYS.test(w.norm));
  const found = (length: number): Reading => ({ body: { type: 'side', side, next }, length });
  if (at(1) === 'seite') return moving || /^(?:und|oder|zur)$/.test(at(-1)) ? null : found(2);
  // An adjective needs what it is a side of; `links` and `rechts` stand by themselves.
  if (!/^(?:links|rechts)$/.test(at(0))) return null;
  const ends = i === words.length - 1 || /^(?:jetzt|zuerst|nochmal|hier|weiter)$/.test(at(1));
  if (moving || BODY.test(at(-1)) || /^(?:und|oder|nach|von)$/.test(at(-1))) return null;
  return (named || /^(?:jetzt|mit|auf|und|nun|zuerst)$/.test(at(-1)) || words.length <= 3) && ends ? found(1) : null;
}

const FLOOR = ['half-kneeling', 'kneeling', 'all fours', 'plank', 'prone', 'supine', 'side-lying', 'seated'];
const POSSESSIVE = '(?:den|die|das|deinen|deine|euren|eure|allen|alle|beide)';
const POSITIONS: readonly (readonly [RegExp, readonly string[]])[] = [
  [new RegExp(`^auf ${POSSESSIVE} rucken\\b|^(?:in )?(?:die )?ruckenlage\\b`), ['supine']],
  [new RegExp(`^auf ${POSSESSIVE} bauch\\b|^(?:in )?(?:die )?bauchlage\\b`), ['prone']],
  [new RegExp(`^auf ${POSSESSIVE} (?:linke |rechte )?seite\\b|^(?:in )?(?:die )?seitlage\\b`), ['side-lying']],
  [/^(?:auf alle viere|in den vierfusslerstand|vierfusslerstand)\b/, ['all fours']],
  [/^in den halbkniestand\b|^ein knie (?:am|auf den|auf dem) boden\b/, ['half-kneeling']],
  [/^in den kniestand\b|^auf (?:die|beide) knie\b/, ['kneeling', 'half-kneeling']],
  [/^in den (?:hohen |tiefen )?(?:stutz|unterarmstutz|liegestutz)\b|^in die plank\b/, ['plank']],
  [/^(?:in den stand|zum stehen|steh(?:t)? (?:wieder )?auf|auf die fusse|komm(?:t)? (?:wieder )?hoch)\b/, ['standing']],
  [/^(?:setz(?:t)? (?:dich|euch)|in den sitz)\b/, ['seated']],
  [/^auf (?:den boden|die matte)\b/, FLOOR],
];

/** Before these, what follows is where a limb or a prop goes, not the whole body. */
const LIMB = pattern('')`
  ^(?:hand|hande|fuss|fusse|ferse|fersen|knie|zehen|ellbogen|unterarme|kiste|handtuch|stab|gewicht|gewichte|kopf|blick|
  leg|legt|stell|stellt|setz|tipp|tippt)$
`;

/** Where the body goes: `auf den Rücken`, `in den Vierfüßlerstand`, `auf den Boden`. */
export function readPosition(words: readonly SaidWord[], i: number): Reading | null {
  if (LIMB.test(words[i - 1]?.norm ?? '')) return null;
  const text = words
    .slice(i, i + 5)
    .map((w) => w.norm)
    .join(' ');
  for (const [pattern, positions] of POSITIONS) {
    const match = pattern.exec(text);
    if (match !== null) return { body: { type: 'position', positions }, length: match[0].split(' ').length };
  }
  return null;
}

const ARTICLE = /^(?:ein|eine|einen|dein|deine|deinen|euer|eure|euren|den|die|das|noch|dir|euch|nur|zwei)$/;

/** `Du brauchst eine Matte`, `hol dir den Besenstiel`, `keine Matte`, `ohne Geräte`. */
export function readEquipment(words: readonly SaidWord[], i: number, items: readonly string[]): Reading | null {
  const at = (k: number) => words[i + k]?.norm ?? '';
  /** Equipment that begins at one of the next words, articles passed over. */
  const itemFrom = (from: number): { item: string; length: number } | null => {
    let k = from;
    while (k < from + 3 && ARTICLE.test(at(k))) k++;
    const two = items.find((item) => item === `${at(k)} ${at(k + 1)}`);
    const one = items.find((item) => item === at(k) || `${item}n` === at(k) || `${item}e` === at(k));
    const item = two ?? one;
    return item === undefined ? null : { item, length: k + (two === undefined ? 1 : 2) };
  };
  const found = (item: { item: string; length: number } | null, needed: boolean): Reading | null =>
    item === null ? null : { body: { type: 'equipment', item: item.item, needed }, length: item.length };
  if (/^(?:keine?n?|ohne)$/.test(at(0))) {
    if (/^(?:equipment|gerate?|material|hilfsmittel)$/.test(at(1)))
      return { body: { type: 'equipment', item: 'equipment', needed: false }, length: 2 };
    return found(itemFrom(1), false);
  }
  const asks = /^(?:brauchst|braucht|brauchen)$/.test(at(0));
  if (asks && /^(?:nicht|keine?n?|nichts)$/.test(at(1))) return found(itemFrom(2), false);
  const takes = /^(?:hol|holt|nimm|nehmt|schnapp|schnappt)$/.test(at(0));
  // `Brauchst du eine Matte`: the person stands between.
  return asks || takes ? found(itemFrom(/^(?:du|ihr|wir)$/.test(at(1)) ? 2 : 1), true) : null;
}
