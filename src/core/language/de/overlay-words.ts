import type { OverlayWords } from '../overlay-word.ts';

export const OVERLAY: OverlayWords = {
  ...{ work: 'Arbeit', hold: 'halten', rest: 'Pause', change: 'Wechsel', water: 'Trinken', talk: 'zuhören' },
  ...{ watch: 'zusehen', setUp: 'aufbauen', restHeading: 'Pause', waterHeading: 'Trinkpause', next: 'Gleich' },
  ...{ take: 'Bereitlegen', easier: 'Leichter', harder: 'Schwerer', round: 'Runde', set: 'Satz', move: 'Übung' },
  ...{ effort: 'Anstrengung', of: 'von', leftSide: 'Linke Seite', rightSide: 'Rechte Seite' },
  ...{ alternateSides: 'Abwechselnd', left: 'links', right: 'rechts', breatheIn: 'ein', breatheOut: 'aus' },
  ...{ rounds: 'Runden', moves: 'Übungen', breathe: 'Atmen', wellDone: 'Gut gemacht' },
};
