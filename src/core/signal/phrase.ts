import { BARS_A_PHRASE, type TempoMap, phraseCounts } from '../music/tempo-map.ts';
import type { Onsets } from './onsets.ts';
import type { Pulse } from './onset-strength.ts';
import { PHRASE_SIGNS, phraseSigns } from './phrase-signs.ts';
import { PHRASE_TABLE } from './phrase-table.ts';
import { meanOfEvery } from './statistics.ts';

/**
 * How much it speaks for a bar that a whole track begins with it (common practice: music begins with a phrase). Of 34
 * whole pieces by another hand, each left out of the table, phrases of 30 are found so, of 19 without it.
 */
const FIRST_BAR = 3;
/** What changes tells less where fewer phrases than this are heard, and nothing where it is one. */
const TOLD_BY = 3;

/**
 * Which beat of the first eight bars phrases begin on, from where what is played changes. `whole`: the piece is heard
 * from its beginning.
 */
export function phraseOf(
  onsets: Onsets,
  pulse: Pulse,
  { beats, map, whole }: { readonly beats: readonly number[]; readonly map: TempoMap; readonly whole: boolean },
): number {
  const signs = phraseSigns(onsets, pulse, beats, map);
  const told = Math.min(1, Math.max(0, (signs.level.length / BARS_A_PHRASE - 1) / (TOLD_BY - 1)));
  const scores = Array.from({ length: BARS_A_PHRASE }, (_, phase) => {
    let score = 0;
    for (const sign of PHRASE_SIGNS)
      for (let place = 0; place < BARS_A_PHRASE; place++)
        score += PHRASE_TABLE[sign][place]! * meanOfEvery(BARS_A_PHRASE, phase + place, signs[sign]);
    return told * score + (whole && phase === 0 ? FIRST_BAR : 0);
  });
  const phase = signs.level.length < BARS_A_PHRASE ? 0 : scores.indexOf(Math.max(...scores));
  return (map.one + phase * map.metre) % phraseCounts(map);
}
