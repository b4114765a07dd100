import { pattern } from '../pattern.ts';
import type { LineWords } from '../said-lines.ts';
import type { MistakeWords, ProposalWords } from '../heard-words.ts';

export const MISTAKES: MistakeWords = {
  confessed: [
    [
      'lost-beat',
      /\b(?:aus dem takt|neben dem takt|takt verloren|falschen fuss|wartet auf den takt|wo ist der takt)\b/,
    ],
    ['call-without-change', /\b(?:zu fruh|noch nicht|halt bleib|moment noch)\b/],
    [
      'reps-miscounted',
      /\b(?:verzahlt|wie viele waren das|war das (?:zwei|drei|vier|funf|sechs|sieben|acht|neun|zehn))\b/,
    ],
  ],
  optionWords: new Set(
    (
      'leichter einfacher schwerer option optionen alternative alternativ variante stattdessen sanfter ' +
      'leichtere leichteren einfachere einfacheren schwerere'
    ).split(' '),
  ),
  optionLead: pattern('')`
    \b(?:wenn|falls|leichter|einfacher|option|stattdessen|oder|kannst|konnt|darfst|zu viel|sanfter|reicht|nur|lieber|
    ohne|schwerer|okay)\b
  `,
  kitComplete: /^(?:mehr (?:brauchst|braucht|brauchen) (?:du|ihr|wir) nicht|das ist alles was)\b/,
  optionOffered: pattern('')`
    \b(?:wenn (?:dir|euch|das|es|dein \w+|deine \w+|eure \w+) (?:\w+ )?(?:zu|weh|schwer|lieber)|du kannst auch|
    ihr konnt auch|wer mag|oder (?:bleib|bleibt|lass|lasst)|gerne auch)\b
  `,
  optionConfessed: /\b(?:hatte ich (?:vorher |fruher |gleich )?(?:sagen|erwahnen) sollen|vergessen zu sagen)\b/,
  noOptionWord: /^(?:der|die|das|und|dein|mit|fur|ein|mal|zeit|unten|hint|von)$/,
};

/** `Vierzig Sekunden Belastung`, `zwanzig Pause`, `je dreißig Sekunden`: what a number is the length of. */
function lengthOf(words: readonly string[], before: readonly string[]): 'work' | 'rest' | null {
  const seconds = /^sek/.test(words[0] ?? '');
  const after = seconds ? words.slice(1) : words;
  if (/^(?:arbeit|belastung|an|training|ubung)$/.test(after[0] ?? '')) return 'work';
  if (/^(?:pause|erholung|aus)$/.test(after[0] ?? '')) return 'rest';
  if (seconds && (after[0] === 'pro' || before.some((w) => w === 'je' || w === 'jeweils'))) return 'work';
  return seconds && before.includes('pause') ? 'rest' : null;
}

export const PROPOSALS: ProposalWords = {
  promises: new Set(['kommen', 'machen', 'mit', 'gibt', 'viele', 'wie']),
  and: 'und',
  keep: 'bleib',
  lengthOf,
  stretchName: /(?:dehnung|dehnen|beuge$|kindhaltung|haltung|öffner)/i,
  warmUp: new Set(['aufwarmen', 'warm', 'erwarmung', 'aufwarmung', 'mobilisation']),
  water: new Set(['wasser', 'trinken', 'trinkpause']),
  nameSigns: {
    leads: pattern('')`
      \b(?:jetzt|dann|als nachstes|nachste[rs]?|erste[rs]?|zweite[rs]?|dritte[rs]?|letzte[rs]?|zuletzt|nummer|machen|
      kommt|kommen|zuruck zu[rm]?|wieder|heisst|das ist|es ist)\b
    `,
    follows: /^(?:als nachstes|jetzt|zuerst|nochmal|noch einmal|bitte)\b/,
    joined: /^(?:(?:und|dann|so|jetzt|der|die|das|ein|eine)(?: |$))*$/,
    denies: /\b(?:nicht|kein|keine|keinen|nie|wie|wenn|falls|gesagt)\b/,
    owned:
      /\b(?:dein|deine|deinen|der|die|das|den|mein|meine|oberes?|unteres?|linke[sr]?|rechte[sr]?|andere[sr]?|beide)$/,
    bodyPart: /^(?:knie|arm|bein|ferse|zeh|hufte|schulter|rucken|brust|fuss|kopf|ellbogen|hand|hande)/,
    asked: /^(?:drucken|offnen|beugen|strecken|ziehen|rollen|schwingen|drehen|pulsen)$/,
  },
};

export const LINES: LineWords = {
  beginsPart: /^(?:und|aber|oder|so|dann|zu|mit|von|für|in|auf|an|wenn|während|weil|dass|als|bis|damit|der|die|das)$/i,
  joinedBy: /^(?:und|also|aber|dann|okay|ok|jetzt|so)[,\s]+/i,
  joints: /[,;]\s+|\s+(?=(?:und|dann|aber|weil|während|bis|damit|dass)\s)/g,
  dropsAtJoint: /^[,;]?\s*(?:und\s+)?/,
};
