import { pattern } from '../pattern.ts';
import type { CallWordings } from '../call-kind.ts';
import type { CallingWords } from '../said-lines.ts';

const PLAIN: CallingWords['plain'] = {
  name: ['{move}.'],
  side: ['Jetzt {side}.'],
  caution: ['{caution}.'],
  equipment: ['Du brauchst {equipment}.'],
  'next-up': ['Als Nächstes {move}.', 'Gleich kommt {move}.'],
  option: ['Leichter: {easier}.', 'Wenn es leichter sein soll: {easier}.'],
  'set-up': ['{setup}.'],
  rest: ['Und Pause.', 'Pause.', 'Kurz durchatmen.'],
  water: ['Trinken.'],
  'last-one': ['Letzte {last}.'],
  round: ['Runde {round} von {rounds}.'],
  ten: ['Noch zehn Sekunden.', 'Noch zehn.', 'Die letzten zehn.'],
  'half-way': ['Halbzeit.', 'Die Hälfte ist geschafft.'],
  'other-side': ['Andere Seite.', 'Und die andere Seite.', 'Seitenwechsel.', 'Jetzt {side}.'],
  again: ['Noch mal.', 'Das Gleiche noch mal.', 'Und noch einmal.', 'Wieder dasselbe.'],
  'back-to': ['Noch mal {short}.', '{move}.', 'Wieder {short}.'],
  ready: ['Bereit in'],
  'last-rep': ['Noch eine.', 'Und die letzte.', 'Eine noch.'],
  'reps-left': ['Noch {left}.', '{left} noch.'],
  'rep-count': ['{count}.'],
  form: ['{form}.'],
  breath: ['{breath}.'],
};

const SHARED: CallWordings = {
  option: [
    'Leichter: {easier}.',
    'Wenn das viel ist: {easier}.',
    'Sanfter: {easier}.',
    'Eine Stufe leichter: {easier}.',
  ],
  'other-side': ['Andere Seite.', 'Und die andere Seite.', 'Seitenwechsel.', 'Jetzt {side}.', 'Und nun {side}.'],
  rest: ['Und Pause.', 'Pause.', 'Kurz durchatmen.', 'Ausschütteln.', 'Und locker lassen.'],
};

const WAYS: CallingWords['ways'] = {
  explain: {
    'next-up': ['Als Nächstes {move}.', 'Danach {move}.', 'Gleich kommt {move}.', 'Weiter mit {move}.'],
    ready: ['Bereit in', 'Los geht es in', 'Fertig in'],
  },
  preview: { 'next-up': ['Als Nächstes {move}.', 'Weiter mit {move}.', 'Danach {move}.'] },
  repetitions: {
    'half-way': ['Die Hälfte ist geschafft.', 'Halbzeit.'],
    'last-rep': ['Noch eine.', 'Und die letzte.', 'Eine noch, dann fertig.'],
  },
  music: {
    'next-up': ['Jetzt {move}.', 'Gleich kommt {move}.', 'Weiter mit {move}.'],
    name: ['{move}.', '{move}!'],
    again: ['Noch mal.', 'Einmal noch.', 'Das Gleiche.'],
  },
  flow: {
    name: ['{move}.', 'Komm in {move}.', 'Und {move}.'],
    'reps-left': ['Noch {left} Atemzüge.', '{left} langsame Atemzüge hier.'],
    breath: ['{breath}.', 'Ein und aus.', 'Einatmen, ausatmen.', 'Langsam ein, und länger wieder aus.'],
    'back-to': ['Zurück zu {move}.', 'Noch mal {move}.'],
  },
};

/** What the library needs for its exercises, in German; what a plan asks for stays as it is written. */
const THINGS: Readonly<Record<string, string>> = {
  weight: 'ein Gewicht',
  crate: 'eine Kiste',
  broomstick: 'einen Besenstiel',
  band: 'ein Band',
  strap: 'einen Gurt',
  'folded towel': 'ein gefaltetes Handtuch',
  towel: 'ein Handtuch',
  chair: 'einen Stuhl',
  step: 'eine Stufe',
  mat: 'eine Matte',
};

export const CALLING: CallingWords = {
  plain: PLAIN,
  shared: SHARED,
  ways: WAYS,
  sides: { left: 'links', right: 'rechts' },
  onSide: (label, side) => `${label}, ${side}`,
  last: { move: 'Übung', round: 'Runde' },
  versionRests: (which, by) =>
    `${which === 'easier' ? 'Leichtere' : 'Schwerere'} Variante${by === undefined ? '' : `, mit ${by}`}: jetzt Pause.`,
  shownBy: (text, by) => `mit ${by}, ${text}`,
  list: (things) => (things.length < 2 ? (things[0] ?? '') : `${things.slice(0, -1).join(', ')} und ${things.at(-1)}`),
  thing: (name) => THINGS[name] ?? name,
  listed: (name) => (THINGS[name] ?? name).replace(/^eine?n? /, ''),
  mat: 'eine Matte',
  nothing: 'nichts',
  // Nouns keep their capitals.
  inSentence: (text) => text,
  manner: pattern('iu')`
    ^(?:\p{L}+-\p{L}+|stehend\w*|sitzend\w*|kniend\w*|liegend\w*|einbeinig\w*|einarmig\w*|wechselnd\w*|seitlich\w*|
    diagonal\w*|statisch\w*)$
  `,
  joinsName: /^(?:zu|zur|zum|auf|im|in|mit|und|von|der|die|das|nach)(?!\p{L})/iu,
};
