import { WORDED_CALLS } from '../call-kind.ts';
import type { CallingWords } from '../said-lines.ts';
import type { Language } from '../language.ts';
import { anySyllables } from '../any-syllables.ts';
import { NEVER } from '../pattern.ts';
import { OVERLAY } from '../en/overlay-words.ts';
import { TAGS } from '../en/tag-words.ts';
import { VIEWERS } from '../en/viewer-words.ts';

const NONE: ReadonlySet<string> = new Set();
const plainNumber = (norm: string | undefined) => (norm !== undefined && /^\d{1,3}$/.test(norm) ? Number(norm) : null);

const SILENT = Object.fromEntries(WORDED_CALLS.map((kind) => [kind, []])) as unknown as CallingWords['plain'];

/**
 * A language that nothing is known of. Names are heard as they are written, numbers in figures, sounds as ever; lines
 * are measured by their letters. No call is written, no claim is read.
 */
export const UNKNOWN: Language = {
  code: 'und',
  name: 'another language',
  smallWords: NONE,
  forms: {
    stem: (norm) => norm,
    soundsLike: (heard, wanted) => (heard === wanted ? 1 : 0),
    numberOf: plainNumber,
    cardinalOf: (norm) => plainNumber(norm) || null,
    isCounted: (norm) => /^\d{1,2}$/.test(norm),
    sideOf: () => null,
  },
  speaking: {
    syllablesOf: anySyllables,
    consonantsOf: (word) =>
      word.toLowerCase().match(/[bcdfghjklmnpqrstvwxzßñçбвгджзйклмнпрстфхцчшщβγδζθκλμνξπρστφχψ]/gu)?.length ?? 0,
    numberWords: (n) => String(n),
    // A figure is read aloud as about two syllables.
    writeOut: (text) => text.replace(/\d/g, ' aa '),
  },
  pauses: {
    starters: NONE,
    bound: NONE,
    leadsOn: NONE,
    goes: NONE,
    afterCount: NEVER,
    unit: NEVER,
    noises: 'music|applause|noise',
  },
  calls: {
    restStrength: () => 0,
    isGo: () => false,
    switchWords: () => 0,
    halfWords: () => 0,
    roundWords: () => null,
    timeLeftWords: () => null,
    sideWords: () => null,
    isWater: () => false,
    isAnnounced: () => false,
  },
  clauses: {
    marksOf: (text, asks) => {
      const length = text.split(' ').length;
      return [
        ...(length <= 3 ? ['short' as const] : length >= 10 ? ['long' as const] : []),
        ...(asks ? ['question' as const] : []),
      ];
    },
    sidesIn: () => ({ left: false, right: false }),
    countIn: (text) => plainNumber(text),
    takenBack: NEVER,
  },
  names: {
    ...{ common: NONE, fillers: NONE, leads: [], stops: NONE, skipped: NONE, heads: [], weakHeads: [], modifiers: [] },
    ...{ doing: NEVER, headPairs: {}, edges: NONE, leadsIn: NEVER, saidOf: [], ofLibrary: {} },
  },
  claims: {
    isElsewhere: () => false,
    readers: [],
    announces: () => false,
    wholes: NEVER,
    equipment: [],
    sameProps: [],
  },
  running: {
    ...{
      side: NEVER,
      noSideBefore: NEVER,
      sideFirst: NEVER,
      sideSaid: NEVER,
      nextRightBefore: NEVER,
      sideWord: NEVER,
      lyingOn: NEVER,
      sidePast: { before: NEVER, after: NEVER },
      takenBack: NEVER,
      repsLeft: NEVER,
    },
    ...{
      total: NEVER,
      summedUp: NEVER,
      repsUnit: NEVER,
      lastMove: NEVER,
      oneMore: NEVER,
      doneAndLeft: NEVER,
      round: NEVER,
      roundsInAll: NEVER,
      roundDone: NEVER,
      roundsOpen: NEVER,
      half: NEVER,
      halfOf: { theClass: NEVER, more: NEVER },
      halfHedged: NEVER,
      halfTempo: NEVER,
      span: NEVER,
    },
    ...{ toGo: NEVER, leftAfter: NEVER, leftInside: NEVER, positions: [], positionTakenBack: NEVER, leadsIn: NEVER },
    ...{ nameFollowed: NEVER, saysNext: NEVER, nextTakenBack: NEVER, headBefore: NEVER, headAfter: NEVER, mat: 'mat' },
    ...{
      propLeads: NEVER,
      propFollowed: NEVER,
      propNone: NEVER,
      propTaken: NEVER,
      propTakenBack: { before: NEVER, after: NEVER },
    },
    ...{ lengthOfEach: NEVER, lengthOfClass: { before: NEVER, after: NEVER } },
    ...{ lengthDone: { before: NEVER, after: NEVER }, partSaid: () => null },
    roundIn: () => ({ round: null, last: false }),
    secondsIn: () => 0,
    bareSeconds: () => null,
  },
  mistakes: {
    confessed: [],
    optionWords: NONE,
    optionLead: NEVER,
    optionConfessed: NEVER,
    optionOffered: NEVER,
    kitComplete: NEVER,
    noOptionWord: NEVER,
  },
  proposals: {
    ...{ promises: NONE, and: '', keep: '', lengthOf: () => null, stretchName: NEVER },
    ...{ warmUp: NONE, water: NONE },
    nameSigns: {
      ...{ leads: NEVER, follows: NEVER, joined: NEVER, denies: NEVER, owned: NEVER, bodyPart: NEVER, asked: NEVER },
    },
  },
  lines: { beginsPart: NEVER, joinedBy: NEVER, joints: /[,;]\s+/g, dropsAtJoint: /^[,;]?\s*/ },
  calling: {
    ...{ plain: SILENT, shared: {}, ways: {}, sides: { left: '', right: '' }, last: { move: '', round: '' } },
    ...{ versionRests: () => '', mat: '', nothing: '', manner: NEVER, joinsName: NEVER },
    onSide: (label) => label,
    shownBy: (text, by) => `${by}: ${text}`,
    list: (things) => things.join(', '),
    thing: (name) => name,
    listed: (name) => name,
    inSentence: (text) => text,
  },
  moves: { isOfLibrary: false, form: {}, breath: {}, caution: {} },
  published: { praise: NEVER, otherPraise: [], fillers: NEVER, secondLooks: [], dated: NEVER, pain: NEVER },
  overlay: OVERLAY,
  viewers: VIEWERS,
  tags: TAGS,
  corrections: {
    nextUp: (move) => `${move}.`,
    ...{
      side: () => '',
      secondsLeft: String,
      halfWay: '',
      movesLeft: String,
      round: String,
      total: String,
      change: '3, 2, 1.',
    },
    easier: (option) => option,
    haveReady: (thing) => thing,
    captioned: (move) => move,
    numberForms: (n) => [String(n)],
    sideForms: { left: [], right: [] },
  },
};
