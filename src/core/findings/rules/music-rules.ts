import type { Length, Micros } from '../../time/micros.ts';
import { writeTime } from '../../time/typed-time.ts';
import { JUDGEMENT, TRADE, rulesOf } from '../rule.ts';

const rule = rulesOf('music', 'music');

/** A place in a phrase of music, counted from 1. */
interface OnCount {
  readonly track: string;
  readonly count: number;
}

interface RightsGap {
  readonly track: string;
  readonly has: string;
  readonly needs: string;
}
const rights = (finds: string, lacks: string) =>
  rule(finds, ({ track, has, needs }: RightsGap) => ({
    says: `“${track}” ${lacks}.`,
    measured: has,
    wanted: needs,
    source: `${TRADE}; local law decides`,
  }));

const UNLAID_WORDS = {
  'track-gone': 'Its track is no longer in the library',
  'block-gone': 'Its block is no longer in the plan',
  'past-the-track': 'It begins past the end of its track',
} as const;

const percent = (share: number) => `${(share * 100).toFixed(1)} %`;

/** What is to be said of a class's music, and of the rights in it. */
export const MUSIC_RULES = {
  'music-gap': rule(
    'silence between tracks',
    ({ block, lengthUs }: { readonly block: string; readonly lengthUs: Length }) => ({
      says: `No music for ${writeTime(lengthUs, 0)} in “${block}”.`,
      measured: `${writeTime(lengthUs, 1)} silent`,
      wanted: 'music, or silence on purpose',
      source: JUDGEMENT,
    }),
  ),
  'music-mid-phrase': rule('music left in the middle of a phrase', ({ track, count }: OnCount) => ({
    says: `“${track}” stops on count ${count} of a phrase.`,
    measured: `count ${count}`,
    wanted: 'the end of a phrase, or a fade',
    source: TRADE,
  })),
  'music-starts-mid-phrase': rule('music begun in the middle of a phrase', ({ track, count }: OnCount) => ({
    says: `“${track}” begins on count ${count} of a phrase.`,
    measured: `count ${count}`,
    wanted: 'the first of a phrase',
    source: TRADE,
  })),
  'music-over-itself': rule(
    'a track over itself',
    ({ track, twiceUs }: { readonly track: string; readonly twiceUs: Length }) => ({
      says: `“${track}” is laid over itself.`,
      measured: `${(twiceUs / 1e6).toFixed(1)} s twice`,
      wanted: 'once at a time',
      source: JUDGEMENT,
    }),
  ),
  'music-stretch': rule(
    'music stretched too far',
    (f: { readonly track: string; readonly stretch: number; readonly most: number }) => ({
      says: `“${f.track}” is stretched by ${percent(f.stretch)}.`,
      measured: percent(f.stretch),
      wanted: `${f.most * 100} % or less`,
      source: TRADE,
    }),
  ),
  'music-tempo': rule(
    'a tempo that does not suit the moves',
    (f: {
      readonly track: string;
      readonly block: string;
      readonly bpm: number;
      readonly low: number;
      readonly high: number;
      readonly source: string;
    }) => ({
      says: `“${f.track}” runs at ${f.bpm.toFixed(0)} under “${f.block}”.`,
      measured: `${f.bpm.toFixed(1)} BPM`,
      wanted: `${f.low} to ${f.high} BPM`,
      source: f.source,
    }),
  ),
  'music-unlaid': rule(
    'music that could not be laid',
    ({ block, why }: { readonly block: string; readonly why: keyof typeof UNLAID_WORDS }) => ({
      says: `Music under “${block}” is not heard. ${UNLAID_WORDS[why]}.`,
      measured: 'not heard',
      wanted: 'heard',
      source: 'the plan',
    }),
  ),
  'music-off-phrase': rule(
    'a block that begins off the phrase',
    ({ block, count }: { readonly block: string; readonly count: number }) => ({
      says: `“${block}” begins on count ${count} of a phrase.`,
      measured: `count ${count}`,
      wanted: 'the first of a phrase',
      source: TRADE,
    }),
  ),
  'music-beside-film': rule(
    'music that stops beside the end of its block',
    ({ block, lateUs }: { readonly block: string; readonly lateUs: number }) => {
      const by = `${(Math.abs(lateUs) / 1e6).toFixed(0)} s ${lateUs < 0 ? 'before' : 'after'} the block’s end`;
      return { says: `The music of “${block}” stops ${by}.`, measured: by, wanted: 'with the block', source: TRADE };
    },
  ),
  'music-over-room': rule(
    'music over the music of the room',
    (f: { readonly block: string; readonly roomBpm: number; readonly bothUs: number }) => ({
      says: `Music is laid under “${f.block}”, but music plays in the room already (${f.roomBpm.toFixed(0)} a minute).`,
      measured: `${(f.bothUs / 1e6).toFixed(0)} s of both`,
      wanted: 'one music at a time',
      source: TRADE,
    }),
  ),
  'beat-jumps': rulesOf('score', 'music')(
    'a cut that makes the beat jump',
    ({ counts, at }: { readonly counts: number; readonly at: Micros }) => {
      const by = `${Math.abs(counts).toFixed(2)} of a count`;
      return {
        says: `The beat of the room jumps by ${by} where the film is cut at ${writeTime(at, 1)}.`,
        ...{ measured: by, wanted: 'a beat that goes on', source: TRADE },
      };
    },
  ),
  'rights-sync': rights('a composition without a licence', 'has no licence for its composition'),
  'rights-master': rights('a recording without a licence', 'has no licence for its recording'),
  'rights-territory': rights('music not licensed for the territory', 'is not licensed for the territory'),
  'rights-platform': rights('music not licensed for a platform', 'is not licensed for a platform'),
  'rights-term': rights('music not licensed for long enough', 'is not licensed for long enough'),
  'rights-proof': rights('a licence without a proof', 'has no proof of its licence'),
};
