import type { Reading } from '../claim-reading.ts';
import type { SaidWord } from '../said-word.ts';
import { amountOf, cardinalOf } from './numbers.ts';

const PAUSE = /^(?:pause|erholung|erholen|ausruhen|verschnaufen|durchatmen|trinken)$/;
const WORK = /^(?:arbeit|belastung|training|halten|kniebeugen|stutz)$/;
const ENDING = /^(?:pause|fertig|geschafft|wechsel|wechseln|stopp|vorbei|schluss|ende)$/;
const LAST = /^letzte[nrsm]?$/;
/** The tempo of one repetition is no length of an interval. */
const LONGEST_TEMPO_S = 6;

interface TimeSpan {
  readonly seconds: number;
  readonly length: number;
  readonly minutes: boolean;
}

/** A number with its unit: `zehn Sekunden`, `eine halbe Minute`, `eine Minute`. */
function spanAt(words: readonly SaidWord[], i: number): TimeSpan | null {
  const at = (k: number) => words[i + k]?.norm ?? '';
  if (/^(?:eine|ne)$/.test(at(0)) && at(1) === 'halbe' && at(2) === 'minute')
    return { seconds: 30, length: 3, minutes: false };
  const value = amountOf(at(0));
  if (value === null) return null;
  if (/^(?:sekunden?|sek)$/.test(at(1))) return { seconds: value, length: 2, minutes: false };
  return /^min(?:uten?)?$/.test(at(1)) ? { seconds: value * 60, length: 2, minutes: true } : null;
}

/** Seconds and minutes: what is left, and how long things are. */
export function readTime(words: readonly SaidWord[], i: number): Reading | null {
  const at = (k: number) => words[i + k]?.norm ?? '';
  const still = at(0) === 'noch' || LAST.test(at(0)) ? 1 : 0;
  const left = (seconds: number, length: number): Reading => ({ body: { type: 'seconds-left', seconds }, length });
  const span = spanAt(words, i + still);
  if (span === null) {
    const bare = cardinalOf(at(1));
    const counts = /^(?:mal|wiederholungen?|stuck|ubungen?|runden?|atemzuge|satze?|davon|kilo)$/.test(at(2));
    return still === 1 && bare !== null && [5, 10, 15, 20, 30].includes(bare) && !counts ? left(bare, 2) : null;
  }
  const end = still + span.length;
  const [before, next] = [at(-1), at(end)];
  if (still === 1) return left(span.seconds, end);
  if (/^(?:noch|ubrig)$/.test(next)) return left(span.seconds, end + 1);
  // `Weniger als zehn Sekunden`: what is left is that or less.
  if (before === 'als' && at(-2) === 'weniger')
    return { body: { type: 'seconds-left', seconds: span.seconds, atMost: true }, length: end };
  if (/^(?:vor|nach|alle|seit|uber|mehr|als)$/.test(before) || /^(?:lang|spater|her|alt|schneller)$/.test(next))
    return null;
  const after = words.slice(i + end, i + end + 6).map((w) => w.norm);
  if (before === 'in') return after.some((w) => ENDING.test(w)) ? left(span.seconds, end) : null;
  return readLength(words, i, span) ?? readAlone(words, i, span);
}

/** How long things are: `vierzig Sekunden Belastung`, `zwanzig Sekunden Pause`, `je vierzig Sekunden`. */
function readLength(words: readonly SaidWord[], i: number, { seconds, length, minutes }: TimeSpan): Reading | null {
  const at = (k: number) => words[i + k]?.norm ?? '';
  const is = (of: 'work' | 'rest' | 'class', used: number): Reading => ({
    body: { type: 'length', seconds, of },
    length: used,
  });
  const next = at(length);
  if (minutes) return /^(?:training|kurs|stunde|einheit|video|programm)$/.test(next) ? is('class', length + 1) : null;
  const of = /^(?:zum|zur|fur|mit)$/.test(next) ? at(length + 1) : next;
  if (PAUSE.test(of)) return is('rest', length + (of === next ? 1 : 2));
  if (seconds <= LONGEST_TEMPO_S) return null;
  if (WORK.test(of)) return is('work', length + (of === next ? 1 : 2));
  const back = [-1, -2, -3, -4].map(at);
  if (/^(?:dauert|ist|sind|dauern|hat)$/.test(at(-1)) && back.some((w) => PAUSE.test(w))) return is('rest', length);
  if (/^(?:dauert|ist|sind|dauern)$/.test(at(-1)) && back.some((w) => /^(?:ubung|ubungen|jede|intervall)$/.test(w)))
    return is('work', length);
  return /^(?:fur|je|jeweils)$/.test(at(-1)) ? is('work', length) : null;
}

/** A bare `zehn Sekunden` is a call where it stands nearly alone. */
function readAlone(words: readonly SaidWord[], i: number, { seconds, length, minutes }: TimeSpan): Reading | null {
  const opens = words
    .slice(0, i)
    .every((w) => /^(?:und|das|sind|so|okay|ok|jetzt|nur|komm|kommt|los|gut|super|es|ihr|du|habt|hast)$/.test(w.norm));
  if (minutes || seconds < 2 || !(opens && words.length - i <= length + 3)) return null;
  return { body: { type: 'seconds-left', seconds }, length };
}
