import { describe, expect, it } from 'vitest';
import type { Piece } from '../../core/edit/views.ts';
import type { Micros } from '../../core/time/micros.ts';
import { Reel } from './reel.ts';
import { anySeconds as s } from '../../../tests/support/times.ts';

/** What a reel asks of a player, with a clock that a test moves. */
class FakeElement {
  src = '';
  currentTime = 0;
  seeking = false;
  ended = false;
  paused = true;
  playbackRate = 1;
  defaultPlaybackRate = 1;
  readonly dataset: Record<string, string> = {};
  play(): Promise<void> {
    this.paused = false;
    return Promise.resolve();
  }
  pause(): void {
    this.paused = true;
  }
}

const piece = (mediaId: string, from: number, at: number, length: number): Piece => ({
  mediaId,
  from: s(from),
  at: s(at),
  length: s(length),
});
/** Two stretches of one take, a camera of it, another take that is left and come back to. */
const PIECES = [
  piece('a', 10, 0, 5),
  piece('a', 15, 5, 5),
  piece('cam', 31, 10, 4),
  piece('b', 2, 14, 6),
  piece('a', 40, 20, 5),
];

function open(pieces: readonly Piece[] = PIECES) {
  const elements = [new FakeElement(), new FakeElement()] as const;
  const [clock, shown, blends] = [{ ms: 0 }, [] as (number | null)[], [] as [number | null, number][]];
  const reel = new Reel(elements as unknown as ConstructorParameters<typeof Reel>[0], pieces, {
    urlOf: (id) => `/${id}`,
    seekTo: (time) => time / 1e6,
    now: () => clock.ms,
    onBlend: (on, share) => blends.push([on === null ? null : elements.indexOf(on as unknown as FakeElement), share]),
    onSwap: (on) => shown.push(on === null ? null : elements.indexOf(on as unknown as FakeElement)),
  });
  const playing = () => elements.filter((e) => !e.paused);
  /** Lets what plays run on, frame by frame; gives every programme time that was seen. */
  const run = (seconds: number) => {
    const seen: Micros[] = [];
    for (let t = 0; t < seconds; t += 0.04) {
      clock.ms += 40;
      for (const e of playing()) e.currentTime += 0.04 * e.playbackRate;
      if (!reel.follow()) reel.pause();
      if (reel.at !== null) seen.push(reel.at);
    }
    return seen;
  };
  return { elements, reel, playing, run, shown, blends };
}

describe('a reel of pieces', () => {
  it('runs through all of them: programme time never jumps and never stands', async () => {
    const { reel, run, playing } = open();
    reel.seek(s(0));
    await reel.play();
    const seen = run(24.9);
    for (const [i, at] of seen.entries()) if (i > 0) expect(Math.abs(at - seen[i - 1]! - 40_000)).toBeLessThan(41_000);
    expect(seen.at(-1)! / 1e6).toBeCloseTo(24.9, 0);
    expect(playing()).toHaveLength(1);
  });
  it('has the next piece waiting at its beginning before it is needed, past pieces that run on by themselves', () => {
    const { reel, elements } = open();
    reel.seek(s(1));
    expect(elements[0]).toMatchObject({ src: '/a', currentTime: 11 });
    expect(elements[1]).toMatchObject({ src: '/cam', currentTime: 31, paused: true });
    reel.seek(s(15));
    expect(elements[0]).toMatchObject({ src: '/b', currentTime: 3 });
    expect(elements[1]).toMatchObject({ src: '/a', currentTime: 40 });
  });
  it('stops at its end, and any time is found again', async () => {
    const { reel, run } = open();
    reel.seek(s(24));
    await reel.play();
    run(3);
    expect(reel.follow()).toBe(true);
    for (const at of [0, 4.99, 5, 12, 19.9, 24.5]) {
      reel.seek(s(at));
      expect(reel.at! / 1e6).toBeCloseTo(at, 5);
    }
  });
  it('runs faster on both of its elements', async () => {
    const { reel, run } = open();
    reel.setRate(2);
    reel.seek(s(9));
    await reel.play();
    expect(run(1).at(-1)! / 1e6).toBeCloseTo(11, 0);
  });
  it('lets cards and still frames run on a clock of their own, paused where it is paused, and comes back', async () => {
    const card: Piece = { mediaId: null, from: s(0), at: s(2), length: s(3) };
    const still: Piece = { ...piece('a', 12, 7, 1), held: true };
    const { reel, run, playing, shown, elements } = open([piece('a', 10, 0, 2), card, piece('b', 4, 5, 2), still]);
    reel.seek(s(1));
    await reel.play();
    const seen = run(2);
    expect(seen.at(-1)! / 1e6).toBeCloseTo(3, 1);
    expect([playing().length, shown.at(-1)]).toEqual([0, null]);
    reel.pause();
    const paused = reel.at;
    run(1);
    expect(reel.at).toBe(paused);
    await reel.play();
    run(2.5);
    expect([playing().map((e) => e.src), reel.at! / 1e6 > 5.2]).toEqual([['/b'], true]);
    run(1.6);
    expect(playing()).toHaveLength(0);
    expect([elements[shown.at(-1)!]!.src, elements[shown.at(-1)!]!.currentTime.toFixed(3)]).toEqual(['/a', '12.000']);
    run(1.2);
    expect(reel.at! / 1e6).toBeCloseTo(8, 5);
    for (const at of [0.5, 2, 4.9, 5.5, 7.5]) {
      reel.seek(s(at));
      expect(reel.at! / 1e6).toBeCloseTo(at, 5);
    }
  });
  it('runs a card at the speed that is chosen', async () => {
    const { reel, run } = open([{ mediaId: null, from: s(0), at: s(0), length: s(4) }]);
    reel.setRate(2);
    reel.seek(s(0));
    await reel.play();
    expect(run(1).at(-1)! / 1e6).toBeCloseTo(2, 1);
    reel.setRate(0.5);
    expect(run(1).at(-1)! / 1e6).toBeCloseTo(2.5, 1);
  });
  it('lets one picture go over into the other while both run, and goes on with the other', async () => {
    const over: Piece = { ...piece('a', 11.5, 1.5, 1), into: { mediaId: 'b', from: s(3.5) } };
    const { reel, run, playing, elements, blends } = open([piece('a', 10, 0, 1.5), over, piece('b', 4.5, 2.5, 2)]);
    reel.seek(s(0.5));
    expect(elements[1]).toMatchObject({ src: '/b', currentTime: 3.5 });
    await reel.play();
    run(0.9);
    expect(playing()).toHaveLength(1);
    run(0.6);
    expect(playing()).toHaveLength(2);
    expect(blends.at(-1)![0]).toBe(1);
    expect(blends.at(-1)![1]).toBeGreaterThan(0.4);
    const seen = run(0.8);
    expect(playing().map((e) => e.src)).toEqual(['/b']);
    expect(blends.at(-1)).toEqual([null, 0]);
    expect(seen.at(-1)! / 1e6).toBeCloseTo(2.8, 0);
    reel.seek(s(2));
    expect(reel.at! / 1e6).toBeCloseTo(2, 3);
  });
});
