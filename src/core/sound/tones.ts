import type { Programme, ProgrammeSegment } from '../edit/assemble.ts';
import type { ToneRules } from '../edit/decisions.ts';
import type { Key } from '../music/key.ts';
import { type FrameRate, onFrame } from '../time/frames.ts';
import { type ProgrammeTime, programmeTime } from '../time/micros.ts';

export const TONE_KINDS = ['start', 'half', 'three', 'two', 'one', 'end', 'sides'] as const;
export type ToneKind = (typeof TONE_KINDS)[number];

/** A timer tone; it begins on a frame. */
export interface Tone {
  readonly at: ProgrammeTime;
  readonly kind: ToneKind;
  readonly segmentKey: string;
  /** The pitch class of the music's key, 0 for C; left out: it is known of none. */
  readonly tonic?: number;
}

/** Shorter work has no half and is not counted down: the tones would be all there is to hear. */
const HALF_FROM_US = 20e6;
const COUNT_FROM_US = 10e6;
const COUNTED = [
  ['three', 3e6],
  ['two', 2e6],
  ['one', 1e6],
] as const;
/** A spoken number this near means the same second. */
const SAME_SECOND_US = 700_000;
/** Within this a tone and a number are heard as one. */
const TOGETHER_US = 40_000;

/**
 * The timer tones of a programme, in order. `spoken`: when numbers are said, in order, on its clock: a countdown that
 * somebody speaks is not counted by tones as well, unless both fall together.
 */
export function tonesOf(
  programme: Pick<Programme, 'segments'>,
  rules: ToneRules,
  spoken: readonly ProgrammeTime[],
  rate: FrameRate,
): Tone[] {
  if (rules.family === null) return [];
  const tones: Tone[] = [];
  const { segments } = programme;
  for (const [i, segment] of segments.entries()) {
    if (!isTimed(segment)) continue;
    const add = (kind: ToneKind, at: number) =>
      tones.push({ at: onFrame(programmeTime(at), rate), kind, segmentKey: segment.key });
    const [before, after] = [segments[i - 1], segments[i + 1]];
    const switched = before !== undefined && isTimed(before) && isOtherSide(before, segment);
    if (switched ? rules.sides : rules.start) add(switched ? 'sides' : 'start', segment.start);
    const length = segment.end - segment.start;
    if (rules.half && length >= HALF_FROM_US) add('half', segment.start + length / 2);
    const counts = COUNTED.map(([kind, left]) => ({ kind, at: segment.end - left }));
    if (rules.lastThree && length >= COUNT_FROM_US && !isSpoken(counts, spoken))
      for (const { kind, at } of counts) add(kind, at);
    // Where the next begins at once, its own tone says that this one is over.
    const next = after !== undefined && after.start === segment.end && isTimed(after);
    if (rules.end && !(next && (isOtherSide(segment, after) ? rules.sides : rules.start))) add('end', segment.end);
  }
  return tones;
}

/** The same tones, each in the key of what plays then. `keyAt`: the key at a time, null where none is known. */
export function inKey(tones: readonly Tone[], keyAt: (at: ProgrammeTime) => Key | null): Tone[] {
  return tones.map((tone) => {
    const key = keyAt(tone.at);
    return key === null ? tone : { ...tone, tonic: key.tonic };
  });
}

/** Work that the timer counts: what is planned, not about so long. */
function isTimed(segment: ProgrammeSegment): boolean {
  return (segment.kind === 'work' || segment.kind === 'hold') && !segment.extra && !segment.about;
}

function isOtherSide(a: ProgrammeSegment, b: ProgrammeSegment): boolean {
  return a.label === b.label && a.side !== null && b.side !== null && a.side !== b.side;
}

/** True where somebody counts these seconds, not together with the tones. */
function isSpoken(counts: readonly { readonly at: number }[], spoken: readonly ProgrammeTime[]): boolean {
  return counts.some(({ at }) => {
    const off = spoken.reduce((least, t) => Math.min(least, Math.abs(t - at)), Infinity);
    return off <= SAME_SECOND_US && off > TOGETHER_US;
  });
}
