import { CLAIM_SEGMENTS, type Spoken } from './claim-set.ts';
import type { Place } from './claim-speech-row.ts';
import { ROWS, OTHERS } from './claim-speech-second.ts';
import { LATER, LATER_OTHERS } from './claim-speech-third.ts';
import { LAST, LAST_OTHERS } from './claim-speech-fourth.ts';

const at = ([label, round, seconds, side]: Place): number => {
  const rest = label.startsWith('after ');
  const found = CLAIM_SEGMENTS.find(
    (s) =>
      s.label === label.replace(/^after /, '') &&
      s.round === round &&
      (side === undefined || s.side === side) &&
      s.kind !== 'rest',
  );
  const segment = rest ? CLAIM_SEGMENTS[CLAIM_SEGMENTS.indexOf(found as never) + 1] : found;
  if (segment === undefined) throw new Error(`no segment ${label} ${round}`);
  return seconds < 0 ? segment.end + seconds * 1e6 : segment.start + seconds * 1e6;
};

/** Where the sentences that claim nothing are said: in work, in a one-sided hold, in a break and in talk. */
const OTHER_PLACES: readonly Place[] = [
  ['Squat', 2, 6],
  ['Side plank', 1, 9, 'left'],
  ['after Broomstick row', 2, 4],
  ['Hello', 1, 9],
];

/** The sentences of a set with their moments in the class of the claims, and what a listener would say of each. */
export function claimSpeech(set: 'second' | 'third' | 'fourth' = 'second'): Spoken[] {
  const [rows, others] = (
    { second: [ROWS, OTHERS], third: [LATER, LATER_OTHERS], fourth: [LAST, LAST_OTHERS] } as const
  )[set];
  return [
    ...rows.map(([place, text, type, verdict]): Spoken => ({ atUs: at(place), text, expected: { type, verdict } })),
    ...others.flatMap((text) => OTHER_PLACES.map((place): Spoken => ({ atUs: at(place), text, expected: null }))),
  ];
}
