import { SAID_OF } from './said-of-moves.ts';
import { NEVER, pattern } from '../pattern.ts';
import type { NameWords } from '../heard-words.ts';
import { LIBRARY_NAMES } from './library-names.ts';

const words = (...lists: string[]) => lists.join(' ').split(' ');

/** Words that say nothing by themselves. */
const COMMON = new Set(
  words(
    'seite halten dehnung hoch runter heben druck drucken schritt tipp drehen drehung position kreis',
    'kreise rollen sprung sprunge bein beine arm arme knie hufte huften brust wade wand breit korper',
    'gewicht schulter nacken ferse zehen stehend sitzend kniend liegend halb ganz langsam schnell',
    'gross klein vorwarts ruckwarts seitlich eins zwei drei erste zweite pause hund katze kuh kind',
    'stern kran boot dreh marsch gehen laufen',
  ),
);

const FILLERS = new Set(
  words('der die das den dem ein eine einen und von mit zu zur zum auf im in am an fur aus dein deine es'),
);

const STOPS = new Set(
  words(
    'und fur so mit wir ihr du jetzt dann ist sind drei los pause halt wenn links rechts nur gut',
    'super atme denk achte nimm bleib mach macht schon das die der ich weil noch okay hol aber erste',
    'letzte nachste auf',
  ),
);

/** Nouns that names of moves end with (general knowledge of the trade). */
const HEADS = words(
  'kniebeuge kniebeugen ausfallschritt ausfallschritte liegestutz liegestutze liegestutzen',
  'unterarmstutz stutz seitstutz plank brucke beckenheben rudern kreuzheben rumpfbeuge hampelmann',
  'hampelmanner bergsteiger kafer schwimmer burpee burpees crunch crunches situp situps sonnengruss',
  'krieger kobra taube fliege curl curls schulterdrucken trizepsdrucken seitheben frontheben',
  'wadenheben wandsitz vierfussler hocke bauchpresse superman squat squats lunge lunges kickback',
  'holzhacker windmuhle grapevine beinheben beinsenken kniehub kniehebelauf anfersen skippings',
  'standwaage strecksprung strecksprunge',
);
const WEAK_HEADS = words(
  'heben senken kreisen dehnung dehnen drehung drehen schritt schritte sprung sprunge tipp tipps',
  'beuge neigung druck drucken zug ziehen strecken streckung rollen lauf marsch halte halten',
  'stossen schlag schlage tritt tritte presse offner',
);
const MODIFIERS = words(
  'einbeinige einbeiniger einbeiniges tiefe breite enge seitliche seitlicher hintere vordere',
  'stehende sitzende liegende kniende halbkniende hohe flache schnelle langsame wechselnde',
  'diagonale gestreckte gebeugte bein arm knie hufte becken brust schulter trizeps bizeps waden',
  'nacken rucken bauch ober unter waagerechte umgekehrte umgekehrter russische bulgarische',
  'besenstiel kisten stuhl wand band hantel',
);

const EDGES = new Set(
  words(
    'der die das den dem ein eine einen und oder zu von in auf an fur mit ist sind war wird es dies',
    'diese wir ihr du ich er sie unser unsere dein deine euer eure jetzt dann nachste nachstes erste',
    'zweite dritte letzte eins zwei drei vier funf sechs sieben acht neun zehn aus nach wie so noch',
    'mehr andere gleich nur sehr nicht kein keine tun machen macht mach gehen geht los kommt kommen',
    'habt haben hat kann konnt wollt hier da was wo wann wenn aber weil wieder alle beide hoch halten',
    'bleib uber unter auch zuruck komm nimm seht sagt denk gut schon super okay links rechts bereit',
    'als',
  ),
);

const LEADS_IN = pattern('u')`
  \b(?:als nachstes|nachste|jetzt|dann|danach|gleich|erste|zweite|dritte|letzte|zum schluss|das ist|hier ist|hier sind|
  nummer|weiter mit|zuruck zu|wir machen|wir haben|ihr macht|mit|fur|bereit|start|wieder|und|die|der|das|den|eine|einen|
  ein)\b
`;

export const NAMES: NameWords = {
  common: COMMON,
  fillers: FILLERS,
  saidOf: SAID_OF,
  leads: [
    ['als', 'nachstes', 'kommt'],
    ['als', 'nachstes', 'kommen'],
    ['als', 'nachstes'],
    ['nachste', 'ubung', 'ist'],
    ['nachste', 'ubung'],
    ['erste', 'ubung', 'ist'],
    ['erste', 'ubung'],
    ['gleich', 'kommen'],
    ['gleich', 'kommt'],
    ['weiter', 'mit'],
    ['wir', 'beginnen', 'mit'],
    ['wir', 'starten', 'mit'],
    ['es', 'folgt'],
  ],
  stops: STOPS,
  skipped: new Set(words('der die das den ein eine einen unser unsere dein deine ist es')),
  heads: HEADS,
  weakHeads: WEAK_HEADS,
  modifiers: MODIFIERS,
  doing: NEVER,
  headPairs: { up: ['push', 'sit', 'step'], bug: ['dead'], dog: ['bird'] },
  edges: EDGES,
  leadsIn: LEADS_IN,
  ofLibrary: LIBRARY_NAMES,
};
