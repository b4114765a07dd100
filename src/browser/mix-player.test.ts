import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Context, Node, Sound } from '../../tests/support/fake-audio.ts';
import { anySeconds as s } from '../../tests/support/times.ts';
import type { LaidTrack } from '../core/music/arrangement.ts';
import { MixPlayer } from './mix-player.ts';
import type { PlayedMix, VoiceTold } from './played-mix.ts';

/** In the order they are made: voice, cuts, spoken lines, the whole, and one for each track of music. */
const [VOICE, CUT, LINE, WHOLE, MUSIC] = [0, 1, 2, 3, 4];
const musicGain = (context: Context) => context.gains[MUSIC]!;

const track = {
  ...{ start: s(10), end: s(30), from: s(4), to: s(24), fadeInUs: 0, fadeOutUs: 0 },
  ...{ track: { id: 'beat', lufs: -20 }, placement: { id: 'p', speedPpm: 1_020_000 } },
} as unknown as LaidTrack;
const levels = {
  ...{ musicDeciLufs: -200, voiceDeciLufs: -180, distanceDeciLu: 120 },
  ...{ attackUs: s(0.2), releaseUs: s(0.8) },
};
const level = (db: number) => [s(0), s(60)].map((at) => ({ at, db }));
const mix: PlayedMix = {
  gains: { voice: level(6), duck: level(-20), spokenLufs: -18 },
  rumble: true,
  sounds: [{ mediaId: 'take', from: s(0), at: s(0), length: s(60) }],
  ...{ withNoise: 0, masterDb: -4, limitDb: -1.9, cuts: [s(30)], lineDb: (id: string) => (id === 'l1' ? 3 : 0) },
  takenDown: (mediaId) => ({ noise: null, popsFrom: mediaId === 'take' ? 0.5 : null }),
  clicksOf: (mediaId) => (mediaId === 'take' ? [[12_000, 250_000]] : []),
  ...{ laid: [track], levels, urlOf: ({ id }) => `/media/${id}.flac` },
};

describe('the mix that the page plays', () => {
  const filters: Node[] = [];
  beforeEach(() => {
    vi.stubGlobal('AudioContext', Context);
    vi.stubGlobal(
      'AudioWorkletNode',
      class extends Node {
        constructor() {
          super();
          filters.push(this);
        }
      },
    );
    vi.stubGlobal('DelayNode', Node);
    vi.stubGlobal('Audio', Sound);
    Context.allowed = true;
    for (const list of [Context.all, Sound.all, filters]) list.length = 0;
  });
  afterEach(() => vi.unstubAllGlobals());
  const begun = async () => {
    const [voice, line] = [new Sound(), new Sound()];
    const player = new MixPlayer(
      [voice] as unknown as HTMLMediaElement[],
      '/filter.js',
      line as unknown as HTMLMediaElement,
    );
    await player.begin();
    const [context] = Context.all;
    return { player, voice, context: context!, decks: Sound.all.slice(2) };
  };
  it('leaves its elements alone where the browser lets no sound through', async () => {
    Context.allowed = false;
    const { player, context } = await begun();
    player.follow(mix, s(15), 1);
    expect(context.sources).toEqual([]);
    expect(player.lagUs).toBe(0);
  });
  it('asks again where it was not allowed to sound', async () => {
    Context.allowed = false;
    const { player, context } = await begun();
    Context.allowed = true;
    await player.begin();
    expect(Context.all).toHaveLength(1);
    player.follow(mix, s(15), 1);
    expect(context.gains[VOICE]!.gain.value).toBeCloseTo(10 ** (6 / 20), 9);
    await player.begin();
    expect(context.sources).toHaveLength(4);
  });
  it('plays gains and music, not late, where the browser has no filter for the voice', async () => {
    vi.stubGlobal('AudioWorkletNode', undefined);
    const { player, context, decks } = await begun();
    player.follow(mix, s(15), 1);
    expect(context.gains[VOICE]!.gain.value).toBeCloseTo(10 ** (6 / 20), 9);
    expect(decks.some((d) => !d.paused)).toBe(true);
    expect(player.lagUs).toBe(0);
  });
  it('goes on with its music where an edit lays it anew', async () => {
    const { player, decks } = await begun();
    player.follow(mix, s(15), 1);
    const deck = decks.find((d) => !d.paused)!;
    deck.currentTime = 9.101;
    player.follow({ ...mix, laid: [{ ...track }] }, s(15), 1);
    expect(deck.currentTime).toBe(9.101);
    expect(decks.filter((d) => !d.paused)).toEqual([deck]);
  });
  it('plays the voice through its gain, without rumble, and says once of which recording the noise goes', async () => {
    const { player, voice, context } = await begun();
    player.follow(mix, s(1), 1);
    player.follow(mix, s(1.02), 1);
    expect(context.sources[0]!.element).toBe(voice);
    expect(context.filters.map((f) => f.frequency.value)).toEqual([80, 80]);
    expect(context.gains[VOICE]!.gain.value).toBeCloseTo(10 ** (6 / 20), 9);
    expect(filters[0]!.sent).toEqual([
      { of: { taken: { noise: null, popsFrom: 0.5 }, clicks: [[12_000, 250_000]] } },
      { place: { ms: 1_000, rate: 1 } },
    ]);
  });
  it('tells the voice’s filter where the voice is: now and then, and at once after a cut', async () => {
    const { player, context } = await begun();
    const pieces = [
      { mediaId: 'take', from: s(0), at: s(0), length: s(30) },
      { mediaId: 'take', from: s(40), at: s(30), length: s(30) },
    ];
    const cut = { ...mix, sounds: pieces };
    const told = () => filters[0]!.sent.flatMap((m) => (m as VoiceTold).place ?? []);
    player.follow(cut, s(29), 1);
    player.follow(cut, s(29.1), 1);
    expect(told()).toEqual([{ ms: 29_000, rate: 1 }]);
    context.currentTime += 0.3;
    player.follow(cut, s(29.4), 1.5);
    player.follow(cut, s(30.5), 1.5);
    expect(told().slice(1)).toEqual([
      { ms: 29_400, rate: 1.5 },
      { ms: 40_500, rate: 1.5 },
    ]);
  });
  it('plays music from its beat, as fast as it is stretched, ducked, and no longer than it lasts', async () => {
    const { player, context, decks } = await begun();
    player.follow(mix, s(3), 1);
    // It waits where it comes in.
    const deck = decks.find((d) => d.src === '/media/beat.flac')!;
    expect(deck).toMatchObject({ currentTime: 4, paused: true });
    player.follow(mix, s(20), 1.5);
    expect(deck.currentTime).toBeCloseTo(14.2, 9);
    expect(deck.paused).toBe(false);
    player.follow(mix, s(20.01), 1.5);
    expect(deck.playbackRate).toBeCloseTo(1.53, 1);
    expect(musicGain(context).gain.value).toBeCloseTo(0.1, 9);
    player.follow(mix, s(31), 1);
    expect(deck.paused).toBe(true);
    expect(musicGain(context).gain.value).toBe(0);
  });
  it('brings the whole to its loudness, its peaks held where it has a target', async () => {
    const { player, context } = await begun();
    const limiter = filters[1]!;
    player.follow(mix, s(20), 1);
    expect(20 * Math.log10(context.gains[WHOLE]!.gain.value)).toBeCloseTo(-4, 9);
    expect(limiter.sent).toEqual([10 ** (-1.9 / 20)]);
    expect(context.gains[VOICE]!.to[0]).toBe(context.gains[WHOLE]);
    expect(context.gains[WHOLE]!.to[0]).toBe(limiter);
    expect(limiter.to[0]).toBe(context.destination);
    player.follow(null, s(20), 1);
    player.follow({ ...mix, limitDb: null }, s(20), 1);
    expect(limiter.sent.slice(1)).toEqual([Infinity, Infinity]);
  });
  it('lays one channel on two as ffmpeg does: each sound goes through a panner in the middle', async () => {
    const { context } = await begun();
    expect(context.sources.map(({ node }) => node.to)).toEqual(context.panners.map((panner) => [panner]));
  });
  it('makes a line that was spoken again as loud as what is around it', async () => {
    const { player, context } = await begun();
    player.follow(mix, s(20), 1, 'l1');
    expect(context.gains[LINE]!.gain.value).toBeCloseTo(10 ** ((6 + 3) / 20), 9);
    player.follow(null, s(20), 1, 'l1');
    expect(context.gains[LINE]!.gain.value).toBe(1);
  });
  it('lets the voice out and in again at a cut, once, on time at any speed', async () => {
    const { player, context } = await begun();
    context.currentTime = 7;
    const { ramps } = context.gains[CUT]!.gain;
    player.follow(mix, s(29), 2);
    expect(ramps).toEqual([]);
    player.follow(mix, s(29.9), 2);
    // The limiter's five milliseconds come after it.
    const at = 7 + 0.05 + player.lagUs / 1e6 - 0.005;
    expect(ramps.map(([gain]) => gain)).toEqual([1, 0, 1]);
    [at - 0.015, at, at + 0.015].forEach((time, i) => expect(ramps[i]![1]).toBeCloseTo(time, 9));
    player.follow(mix, s(29.95), 2);
    expect(ramps).toHaveLength(3);
  });
  it('as it was recorded has no gain, no filter and no music', async () => {
    const { player, context, decks } = await begun();
    player.follow(mix, s(20), 1);
    player.follow(null, s(20.1), 1);
    expect(context.gains[VOICE]!.gain.value).toBe(1);
    expect(context.filters.map((f) => f.frequency.value)).toEqual([0, 0]);
    expect(filters[0]!.sent.at(-1)).toEqual({ of: { taken: { noise: null, popsFrom: null }, clicks: [] } });
    expect(decks.every((d) => d.paused)).toBe(true);
    player.follow(mix, s(20.2), 1);
    expect(decks.some((d) => !d.paused)).toBe(true);
    player.close();
    expect(context.state).toBe('closed');
  });
});
