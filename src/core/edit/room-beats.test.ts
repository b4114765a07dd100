import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { beatAt, steadyMap } from '../music/tempo-map.ts';
import type { RoomMusic } from '../signal/room-music.ts';
import { anySeconds as s, anyTime } from '../../../tests/support/times.ts';
import { joinOnBeat } from './join-on-beat.ts';
import { asCorrected, beatJump, classBeats, roomMusicAt, roomBeats, wholeBeats } from './room-beats.ts';
import { silencesToCut } from './shorten.ts';

/** Music at 120 a minute from 10 s to 100 s: a count is half a second, a phrase sixteen. */
const room = (first = 10): RoomMusic => ({
  start: s(first),
  end: s(first + 90),
  map: steadyMap(120_000, s(first), 180),
  key: null,
});
const side = (at: number, music = [room()], speech: readonly [number, number][] = []) => ({
  at: s(at),
  music,
  speech: speech.map(([a, b]) => ({ start: s(a), end: s(b) })),
});

describe('the beats of rooms', () => {
  it('are heard where their shots lie in the programme, counted by their phrases', () => {
    const shots = [
      { takeId: 'a', start: s(26), end: s(28), at: s(0) },
      { takeId: 'b', start: s(0), end: s(3), at: s(2) },
    ];
    const beats = roomBeats(shots, (id) => (id === 'a' ? [room()] : [room(1)]));
    expect(beats.map((b) => b.at / 1e6)).toEqual([0, 0.5, 1, 1.5, 3, 3.5, 4, 4.5]);
    expect(beats.map((b) => b.count)).toEqual([1, 2, 3, 4, 1, 2, 3, 4]);
    expect(beats.filter((b) => b.phrase).map((b) => b.at / 1e6)).toEqual([0, 3]);
  });
  it('give way where music is laid', () => {
    const at = (seconds: number) => ({ at: s(seconds), count: 1, one: true, phrase: false });
    const beats = classBeats([at(2), at(3)], [{ start: s(1.5), end: s(3.5) }], [at(1), at(2.2), at(3.2), at(4)]);
    expect(beats.map((b) => b.at / 1e6)).toEqual([1, 2, 3, 4]);
  });
  it('are none outside of the music', () => {
    expect(roomMusicAt([room()], s(9.9))).toBeNull();
    expect(roomMusicAt([room()], s(100))).toBeNull();
    expect(roomBeats([{ takeId: 'a', start: s(101), end: s(120), at: s(0) }], () => [room()])).toEqual([]);
  });
});

describe('music in the room, corrected by a person', () => {
  it('has its phrases where they are said to begin, each up to the next', () => {
    // Between two beats, the nearer one is meant.
    const said = [
      { at: s(50.1), says: 'phrase' },
      { at: s(20.2), says: 'phrase' },
    ] as const;
    const music = asCorrected([room()], said);
    expect(music.map((m) => [m.start / 1e6, m.end / 1e6])).toEqual([
      [10, 50.1],
      [50.1, 100],
    ]);
    const phrases = roomBeats([{ takeId: 'a', start: s(10), end: s(100), at: s(10) }], () => music);
    expect(phrases.filter((b) => b.phrase).map((b) => b.at / 1e6)).toEqual([20, 36, 66, 82, 98]);
    expect(phrases.every((b) => b.one === ((b.count - 1) % 4 === 0))).toBe(true);
  });
  it('is left out where it is none, and untouched elsewhere', () => {
    const two = [
      { ...room(), end: s(50) },
      { ...room(), start: s(60) },
    ];
    expect(asCorrected(two, [{ at: s(20), says: 'no-music' }])).toEqual([two[1]]);
    expect(asCorrected(two, [{ at: s(55), says: 'no-music' }])).toEqual(two);
  });
});

describe('a join on the beat', () => {
  it('lies on the phrase where one is near on both sides', () => {
    // Phrases begin at 26 and 42 in the one take, at 17 and 33 in the other.
    const join = joinOnBeat(side(41.2), side(33.9, [room(1)]));
    expect(join).toEqual({ leave: s(42), come: s(33) });
  });
  it('goes on with the count where no phrase is near, and never inside a word', () => {
    const talks: readonly [number, number][] = [
      [36.8, 37.7],
      [38.4, 39.2],
    ];
    const join = joinOnBeat(side(37.3, [room()], talks), side(58.1, [room(3)]))!;
    expect(Math.abs(beatJump(room().map, join.leave, room(3).map, join.come))).toBeLessThan(1e-6);
    expect(talks.every(([a, b]) => join.leave <= s(a) || join.leave >= s(b))).toBe(true);
    const bars = beatAt(room().map, join.leave) - beatAt(room(3).map, join.come);
    expect(Math.abs((bars / 4) % 1)).toBeLessThan(1e-6);
  });
  it('counts a waltz by three: where no phrase is near, the same count of a bar is met', () => {
    const waltz = (first: number): RoomMusic => ({ ...room(first), map: { ...room(first).map, metre: 3 } });
    const join = joinOnBeat(side(40.1, [waltz(10)]), side(61.7, [waltz(3)]))!;
    const apart = beatAt(waltz(10).map, join.leave) - beatAt(waltz(3).map, join.come);
    expect(Math.abs((apart / 3) % 1)).toBeLessThan(1e-6);
  });
  it('is none where one side is without music', () => {
    expect(joinOnBeat(side(5), side(40))).toBeNull();
    expect(joinOnBeat(side(40), side(40, []))).toBeNull();
    expect(joinOnBeat(side(40, [room()], [[37, 45]]), side(40))).toBeNull();
  });
  it('keeps near the boundaries, on beats of both, wherever they are', () => {
    const at = fc.integer({ min: 15_000, max: 90_000 });
    fc.assert(
      fc.property(at, at, fc.integer({ min: 0, max: 4_000 }), (a, b, first) => {
        const other = room(first / 1000);
        const join = joinOnBeat(side(a / 1000), side(b / 1000, [other]));
        if (roomMusicAt([other], b * 1000) === null) return;
        expect(join).not.toBeNull();
        expect(join!.leave).toBeGreaterThanOrEqual(a * 1000 - 350_000);
        expect(join!.leave).toBeLessThanOrEqual(a * 1000 + 2e6);
        expect(join!.come).toBeLessThanOrEqual(b * 1000 + 350_000);
        expect(Math.abs(beatJump(room().map, join!.leave, other.map, join!.come))).toBeLessThan(1e-5);
      }),
    );
  });
});

describe('a cut in music', () => {
  it('takes whole bars out where there is one, else whole counts, else nothing', () => {
    expect(wholeBeats([room()], s(30.1), 5.3e6)).toBe(4e6);
    expect(wholeBeats([room()], s(30.1), 1.7e6)).toBe(1.5e6);
    expect(wholeBeats([room()], s(30.1), 0.4e6)).toBe(0);
    expect(wholeBeats([room()], s(5), 0.4e6)).toBe(0.4e6);
  });
  it('leaves the beat as it was where silence is cut out of a break', () => {
    const within = { start: s(40), end: s(60) };
    const talk = [{ start: s(40), end: s(42) }];
    const cuts = silencesToCut(within, s(7.3), talk, (at, lengthUs) => wholeBeats([room()], at, lengthUs));
    expect(cuts).toHaveLength(1);
    expect(cuts[0]!.end - cuts[0]!.start).toBe(6e6);
    expect(silencesToCut(within, anyTime(300_000), talk, (at, l) => wholeBeats([room()], at, l))).toEqual([]);
  });
});
