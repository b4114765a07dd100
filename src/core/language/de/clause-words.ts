import { pattern } from '../pattern.ts';
import type { ClauseMark } from '../clause-mark.ts';
import type { ClauseWords } from '../heard-words.ts';
import { marksBy } from '../marks-by.ts';
import { cardinalOf } from './numbers.ts';

const NUMBER =
  '(?:eins|zwei|zwo|drei|vier|funf|sechs|sieben|acht|neun|zehn|elf|zwolf|funfzehn|zwanzig|dreissig|\\d{1,2})';
const words = (...alternatives: string[]) => new RegExp(`\\b(?:${alternatives.join('|')})\\b`, 'u');

const PATTERNS: readonly (readonly [ClauseMark, RegExp])[] = [
  [
    'go',
    pattern('u')`
      ^(?:und |okay |also |drei zwei eins )?(?:los|los gehts|auf gehts|start|starte|startet|beginnt|weiter gehts|
      go)(?: jetzt)?$|\bund los\b
    `,
  ],
  [
    'ready',
    words('bereit|macht euch bereit|mach dich bereit|fertig machen|in position|ausgangsposition|aufstellen|alle da'),
  ],
  [
    'stop',
    pattern('u')`
      ^(?:und |jetzt )?(?:pause|stopp|stop|halt|zeit|entspannen|ausruhen|fertig|geschafft)\b|\bund pause$
      |\b(?:ausschutteln|durchatmen|absetzen|ablegen|kurz pause|mach pause|macht pause|verschnauf\w*)\b
    `,
  ],
  [
    'thatsIt',
    words(
      'das wars|(?<!halfte ist )(?<!halb )geschafft|fertig|gut gemacht|super gemacht|klasse gemacht',
      'sehr gut|das war es|ende|vorbei|prima',
    ),
  ],
  [
    'lastReps',
    words(
      'letzte[nrs]?(?! (?:zehn|funf|funfzehn|zwanzig|sekunden|ubung|runde|woche))|noch (?:ein|eine',
      'einen|einer|eins|zwei|drei|vier|funf)|ein letztes mal|einmal noch|zweimal noch|und noch',
    ),
  ],
  ['half', words('halbzeit|halfte|halb geschafft|halb rum')],
  [
    'timeLeft',
    words(
      `(?:noch )?${NUMBER} (?:sekunden?|sek)|noch (?:zehn|funf|funfzehn|zwanzig)|letzten? (?:zehn|funf)`,
      'gleich geschafft|fast geschafft',
    ),
  ],
  [
    'sequence',
    words(
      'als nachstes|nachste[rs]?|danach|dann|jetzt kommt|jetzt kommen|gleich|weiter mit|wir machen',
      'wir haben|es geht weiter|zuerst|erste ubung|zweite ubung|dritte ubung|letzte ubung|nummer',
      'zum schluss|wir beginnen|wir starten|es folgt',
    ),
  ],
  [
    'otherSide',
    words(
      'andere[nrs]? (?:seite|bein|arm|knie|richtung)|seitenwechsel|seite wechseln|seiten wechseln',
      'wechsel|wechseln|zweite seite|das gleiche|dasselbe',
    ),
  ],
  [
    'equipment',
    words(
      'nimm|nehmt|hol|holt|brauchst|braucht|brauchen|leg|legt|gewichte?|hanteln?|band|matte|stuhl',
      'handtuch|kiste|besenstiel|stab|ball|flasche|kissen|decke|gerate?|material',
    ),
  ],
  [
    'position',
    words(
      'auf (?:den|die|deinen|deine|euren|eure|allen|alle) (?:rucken|bauch|seite|knie|fusse|boden|matte',
      'vieren|unterarme|hande)|leg dich|legt euch|setz dich|setzt euch|steh auf|steht auf|aufstehen',
      'hinlegen|hinsetzen|vierfussler\\w*|kniestand|in den stand|in den stutz|in den sitz|komm hoch',
      'kommt hoch|dreh dich|dreht euch|ruckenlage|bauchlage|seitlage',
    ),
  ],
  [
    'option',
    words(
      'wenn|falls|leichter|einfacher|schwerer|alternative|alternativ|option|oder|lieber|stattdessen',
      'kannst|konnt|ohne|variante|sanfter|zu viel|zu schwer',
    ),
  ],
  ['breath', words('atme|atmet|atmen|einatmen|ausatmen|atem|atemzug|atemzuge|aus|ein und aus|luft')],
  [
    'praise',
    words(
      'super|gut|sehr gut|klasse|prima|toll|stark|weiter so|genau|schon|perfekt|sauber|du schaffst das',
      'ihr schafft das|bleib dran|bleibt dran|nicht aufgeben|ja',
    ),
  ],
  [
    'body',
    words(
      'brust|knie|rucken|ellbogen|schultern?|hufte|huften|fersen?|bauch|zehen|fuss|fusse|kopf|nacken',
      'rippen|arme?|beine?|hande?|handgelenke?|po|gesass|oberschenkel|kinn|rumpf|finger|blick|becken',
      'wirbelsaule',
    ),
  ],
  [
    'show',
    words(
      'schau|schaut|zeige|zeig|so sieht|genau so|das heisst|ich zeige|stell dir vor|stellt euch vor',
      'achtet darauf|achte darauf|wichtig ist|fusse (?:stehen|huftbreit|schulterbreit)|huftbreit',
      'schulterbreit|beginn mit|wir starten mit',
    ),
  ],
  [
    'greeting',
    words(
      'hallo|willkommen|herzlich|guten morgen|guten abend|schon dass|danke|tschuss|bis bald',
      'bis zum nachsten|nachste woche|heute|ich bin|mein name|training|stunde|kurs|video|einheit',
      'bis dann',
    ),
  ],
  [
    'story',
    words('ich|mein|meine|mir|mich|sie|er|leute|jemand|gesagt|dachte|fruher|war|waren|hatte|gestern|immer|nie|einmal'),
  ],
  ['round', words('runde|runden|durchgang|zirkel|block|noch einmal|zweites mal|letztes mal|erstes mal|zweimal')],
  ['water', words('wasser|trinken|trinkpause|schluck|trink|trinkt')],
  ['again', words('noch mal|nochmal|noch einmal|wieder|gleiche|dasselbe|zuruck zu|wie vorhin|wiederholen')],
  [
    'tempo',
    words(
      'hoch|runter|auf|ab|und|vor|zuruck|raus|rein|drucken|druck|ziehen|zieh|heben|heb|senken|senk',
      'schritt|tipp|springen|spring|halten|halt|langsam|tief|beugen|strecken|links|rechts|seit|offnen',
      'schliessen',
    ),
  ],
  [
    'dose',
    words(
      `${NUMBER} (?:wiederholungen|mal|stuck|pro seite|je seite|atemzuge)|jede seite|pro seite`,
      'wiederholungen|wie viele|minuten?|jeweils',
    ),
  ],
  ['opening', /^(?:so|jetzt|nun|dann|und dann|also|als nachstes)\b/u],
  ['leadIn', new RegExp(`^und(?: (?!(?:${NUMBER}|pause|stopp|stop|halt|fertig|entspannen)\\b)\\p{L}+){0,2}$`, 'u')],
];

/** `Sieben`, `und zwölf`: a repetition counted aloud. */
function countIn(text: string): number | null {
  const [first, second] = text.replace(/^(?:und|das ist|nummer) /, '').split(' ');
  const value = cardinalOf(first ?? '');
  if (value === null || value < 1 || value > 50 || (second !== undefined && cardinalOf(second) !== null)) return null;
  return second !== undefined &&
    /^(?:sek|min|wiederholung|mal|noch|runde|seite|ubung|von|stuck|kilo|pro|je)/.test(second)
    ? null
    : value;
}

const COUNTING = new RegExp(`^(?:und )?${NUMBER}(?:(?: und)? ${NUMBER})+`, 'u');

const marksOf = marksBy({
  patterns: PATTERNS,
  isCount: (text) => countIn(text) !== null || COUNTING.test(text),
  numberOf: cardinalOf,
});

const LEFT = /\b(?:links|linke[nrsm]?)\b/;
const RIGHT = /\b(?:rechts|rechte[nrsm]?)\b/;

export const CLAUSES: ClauseWords = {
  marksOf,
  sidesIn: (text) => ({ left: LEFT.test(text), right: RIGHT.test(text) }),
  countIn,
  takenBack: pattern('')`
    ^(?:ach |oh )?(?:nein|ne|halt|moment|wartet?|stopp)(?: (?:nein|halt|moment))* (?:bleibt?|weiter|noch|wir bleiben|
    doch)\b
    |\b(?:noch nicht|zu fruh|falscher alarm)\b|^bleibt?$
  `,
};
