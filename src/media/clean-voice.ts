import type { VoiceCare } from '../core/edit/decisions.ts';
import { CLICK_MARGIN, takeOutClicks } from '../core/sound/clicks.ts';
import { type TakenDown, VoiceFilter } from '../core/sound/voice-filter.ts';
import { FRAME, HOP } from '../core/sound/voice-frames.ts';
import { VoiceGauge } from '../core/sound/voice-gauge.ts';
import { type VoiceMeasure, takenDown } from '../core/sound/voice-measure.ts';
import { RAW_RATE_HZ, RawSound, apart, together } from './raw-sound.ts';
import type { RenderPiece } from './render-pieces.ts';

/** The samples that are read at once, of each channel: whole hops, about a second. */
const BLOCK = HOP * 96;
/** How many frames of a source are measured for its noise. */
const HEARD = 3_000;

/** A stretch of a file that is from one source: both in frames of samples. */
interface Stretch {
  readonly source: string;
  readonly from: number;
  readonly to: number;
}

/**
 * Takes clicks, breath pops and steady noise out of a raw sound, in place: each source has a noise and a voice of its
 * own, as it was `measured`, or else as it is heard here. Sources in which too little is heard keep their noise and
 * pops.
 */
export async function cleanVoice(
  path: string,
  of: {
    readonly sounds: readonly Pick<RenderPiece, 'source' | 'at' | 'length'>[];
    readonly voice: VoiceCare;
    readonly measured?: ReadonlyMap<string, VoiceMeasure>;
  },
  signal?: AbortSignal,
): Promise<void> {
  const { noise, pops } = of.voice;
  if (!noise && !pops) return;
  await RawSound.with(path, async (sound) => {
    const stretches = of.sounds.flatMap(({ source, at, length }): Stretch[] => {
      const [from, to] = [at, at + length].map((us) => Math.min(sound.frames, Math.round((us / 1e6) * RAW_RATE_HZ)));
      return source.path === null || source.silent || to! <= from!
        ? []
        : [{ source: source.path, from: from!, to: to! }];
    });
    for (const source of new Set(stretches.map((s) => s.source))) {
      const own = stretches.filter((s) => s.source === source);
      if (pops) for (const stretch of own) await declickStretch(sound, stretch, signal);
      const known = of.measured?.get(source);
      const taken = known === undefined ? await heardIn(sound, own, of.voice, signal) : takenDown(known, of.voice);
      if (taken.noise === null && taken.popsFrom === null) continue;
      for (const stretch of own) await filterStretch(sound, stretch, taken, signal);
    }
  });
}

/** Puts out the clicks of a stretch, block by block; what lies round a block tells what in it is a click. */
async function declickStretch(sound: RawSound, { from, to }: Stretch, signal?: AbortSignal): Promise<void> {
  for (let at = from; at < to; at += BLOCK) {
    signal?.throwIfAborted();
    const until = Math.min(to, at + BLOCK);
    const [first, last] = [Math.max(from, at - CLICK_MARGIN), Math.min(to, until + CLICK_MARGIN)];
    const { left, right } = apart(await sound.read(first, last));
    const same = left.every((value, i) => value === right[i]);
    const found = takeOutClicks(left, at - first, until - first);
    const beside = same ? 0 : takeOutClicks(right, at - first, until - first);
    if (found + beside > 0) await sound.write(together(left, same ? left : right), first);
  }
}

/** What is steady in all stretches of a source, and the pops of its voice, from frames spread over them. */
async function heardIn(
  sound: RawSound,
  stretches: readonly Stretch[],
  { noise, pops }: VoiceCare,
  signal?: AbortSignal,
): Promise<TakenDown> {
  const gauge = new VoiceGauge();
  const all = stretches.reduce((sum, s) => sum + s.to - s.from, 0);
  const every = Math.max(FRAME, Math.floor(all / HEARD));
  for (const { from, to } of stretches)
    for (let at = from; at + FRAME <= to; at += every) {
      signal?.throwIfAborted();
      const { left, right } = apart(await sound.read(at, at + FRAME));
      gauge.hear(left, right, 0);
    }
  return { noise: noise ? gauge.noise() : null, popsFrom: pops ? gauge.popsFrom() : null };
}

async function filterStretch(
  sound: RawSound,
  { from, to }: Stretch,
  taken: TakenDown,
  signal?: AbortSignal,
): Promise<void> {
  const filter = new VoiceFilter(taken);
  // What comes out is a hop late: a hop more goes in at the end, the first that comes out is dropped.
  for (let at = from; at < to + HOP; at += BLOCK) {
    signal?.throwIfAborted();
    const until = Math.min(to, at + BLOCK);
    const hops = Math.ceil((Math.min(to + HOP, at + BLOCK) - at) / HOP) * HOP;
    const [left, right] = [new Float32Array(hops), new Float32Array(hops)];
    if (until > at) {
      const read = apart(await sound.read(at, until));
      left.set(read.left);
      right.set(read.right);
    }
    filter.filter(left, right);
    const first = at === from ? HOP : 0;
    const place = at - HOP + first;
    const count = Math.min(hops, to - (at - HOP)) - first;
    if (count <= 0) continue;
    await sound.write(together(left.subarray(first, first + count), right.subarray(first, first + count)), place);
  }
}
