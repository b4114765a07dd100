import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { drownedFindings } from '../checks/music-checks.ts';
import { compile } from '../plan/compile.ts';
import type { Block } from '../plan/plan.ts';
import { anySeconds, anyTime } from '../../../tests/support/times.ts';
import { buildSet } from './build-set.ts';
import { correct, mapFromTaps } from './correct-map.ts';
import { coverageOf } from './coverage.ts';
import { beatsOf, blockSpans, layMusic, planToMusic } from './arrangement.ts';
import { duckCurve, duckDb, gainAt, levelCurve, musicAt } from './levels.ts';
import { STRETCH_MOST, meetings, meetingTempos, musicLengths, tempoRange, withLengths } from './tempo-matching.ts';
import { EMPTY_MUSIC, USUAL_LEVELS } from './music.ts';
import { practiceMap, practicePlayer } from './practice.ts';
import { otherTempo } from './library.ts';
import { creditLines, rightsGaps } from './rights.ts';
import {
  allBeats,
  barStarts,
  beatAt,
  beatTime,
  mapThrough,
  meanMilliBpm,
  phraseStarts,
  steadyMap,
} from './tempo-map.ts';
import { NO_RIGHTS, OWN_RIGHTS, type Track } from './track.ts';

const s = anySeconds;
const track = (id: string, bpm: number, beats = 512): Track => {
  const map = steadyMap(bpm * 1000, s(0.5), beats);
  return {
    id,
    title: id,
    artist: '',
    duration: anyTime(beatTime(map, beats) + 1e6),
    map,
    sections: [{ fromBeat: 0, toBeat: beats, energy: 0.7 }],
    lufs: -12,
    rights: OWN_RIGHTS,
  };
};
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

const plan = readOutline(
  '# T\n## Hello: talk, 0:20\n## Warm: warm-up, 30/0\n- March\n- Roll\n- Twist\n## Main: strength, 4 rounds, 45/15\n- Squat\n- Row\n## Stretch: cool-down, hold 0:30 change 6\n- Calf stretch\n- Side reach',
).value;
const { segments } = compile(plan);
const library = [track('a', 126), track('b', 128, 256), track('c', 95, 256), track('d', 150)];

describe('a built set', () => {
  const built = buildSet(plan, segments, library, EMPTY_MUSIC);
  const music = { ...EMPTY_MUSIC, placements: built.placements };
  const laid = layMusic(music, library, segments);
  it('covers every block that wants music, within the range of each, stretched no further than allowed', () => {
    expect(built.unserved).toEqual([]);
    const coverage = coverageOf(plan, blockSpans(segments), music, laid);
    expect(coverage.gaps).toEqual([]);
    expect(coverage.coveredUs).toBe(coverage.wantedUs);
    for (const l of laid.laid) {
      const range = tempoRange(plan.blocks.find((b) => b.id === l.placement.blockId)?.kind ?? 'talk');
      const bpm = (meanMilliBpm(l.track.map) / 1000) * (l.placement.speedPpm / 1e6);
      expect(bpm).toBeGreaterThanOrEqual((range?.low ?? 0) - 0.01);
      expect(bpm).toBeLessThanOrEqual((range?.high ?? 0) + 0.01);
      expect(Math.abs(l.placement.speedPpm / 1e6 - 1)).toBeLessThanOrEqual(STRETCH_MOST + 1e-6);
    }
  });
  it('begins each piece on a phrase and lays it over the one before for two bars', () => {
    for (const l of laid.laid) expect(phraseStarts(l.track.map)).toContain(l.placement.fromBeat);
    const main = laid.laid.filter((l) => l.placement.blockId === plan.blocks[2]?.id);
    expect(main.length).toBeGreaterThan(1);
    for (let i = 1; i < main.length; i++)
      expect(((main[i - 1]?.end ?? 0) - (main[i]?.start ?? 0)) / 1e6).toBeCloseTo((8 * 60) / 128, 0);
  });
  it('says which blocks nothing serves, and leaves silence on purpose alone', () => {
    expect(buildSet(plan, segments, [track('d', 150)], EMPTY_MUSIC).unserved).toContain(plan.blocks[3]?.id);
    const silent = plan.blocks.map((b) => b.id);
    expect(buildSet(plan, segments, library, { ...EMPTY_MUSIC, silent }).placements).toEqual([]);
  });
  it('a phrase of the laid music begins where the block begins', () => {
    const first = laid.laid[0];
    expect(first === undefined ? null : beatsOf(first)[0]).toMatchObject({
      at: first?.start,
      count: 1,
      phrase: true,
      one: true,
    });
  });
});

describe('blocks counted in music', () => {
  const counted = readOutline('# T\n## Dance: counts 32 at 120\n- Step touch\n- Grapevine').value;
  it('get their seconds from the tempo map of the track, not from the nominal tempo', () => {
    const rising = practiceMap({ style: 'straight', fromMilliBpm: 120_000, toMilliBpm: 140_000, phrases: 4 });
    const t: Track = { ...track('r', 120), map: rising.map, duration: rising.duration };
    const blockId = counted.blocks[0]?.id ?? '';
    const music = {
      ...EMPTY_MUSIC,
      placements: [
        {
          id: 'm1',
          trackId: 'r',
          blockId,
          atUs: anyTime(0),
          fromBeat: 0,
          beats: 128,
          speedPpm: 1_000_000,
          fadeInBeats: 0,
          fadeOutBeats: 0,
        },
      ],
    };
    const works = compile(planToMusic(counted, music, [t])).segments.filter((g) => g.kind === 'work');
    expect(works.map((g) => g.end - g.start)).toEqual([
      beatTime(t.map, 32) - beatTime(t.map, 0),
      beatTime(t.map, 64) - beatTime(t.map, 32),
    ]);
    expect(works[0]?.end).toBeLessThan(s(16));
    expect(planToMusic(counted, EMPTY_MUSIC, [t])).toBe(counted);
  });
});

describe('the music under the voice', () => {
  it('gives way by what is missing to the wanted distance, before the line and until after it', () => {
    const levels = { ...USUAL_LEVELS, musicDeciLufs: -200, voiceDeciLufs: -180, distanceDeciLu: 200 };
    expect(duckDb(levels)).toBe(-18);
    const curve = duckCurve(
      [
        { start: s(10), end: s(12) },
        { start: s(12.5), end: s(13) },
      ],
      levels,
    );
    expect(curve.length).toBe(4);
    for (const [at, db] of [
      [0, 0],
      [9.7, 0],
      [9.9, -9],
      [10, -18],
      [12.3, -18],
      [13, -18],
      [13.4, -9],
      [14, 0],
    ] as const)
      expect(gainAt(curve, at * 1e6)).toBeCloseTo(db, 6);
  });
  it('keeps the distance under every line of a track that is not equally loud from end to end', () => {
    const energies = Float32Array.from({ length: 2_500 }, (_, i) => 10 ** ((-12 + 6 * Math.sin(i / 40)) / 10));
    const t = { ...track('w', 126), lufs: -12 };
    const placements = [
      {
        id: 'm1',
        trackId: 'w',
        blockId: 'b',
        atUs: anyTime(0),
        fromBeat: 0,
        beats: 400,
        speedPpm: 1_000_000,
        fadeInBeats: 0,
        fadeOutBeats: 0,
      },
    ];
    const laid = layMusic({ ...EMPTY_MUSIC, placements }, [t], [{ blockId: 'b', start: s(0), end: s(180) }]);
    const speech = Array.from({ length: 20 }, (_, i) => ({ start: s(4 + i * 8), end: s(6 + i * 8) }));
    const points = levelCurve(laid, speech, s(180), { levels: USUAL_LEVELS, energyOf: () => energies });
    const distances = points.filter((p) => p.voice !== null && p.music !== null).map((p) => p.voice! - p.music!);
    expect(distances.length).toBeGreaterThan(30);
    expect(Math.min(...distances)).toBeGreaterThan(USUAL_LEVELS.distanceDeciLu / 10 - 1);
    expect(drownedFindings(points, EMPTY_MUSIC)).toEqual([]);
  });
  it('is left alone where the distance is there already', () =>
    expect(duckCurve([{ start: s(1), end: s(2) }], { ...USUAL_LEVELS, musicDeciLufs: -400 })).toEqual([]));
});

describe('rights', () => {
  const showing = { territory: 'Norway, Iceland', platforms: ['own site'], until: '2028-12-31' };
  const licensed = { ...NO_RIGHTS, sync: 'licensed', master: 'licensed' } as const;
  it('that are missing are told one by one', () => {
    expect(rightsGaps({ id: 't', rights: NO_RIGHTS }, showing).map((g) => g.what)).toEqual(['sync', 'master']);
    expect(
      rightsGaps({ id: 't', rights: { ...licensed, territory: 'Norway', until: '2027-01-01' } }, showing).map(
        (g) => g.what,
      ),
    ).toEqual(['territory', 'platform', 'term', 'proof']);
    expect(
      rightsGaps(
        {
          id: 't',
          rights: {
            ...licensed,
            territory: 'world',
            platforms: ['Own site'],
            proof: { sha256: '0', extension: 'pdf', name: 'x' },
          },
        },
        showing,
      ),
    ).toEqual([]);
    expect(rightsGaps({ id: 't', rights: OWN_RIGHTS }, showing)).toEqual([]);
  });
  it('become credits in the owners’ words', () => {
    expect(
      creditLines([
        { title: 'Hum', artist: 'Drone Nine', rights: { ...licensed, composition: 'A. Hive' } },
        { title: 'Beat', artist: '', rights: OWN_RIGHTS },
        { title: 'X', artist: 'Y', rights: { ...NO_RIGHTS, credit: 'X by Y, thanks' } },
      ]),
    ).toEqual(['“Hum” by Drone Nine (A. Hive) used under licence', '“Beat”, made by the studio', 'X by Y, thanks']);
  });
});

describe('a practice beat', () => {
  it('rises as asked and plays the same in pieces as at once', () => {
    const beat = { style: 'latin', fromMilliBpm: 100_000, toMilliBpm: 130_000, phrases: 2 } as const;
    const { map } = practiceMap(beat);
    expect(60e6 / (beatTime(map, 1) - beatTime(map, 0))).toBeCloseTo(100, 0);
    expect(60e6 / (beatTime(map, 63) - beatTime(map, 62))).toBeCloseTo(100 + (30 * 62) / 64, 1);
    const player = practicePlayer(beat);
    const whole = player.render(0, 20_000);
    expect([...player.render(0, 7_000), ...player.render(7_000, 13_000)]).toEqual([...whole]);
    expect(Math.max(...whole)).toBeGreaterThan(0.2);
  });
  it('lasts as long as its counts', () =>
    expect(practiceMap({ style: 'straight', fromMilliBpm: 128_000, toMilliBpm: 128_000, phrases: 2 }).map.beats).toBe(
      64,
    ));
});
