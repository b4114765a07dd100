import type { PauseWords } from '../heard-words.ts';

const words = (...lists: string[]): ReadonlySet<string> => new Set(lists.join(' ').split(' '));

export const PAUSES: PauseWords = {
  starters: words(
    'und so okay ok gut super klasse prima jetzt dann gleich danach als weiter los auf noch halbzeit',
    'halfte pause erste letzte nachste zweite ihr du wir ich wenn falls denk achte bleib bleibt halte',
    'haltet nimm nehmt mach macht komm kommt bereit drei funf zehn schon genau das die mein',
  ),
  bound: new Set([
    'als nachstes',
    'los gehts',
    'auf gehts',
    'und los',
    'und pause',
    'und wechsel',
    'noch zehn',
    'noch funf',
    'zehn sekunden',
    'funf sekunden',
    'linke seite',
    'rechte seite',
    'andere seite',
    'die halfte',
    'gut gemacht',
    'weiter gehts',
    'und dann',
    'wenn du',
    'wenn ihr',
    'wir machen',
    'jetzt kommt',
    'gleich kommt',
  ]),
  leadsOn: words(
    'okay ok so und jetzt dann die der das den dem ein eine einen deine dein eure euer wir ihr du',
    'noch als zu zur zum fur mit in im am an auf von ist sind',
  ),
  goes: words('los start go'),
  afterCount: /^(?:und|pause|stopp|stop|wechsel|wechseln|los|start|fertig|zeit|gut|super|okay)$/,
  unit: /^(?:sek|min|mal|wiederholung|stuck|runde)/,
  noises: [
    'musik|lied|applaus|lach\\w*|gerausch|geräusch\\w*|stille|unverständlich|piep\\w*|klatsch\\w*',
    'pfeif\\w*|atm\\w*|ausatm\\w*|einatm\\w*|music|applause|noise',
  ].join('|'),
};
