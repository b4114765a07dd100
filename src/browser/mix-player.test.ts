import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { anySeconds as s } from '../../tests/support/times.ts';
import type { LaidTrack } from '../core/music/arrangement.ts';
import { MixPlayer, type PlayedMix } from './mix-player.ts';

/** As much of Web Audio as the player asks for; what it was told is kept. */
class Param {
  value = 0;
  setTargetAtTime(value: number) {
    this.value = value;
  }
}
class Node {
  readonly to: unknown[] = [];
  readonly gain = new Param();
  readonly frequency = new Param();
  readonly Q = new Param();
  readonly sent: unknown[] = [];
  readonly port = { postMessage: (m: unknown) => this.sent.push(m) };
  connect<T>(next: T): T {
    this.to.push(next);
    return next;
  }
}
class Context {
  static allowed = true;
  static readonly all: Context[] = [];
  state = 'suspended';
  currentTime = 0;
  readonly destination = new Node();
  readonly sources: { readonly element: unknown; readonly node: Node }[] = [];
  readonly gains: Node[] = [];
  readonly filters: Node[] = [];
  readonly audioWorklet = { addModule: () => Promise.resolve() };
  constructor() {
    Context.all.push(this);
  }
  resume() {
    if (Context.allowed) this.state = 'running';
    return Promise.resolve();
  }
  createMediaElementSource(element: unknown) {
    const node = new Node();
    this.sources.push({ element, node });
    return node;
  }
  createGain() {
    return this.kept(this.gains);
  }
  createBiquadFilter() {
    return this.kept(this.filters);
  }
  close() {
    this.state = 'closed';
    return Promise.resolve();
  }
  private kept(list: Node[]) {
    const node = new Node();
    list.push(node);
    return node;
  }
}
class Sound {
  static readonly all: Sound[] = [];
  readonly dataset: Record<string, string> = {};
  src = '';
  currentTime = 0;
  playbackRate = 1;
  paused = true;
  seeking = false;
  constructor() {
    Sound.all.push(this);
  }
  play() {
    this.paused = false;
    return Promise.resolve();
  }
  pause() {
    this.paused = true;
  }
}

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
  withNoise: 0,
  takenDown: (mediaId) => ({ noise: null, popsFrom: mediaId === 'take' ? 0.5 : null }),
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
    const voice = new Sound();
    const player = new MixPlayer([voice as unknown as HTMLMediaElement], '/filter.js');
    await player.begin();
    const [context] = Context.all;
    return { player, voice, context: context!, decks: Sound.all.slice(1) };
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
    expect(context.gains[0]!.gain.value).toBeCloseTo(10 ** (6 / 20), 9);
    await player.begin();
    expect(context.sources).toHaveLength(3);
  });
  it('plays gains and music, not late, where the browser has no filter for the voice', async () => {
    vi.stubGlobal('AudioWorkletNode', undefined);
    const { player, context, decks } = await begun();
    player.follow(mix, s(15), 1);
    expect(context.gains[0]!.gain.value).toBeCloseTo(10 ** (6 / 20), 9);
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
    expect(context.gains[0]!.gain.value).toBeCloseTo(10 ** (6 / 20), 9);
    expect(filters[0]!.sent).toEqual([{ noise: null, popsFrom: 0.5 }]);
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
    expect(context.gains[1]!.gain.value).toBeCloseTo(0.1, 9);
    player.follow(mix, s(31), 1);
    expect(deck.paused).toBe(true);
    expect(context.gains[1]!.gain.value).toBe(0);
  });
  it('as it was recorded has no gain, no filter and no music', async () => {
    const { player, context, decks } = await begun();
    player.follow(mix, s(20), 1);
    player.follow(null, s(20.1), 1);
    expect(context.gains[0]!.gain.value).toBe(1);
    expect(context.filters.map((f) => f.frequency.value)).toEqual([0, 0]);
    expect(filters[0]!.sent.at(-1)).toEqual({ noise: null, popsFrom: null });
    expect(decks.every((d) => d.paused)).toBe(true);
    player.follow(mix, s(20.2), 1);
    expect(decks.some((d) => !d.paused)).toBe(true);
    player.close();
    expect(context.state).toBe('closed');
  });
});
