import type { Language } from '../language.ts';
import { CALLING } from './calling-words.ts';
import { CALLS } from './call-words.ts';
import { CLAIMS } from './claim-words.ts';
import { CLAUSES } from './clause-words.ts';
import { CORRECTIONS } from './corrections.ts';
import { LINES, MISTAKES, PROPOSALS } from './mistake-words.ts';
import { MOVES } from './move-lines.ts';
import { NAMES } from './name-words.ts';
import { cardinalOf, isCounted, numberOf } from './numbers.ts';
import { OVERLAY } from './overlay-words.ts';
import { TAGS } from './tag-words.ts';
import { VIEWERS } from './viewer-words.ts';
import { PAUSES } from './pause-words.ts';
import { PUBLISHED } from './published-words.ts';
import { RUNNING } from './running-words.ts';
import { SPEAKING } from './speaking.ts';
import { sideOf, soundsLike, stem } from './word-forms.ts';

export const GERMAN: Language = {
  code: 'de',
  name: 'Deutsch',
  smallWords: new Set(
    (
      'und die der das den dem du ihr ist ein eine auf mit nicht noch wir zu dein deine im von fur es sich ' +
      'dann aber wieder jetzt'
    ).split(' '),
  ),
  forms: { stem, soundsLike, numberOf, cardinalOf, isCounted, sideOf },
  speaking: SPEAKING,
  pauses: PAUSES,
  calls: CALLS,
  clauses: CLAUSES,
  names: NAMES,
  claims: CLAIMS,
  running: RUNNING,
  mistakes: MISTAKES,
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
