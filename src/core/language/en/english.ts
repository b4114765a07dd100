import type { Language } from '../language.ts';
import { CALLING } from './calling-words.ts';
import { CALLS } from './call-patterns.ts';
import { CLAIMS } from './claim-words.ts';
import { CLAUSES } from './clause-words.ts';
import { CORRECTIONS } from './corrections.ts';
import {
  KIT_COMPLETE,
  MISTAKE_CONFESSED,
  NO_OPTION_WORD,
  OPTION_CONFESSED,
  OPTION_LEAD,
  OPTION_OFFERED,
  OPTION_WORDS,
} from './mistake-words.ts';
import { MOVES } from './move-lines.ts';
import { NAMES } from './move-words.ts';
import { cardinalOf, isCounted, numberOf } from './numbers.ts';
import { OVERLAY } from './overlay-words.ts';
import { TAGS } from './tag-words.ts';
import { VIEWERS } from './viewer-words.ts';
import { PAUSES } from './pause-words.ts';
import { LINES, PROPOSALS } from './proposal-words.ts';
import { PUBLISHED } from './published-words.ts';
import { RUNNING } from './running-words.ts';
import { soundsLike, stem } from './sounds-like.ts';
import { consonantsOf, syllablesOf } from './syllables.ts';
import { numberWords, writeOut } from './written-out.ts';

export const ENGLISH: Language = {
  code: 'en',
  name: 'English',
  smallWords: new Set(
    (
      'the and you your to of it is that this for with we on are have from just up out down keep one your back ' +
      'now not can get going'
    ).split(' '),
  ),
  forms: {
    stem,
    soundsLike,
    numberOf,
    cardinalOf,
    isCounted,
    sideOf: (norm) => (norm === 'left' || norm === 'right' ? norm : null),
  },
  speaking: { syllablesOf, consonantsOf, numberWords, writeOut },
  pauses: PAUSES,
  calls: CALLS,
  clauses: CLAUSES,
  names: NAMES,
  claims: CLAIMS,
  running: RUNNING,
  mistakes: {
    confessed: MISTAKE_CONFESSED,
    optionWords: OPTION_WORDS,
    optionLead: OPTION_LEAD,
    optionOffered: OPTION_OFFERED,
    kitComplete: KIT_COMPLETE,
    optionConfessed: OPTION_CONFESSED,
    noOptionWord: NO_OPTION_WORD,
  },
  proposals: PROPOSALS,
  lines: LINES,
  calling: CALLING,
  moves: MOVES,
  published: PUBLISHED,
  overlay: OVERLAY,
  viewers: VIEWERS,
  tags: TAGS,
  corrections: CORRECTIONS,
};
