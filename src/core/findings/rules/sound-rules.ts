import type { Micros } from '../../time/micros.ts';
import { writeTime } from '../../time/typed-time.ts';
import { JUDGEMENT, rulesOf } from '../rule.ts';

const rule = rulesOf('music', 'sound');

const quoted = (text: string) => `“${text.length > 60 ? `${text.slice(0, 57)}…` : text}”`;
const lu = (value: number) => `${value.toFixed(1)} LU`;
/** At 20 LU or more it is the guideline that wants it. */
const distanceSource = (wantedLu: number) => (wantedLu >= 20 ? 'WCAG 2.2, 1.4.7' : JUDGEMENT);

interface Covered {
  readonly said: string;
  readonly aboveMusicLu: number;
  readonly wantedLu: number;
}

interface Soft {
  readonly said: string;
  readonly belowLu: number;
  readonly mostLu: number;
}

/** What does not sound as it should in the programme. */
export const SOUND_RULES = {
  'room-changes': rule(
    'room tone that jumps at a join',
    (f: { readonly louderLu: number; readonly at: Micros; readonly mostLu: number }) => ({
      says: `The room sounds ${f.louderLu > 0 ? 'louder' : 'softer'} after the join at ${writeTime(f.at, 1)}.`,
      measured: lu(Math.abs(f.louderLu)),
      wanted: `at most ${f.mostLu} LU`,
      source: JUDGEMENT,
    }),
  ),
  'sentence-covered': rule(
    'a sentence that the music covers',
    (f: Covered) => ({
      says: `The music covers ${quoted(f.said)}.`,
      measured: `${lu(f.aboveMusicLu)} above it`,
      wanted: lu(f.wantedLu),
      source: distanceSource(f.wantedLu),
    }),
    { unit: 'LU', over: (f: Covered) => f.wantedLu - f.aboveMusicLu },
  ),
  'sentence-soft': rule(
    'a sentence much softer than the others',
    (f: Soft) => ({
      says: `${quoted(f.said)} is much softer than the rest.`,
      measured: `${lu(f.belowLu)} below`,
      wanted: `at most ${f.mostLu} LU below the middle of all sentences`,
      source: JUDGEMENT,
    }),
    { unit: 'LU', over: (f: Soft) => f.belowLu - f.mostLu },
  ),
  'sound-clipped': rule(
    'sound that was recorded too loud',
    ({ at, places }: { readonly at: Micros; readonly places: number }) => ({
      says: `The recording is clipped at ${writeTime(at, 1)}: it was turned up too far.`,
      measured: places === 1 ? 'one place' : `${places} places`,
      wanted: 'none',
      source: 'full scale of the recording',
    }),
  ),
  'voice-drowned': rule(
    'a voice that drowns in the music',
    (f: { readonly from: Micros; readonly to: Micros; readonly aboveMusicLu: number; readonly wantedLu: number }) => ({
      says: `Words drown in the music from ${writeTime(f.from, 0)} to ${writeTime(f.to, 0)}.`,
      measured: `${lu(f.aboveMusicLu)} above`,
      wanted: lu(f.wantedLu),
      source: distanceSource(f.wantedLu),
    }),
  ),
};
