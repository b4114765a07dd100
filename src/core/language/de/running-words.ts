import { NEVER, pattern } from '../pattern.ts';
import type { RunningClaimWords } from '../heard-words.ts';
import { bareSeconds } from './bare-seconds.ts';
import { amountOf, numberOf } from './numbers.ts';

const N =
  '(eins|eine|einen|einer|zwei|zwo|drei|vier|funf|sechs|sieben|acht|neun|zehn|elf|zwolf|funfzehn|sechzehn|' +
  'zwanzig|\\d{1,2})';
const each = (...alternatives: string[]) => new RegExp(alternatives.join('|'), 'gu');
type Groups = readonly (string | undefined)[];

export const RUNNING: RunningClaimWords = {
  side: each(
    '\\b(linke[nrs]?|rechte[nrs]?) (?:seite|bein|arm|knie|fuss|hand|hufte|schulter)\\b|\\b(?:jetzt',
    'und|mit|auf|nun|zuerst|seite|bein|arm) (links|rechts)\\b',
  ),
  noSideBefore: /\b(?:nach|von|schau|schaut|und nach) (?:links|rechts)$/u,
  sideFirst: /\b(?:zuerst|als erstes)\b/,
  sideWord: /\bseite\b/,
  lyingOn:
    /\b(?:leg|legt|liegt?|lege|roll|rollt|rolle|dreh|dreht)\b.{0,24}\bauf (?:die|deine|eure) (?:linke|rechte) seite\b/,
  takenBack: /\b(?:nein|nee|quatsch|stimmt nicht|ich meine|entschuldigung|sorry|falsch|moment|halt)\b/u,
  repsLeft: each(
    `\\bnoch (?:einmal|zweimal|dreimal|viermal)\\b|\\bnoch ${N}\\b(?! (?:sek|min|runde|ubung|satz`,
    'satze|intervall|station))|\\bletzten (?:zwei|drei|vier)\\b|\\bein letztes mal\\b',
  ),
  total: each(
    `\\b${N} (?:\\w+ ){0,2}?(?:ubungen|atemzuge|wiederholungen|stationen|bewegungen|davon)\\b|\\balle ${N}\\b`,
  ),
  summedUp: /\bdas (?:waren|sind) (?:alle|alles)\b/,
  repsUnit: /\b(?:wiederholungen|mal|stuck|davon)\b/,
  lastMove: each('\\bletzte (?:ubung|bewegung|station|dehnung|runde|position)\\b|\\bnoch eine ubung\\b'),
  oneMore: /^noch eine\b/,
  doneAndLeft: each(`\\b${N} (?:geschafft|fertig)(?: und)?(?: noch)? ${N}\\b`),
  round: each(
    `\\brunde ${N}\\b|\\b(erste|zweite|dritte|vierte|letzte)[nr]? (?:runde|durchgang)\\b|\\b(einmal`,
    `zweimal|dreimal) durch\\b|\\b${N} runden\\b`,
  ),
  roundIn: (words: string, groups: Groups) => {
    const said = groups.find((g) => g !== undefined);
    const times = { einmal: 1, zweimal: 2, dreimal: 3 }[said ?? ''];
    return { round: times ?? numberOf(said) ?? amountOf(said), last: /\bletzte/.test(words) };
  },
  sideSaid: /\b(?:wir beginnen|beginnt|fangt|starten) (?:mit|auf) (?:der|dem|eurem|deinem) (?:linken|rechten)\b/,
  nextRightBefore: /(?:als nachstes|was kommt jetzt)(?: (?:der|die|das|ein|eine))*$/,
  sidePast: {
    before: /\b(?:war|hatten|angefangen mit)(?: (?:die|der|mit|auf))*$/,
    after: /^(?:seite )?(?:war|ist geschafft|ist fertig|geschafft)\b/,
  },
  roundsInAll: /\b(?:runden|einmal|zweimal|dreimal)\b/,
  roundDone: /\b(?:war|geschafft|fertig|vorbei|rum)\b/,
  roundsOpen: /\b(?:noch|ubrig|geschafft|fertig|oder|wenn|zu hause|erste|letzte|seite|bein|arm)\b/,
  half: /\b(?:halbzeit|halfte|halb geschafft|halb rum)\b/gu,
  halfOf: {
    theClass: /\b(?:kurs\w*|training\w*|stunde|einheit|videos?)\b/,
    more: /\b(?:runden?|blocks?|pause|ubungen)\b/,
  },
  halfTempo: NEVER,
  halfHedged: /\b(?:fast|beinahe|knapp|etwa|ungefahr|nicht|uber|mehr als|noch nicht)\b/,
  span: each(
    '\\b(?:noch )?((?:ein|zwei|drei|vier|funf|sechs|sieben|acht|neun)und(?:zwanzig|dreissig|vierzig',
    'funfzig)|zehn|funfzehn|zwanzig|dreissig|vierzig|funfzig|sechzig|funf|zwei|drei|vier|eine',
    '\\d{1,3}) (sekunden?|sek|minuten?)\\b|\\beine halbe minute\\b',
  ),
  lengthOfEach: /^(?:je|jeweils|pro (?:ubung|station))\b/,
  lengthOfClass: {
    before: /\b(?:brauche (?:euch|dich)(?: fur)?|dauert|haben (?:wir)?)(?: (?:nur|etwa|ungefahr|rund))*$/,
    after: /^(?:kurs|training|einheit|programm|insgesamt|zusammen)\b/,
  },
  lengthDone: {
    before: /\b(?:das waren|wir haben|ihr habt|danke fur)(?: (?:eure|deine|unsere|jetzt|etwa|rund))*$/,
    after: /^(?:geschafft|vorbei|fertig)\b/,
  },
  partSaid: (before, after) =>
    /^(?:aufwarmen|zum aufwarmen|warm ?up)\b/.test(after) ||
    /\b(?:aufwarmen|aufwarmung)(?: (?:dauert|fur))*$/.test(before)
      ? 'warm-up'
      : /^(?:dehnen|zum dehnen|cool ?down|ausklang)\b/.test(after)
        ? 'cool-down'
        : null,
  secondsIn: (words: string, groups: Groups) =>
    /\bhalbe minute\b/.test(words) ? 30 : (amountOf(groups[0]) ?? 0) * (/\bmin/.test(words) ? 60 : 1),
  toGo: each(`\\bnoch ${N} und (?:dann|fertig)\\b`),
  bareSeconds,
  leftAfter: /^(?:noch|ubrig)\b/,
  leftInside: /\bnoch\b/,
  positions: [
    [/\bauf (?:den|deinen|euren) rucken\b|\bruckenlage\b|\bleg dich hin\b|\blegt euch hin\b/gu, ['supine']],
    [/\bauf (?:den|deinen|euren) bauch\b|\bbauchlage\b/gu, ['prone']],
    [/\bauf die (?:linke |rechte )?seite\b|\bseitlage\b/gu, ['side-lying']],
    [/\balle viere\b|\bvierfussler\w*\b/gu, ['all fours']],
    [/\bin den stand\b|\baufstehen\b|\bsteht? auf\b|\bkommt? (?:wieder )?hoch\b/gu, ['standing']],
    [/\b(?:in den|im) (?:unterarm|liege)?stutz\b|\bplank\b/gu, ['plank', 'all fours']],
    [/\bkniestand\b|\bauf (?:die|beide) knie\b/gu, ['kneeling', 'half-kneeling', 'all fours', 'plank']],
    [/\bsetzt? (?:dich|euch)\b|\bin den sitz\b/gu, ['seated', 'kneeling']],
  ],
  positionTakenBack: /\b(?:nein|nee|quatsch|ich meine|moment|sorry)\b.{0,16}\bauf (?:den|die)\b/,
  leadsIn: pattern('u')`
    \b(?:als nachstes|nachste|jetzt|dann|danach|gleich|erste|zweite|dritte|wir machen|wir haben|weiter mit|zuruck zu|
    zum schluss|nummer \w+|das ist|hier ist|mit|bereit fur|zeit fur)\b
  `,
  nameFollowed: /^(?:jetzt|zuerst|als nachstes|kommt|kommen|ist dran)\b/,
  saysNext: /\b(?:als nachstes|nachste|danach|gleich kommt|gleich kommen)\b/,
  nextTakenBack: /\b(?:nein|moment|quatsch|ach)\b.{0,40}\b(?:erst|zuerst)\b/,
  headBefore: /^(?:die|der|das|den|eine|einen|ein|jetzt|dann|und|mit|zur|zum|unsere|deine)$/,
  headAfter: /^(?:jetzt|zuerst|kommt|kommen|ist|sind|als)$/,
  mat: 'matte',
  propLeads: pattern('u')`
    \b(?:nimm|nehmt|hol|holt|brauchst|braucht|brauchen|leg|legt|stell|stellt|dein|deine|deinen|den|die|das|eine?n?|mit|
    auf|bereit|weg|beide|zwei)\b
  `,
  propFollowed: /^(?:weg|bereit|hoch|ablegen|aufnehmen|in die hand|in beide hande)\b/u,
  propNone: /\b(?:keine?n?|ohne|nicht)\b/u,
  propTaken: /\b(?:nimm|nehmt|hol|holt|leg|legt|brauchst|braucht)\b/,
  propTakenBack: { before: /\bdas wars fur\b/, after: /\b(?:ich meine|sorry|quatsch)\b/ },
};
