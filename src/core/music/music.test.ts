import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import type { Block } from '../plan/plan.ts';
import { anySeconds, anyTime } from '../../../tests/support/times.ts';
import { correct, mapFromTaps } from './correct-map.ts';
import { musicAt } from './levels.ts';
import { STRETCH_MOST, meetings, meetingTempos, musicLengths, withLengths } from './tempo-matching.ts';
import { EMPTY_MUSIC } from './music.ts';
import { otherTempo } from './library.ts';
import { allBeats, barStarts, beatAt, beatTime, mapThrough, meanMilliBpm, steadyMap } from './tempo-map.ts';

const s = anySeconds;
const blockOf = (line: string): Block => readOutline(`# T\n## Main: ${line}\n- Squat\n- Row`).value.blocks[0]!;

describe('a fade', () => {
  it('is a straight line of the amplitude: half-way in it is 6 dB down, once', () => {
    const track = { id: 't', lufs: -14 };
    const placement = { speedPpm: 1_000_000 };
    const at = (seconds: number) =>
      musicAt(
        [{ track, placement, start: 0, end: 60e6, from: 0, fadeInUs: 8e6, fadeOutUs: 4e6 } as never],
        seconds * 1e6,
        { levels: EMPTY_MUSIC.levels, energyOf: () => null, gainDb: 0 },
      ) ?? NaN;
    const full = at(30);
    expect([at(4) - full, at(2) - full, at(58) - full].map((db) => Math.round(db * 100) / 100)).toEqual([
      -6.02, -12.04, -6.02,
    ]);
  });
});

describe('a tempo map', () => {
  it('keeps an hour of beats without drift: each is rounded once from its index', () => {
    const map = steadyMap(128_000, s(0), 7_680);
    expect(beatTime(map, 7_680)).toBe(s(3_600));
    expect(beatTime(map, 64)).toBe(s(30)); // 30 s at 128 are 64 beats, two phrases (derived)
  });
  it('gives time and beat back to each other, inside and outside', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 300_000, max: 900_000 }), { minLength: 2, maxLength: 60 }),
        fc.integer({ min: -20, max: 90 }),
        (gaps, beat) => {
          let at = 0;
          const map = mapThrough(
            gaps.map((gap) => (at += gap)),
            4,
            0,
          );
          if (map !== null) expect(beatAt(map, beatTime(map, beat))).toBeCloseTo(beat, 4);
        },
      ),
    );
  });
  it('leaves anchors out where they say nothing, and no beat moves by more than six milliseconds', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 440_000, max: 480_000 }), { minLength: 8, maxLength: 200 }), (gaps) => {
        let at = 100_000;
        const beats = gaps.map((gap) => (at += gap));
        const map = mapThrough(beats, 4, 0);
        expect(map).not.toBeNull();
        if (map !== null)
          allBeats(map).forEach((time, i) => expect(Math.abs(time - beats[i]!)).toBeLessThanOrEqual(6_001));
      }),
      { numRuns: 40 },
    );
    expect(mapThrough(allBeats(steadyMap(126_000, s(1), 400)), 4, 2)?.anchors.length).toBe(2);
  });
});

describe('setting a map right', () => {
  const map = { ...steadyMap(120_000, s(1), 200), one: 2, phrase: 2 };
  const duration = s(101);
  const one = (m: typeof map) => beatTime(m, m.one);
  it('halving and doubling keep the one where it is and give the tempo back', () => {
    const slow = correct(map, { kind: 'halve' }, duration);
    expect(meanMilliBpm(slow)).toBeCloseTo(60_000, 3);
    expect(barStarts(slow).some((beat) => Math.abs(beatTime(slow, beat) - one(map)) < 2)).toBe(true);
    const back = correct(slow, { kind: 'double' }, duration);
    expect(meanMilliBpm(back)).toBeCloseTo(120_000, 3);
    expect(allBeats(back).some((t) => Math.abs(t - one(map)) < 2)).toBe(true);
  });
  it('a nudge moves all beats, half a beat moves them between, and beats still fill the track', () => {
    expect(beatTime(correct(map, { kind: 'nudge', byUs: anyTime(10_000) }, duration), 0) % 500_000).toBe(10_000);
    const half = correct(map, { kind: 'half-beat' }, duration);
    expect(beatTime(half, 0) % 500_000).toBe(250_000);
    expect(beatTime(half, half.beats - 1)).toBeLessThan(duration);
    expect(beatTime(half, half.beats)).toBeGreaterThanOrEqual(duration);
  });
  it('a dragged bar line bends the map there and nowhere else', () => {
    const start = correct(map, { kind: 'nudge', byUs: anyTime(0) }, duration);
    const bar = barStarts(start)[5]!;
    const bent = correct(start, { kind: 'drag', beat: bar, to: anyTime(beatTime(start, bar) + 80_000) }, duration);
    expect(beatTime(bent, bar) - beatTime(start, bar)).toBe(80_000);
    expect(beatTime(bent, bar - 2) - beatTime(start, bar - 2)).toBe(40_000);
    for (const other of [0, bar - 4, bar + 4, start.beats - 1])
      expect(beatTime(bent, other)).toBe(beatTime(start, other));
    expect(() =>
      correct(start, { kind: 'drag', beat: bar, to: anyTime(beatTime(start, bar + 4) + 1) }, duration),
    ).toThrow(/must come after|tempo would be/);
  });
  it('taps give the tempo, with one of them missed', () => {
    const taps = [0, 1, 2, 4, 5, 6, 7].map((i) => 2e6 + i * 468_750 + (i % 2) * 9_000);
    expect(meanMilliBpm(mapFromTaps(taps, s(60)) ?? steadyMap(1_000, s(0), 2)) / 1000).toBeCloseTo(128, 0);
    expect(mapFromTaps(taps.slice(0, 3), s(60))).toBeNull();
  });
});

describe('a beat that is felt at two levels', () => {
  const heard = steadyMap(140_000, anyTime(0), 200);
  it.each([
    ['half as fast too, as it was heard', 'half', heard, 70_000],
    [
      'half as fast too, and set to that: the heard one is the other',
      'half',
      steadyMap(70_000, anyTime(0), 100),
      140_000,
    ],
    ['twice as fast too', 'double', heard, 280_000],
    ['at one level alone', null, heard, null],
  ] as const)('%s', (_, feltToo, map, other) => {
    const tempo = otherTempo({ map, heardMap: heard, feltToo });
    expect(tempo === null ? null : Math.round(tempo)).toBe(other);
  });
});

describe('meeting the phrases', () => {
  // Derived: N seconds hold a whole number of eights only when BPM × N / 480 is whole.
  it.each([
    [40, [120, 132, 144]],
    [45, [128, 160]],
    [50, [115.2, 124.8, 134.4]],
  ])('%d s of work alone is whole eights at %j', (seconds, tempos) => {
    const found = meetingTempos([{ what: 'work', us: s(seconds) }], 110, 165).map((t) => t.num / t.den);
    for (const bpm of tempos) expect(found).toContain(bpm);
    for (const bpm of found) expect(Number.isInteger(Math.round(((bpm * seconds) / 480) * 1e9) / 1e9)).toBe(true);
  });
  it('30 s at 128 are two phrases and at 126 are 63 beats, no eights (derived)', () => {
    const [at128] = meetingTempos([{ what: 'work', us: s(30) }], 128, 128);
    expect(at128).toMatchObject({ num: 128, den: 1, unit: 'phrase', units: [2] });
    expect(meetingTempos([{ what: 'work', us: s(30) }], 126, 126)).toEqual([]);
  });
  it('answers are exact, within the limit of the stretch, and cheapest first', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 10, max: 90 }),
        fc.integer({ min: 0, max: 60 }),
        fc.integer({ min: 85_000, max: 176_000 }),
        (work, rest, milliBpm) => {
          const block = blockOf(`${work}/${Math.max(1, rest)}`);
          const answers = meetings(block, s(600), milliBpm);
          answers.forEach((a, i) => {
            expect(a.cost).toBeGreaterThanOrEqual(answers[i - 1]?.cost ?? 0);
            if (a.kind === 'stretch') {
              expect(Math.abs(a.stretch)).toBeLessThanOrEqual(STRETCH_MOST + 1e-6);
              const counts = a.tempo.unit === 'phrase' ? 32 : 8;
              const wanted =
                a.tempo.meets === 'work'
                  ? [work]
                  : a.tempo.meets === 'every'
                    ? [work, Math.max(1, rest)]
                    : [work + Math.max(1, rest)];
              for (const seconds of wanted) expect((seconds * a.tempo.num) % (60 * counts * a.tempo.den)).toBe(0);
            }
            if (a.kind === 'times')
              for (const l of a.lengths)
                expect(Math.abs((l.us * milliBpm) / 60e9 / (a.unit === 'phrase' ? 32 : 8) - l.units)).toBeLessThan(
                  1e-4,
                );
            if (a.kind === 'cut') expect(a.at).toBeLessThanOrEqual(s(600));
          });
        },
      ),
      { numRuns: 60 },
    );
  });
  it('new lengths go where the old ones were', () => {
    for (const line of ['40/20', 'pair 40/20/10', 'emom 60', 'hold 0:30 change 6']) {
      const { scheme } = blockOf(line);
      const lengths = musicLengths(scheme).map((l, i) => ({ us: anyTime(l.us + (i + 1) * 1e6) }));
      expect(musicLengths(withLengths(scheme, lengths)).map((l) => l.us)).toEqual(lengths.map((l) => l.us));
    }
  });
});
