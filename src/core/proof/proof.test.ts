import { describe, expect, it } from 'vitest';
import type { Drawn } from '../looks/drawn.ts';
import { frameRate, frameStart } from '../time/frames.ts';
import { fromSeconds as s, micros } from '../time/micros.ts';
import { type ProofKind, isProved } from './certificate.ts';
import { alikeness, figureChecks } from './figure-checks.ts';
import { CELLS, blackSpans, flashesIn, stillSpans } from './picture-cells.ts';
import { type Meant, type ReadFile, prove } from './prove.ts';

const RATE = frameRate(25, 1);
const all = () => true;

/** Frames whose cells all have the grey that a rule gives. */
const series = (frames: number, grey: (frame: number, cell: number) => number) =>
  Uint16Array.from({ length: frames * CELLS }, (_, i) => Math.round(grey(Math.floor(i / CELLS), i % CELLS) * 256));
const moving = (frame: number, cell: number) => 100 + 20 * Math.sin(frame / 3 + cell);

describe('pictures that stand still or are black', () => {
  it('are found from 0.9 and from 0.4 s on, and not a frame less', () => {
    const still = (frames: number) =>
      stillSpans(
        series(100, (f, c) => (f >= 40 && f < 40 + frames ? moving(40, c) : moving(f, c))),
        all,
        RATE,
      );
    expect(still(24)).toEqual([{ start: s(1.6), end: s(2.56) }]);
    expect(still(20)).toEqual([]);
    const black = (frames: number) =>
      blackSpans(
        series(100, (f, c) => (f >= 40 && f < 40 + frames ? 5 : moving(f, c))),
        all,
        RATE,
      );
    expect(black(11)).toEqual([{ start: s(1.6), end: s(2.04) }]);
    expect(black(9)).toEqual([]);
  });
  it('are judged by the cells that nothing is drawn over', () => {
    const timer = (f: number, c: number) => (c === 0 ? moving(f, c) : 90);
    expect(stillSpans(series(60, timer), all, RATE)).toEqual([]);
    expect(stillSpans(series(60, timer), (c) => c !== 0, RATE)).toEqual([{ start: s(0), end: s(2.4) }]);
  });
  it('stand still although a codec breathes with its key frames', () => {
    expect(
      stillSpans(
        series(50, (f) => 100 + (f === 20 ? 0.5 : 0)),
        all,
        RATE,
      ),
    ).toHaveLength(1);
  });
});

describe('flashes (WCAG 2.2, 2.3.1)', () => {
  const flashing = (times: number, share: number, low = 30, high = 220) =>
    flashesIn(
      series(75, (f, c) =>
        c < CELLS * share &&
        f >= 25 &&
        f < 50 &&
        Math.floor(((f - 25) * times) / 25) * 2 <= 2 * times &&
        (((f - 25) * times * 2) / 25) % 2 < 1
          ? high
          : low,
      ),
      RATE,
    );
  it('may be three in a second, and not four', () => {
    expect(flashing(3, 1)).toEqual([]);
    expect(flashing(4, 1)).toHaveLength(1);
    expect(flashing(5, 1)).toHaveLength(1);
  });
  it('are none where they are small or weak', () => {
    expect(flashing(5, 0.2)).toEqual([]);
    // Less than a tenth of the most luminance there is.
    expect(flashing(5, 1, 120, 140)).toEqual([]);
  });
});

describe('figures', () => {
  const figure = (text: string, from: number, until: number, layer = 2): Drawn => ({
    ...{ kind: 'text', text, start: s(from), end: s(until), layer, colour: 'FFFFFF', role: 'figure' },
    ...{ x: 100, baseline: 50, align: 'middle', em: 40, face: 'bold', w: 25, outline: null },
  });
  it('are looked for on their first and last frame, against all others of their place', () => {
    const checks = figureChecks([figure('3', 0, 1), figure('2', 1, 2), figure('1', 2, 3)], RATE);
    expect(checks.map((c) => [c.frame, c.shows.text, c.inPlace.map((o) => o.text).join('')])).toEqual([
      [0, '3', '321'],
      [24, '3', '321'],
      [25, '2', '321'],
      [49, '2', '321'],
      [50, '1', '321'],
      [74, '1', '321'],
    ]);
  });
  it('under a card are not looked for, and those on it are', () => {
    const card: Drawn = {
      ...{ kind: 'box', x: 0, y: 0, w: 1, h: 1, radius: 0, alpha: 1, colour: '000000' },
      ...{ start: s(0), end: s(1), layer: 900, role: 'card' },
    };
    expect(figureChecks([card, figure('3', 0, 1), figure('9', 0, 1, 902)], RATE).map((c) => c.shows.text)).toEqual([
      '9',
      '9',
    ]);
  });
  it('are alike whatever their brightness, and not when turned', () => {
    const a = [0, 10, 200, 30, 90, 255];
    expect(
      alikeness(
        a,
        a.map((v) => 40 + v / 2),
      ),
    ).toBeCloseTo(1, 9);
    expect(
      alikeness(
        a,
        a.map((v) => 255 - v),
      ),
    ).toBeCloseTo(-1, 9);
    expect(alikeness(a, [7, 7, 7, 7, 7, 7])).toBe(0);
  });
});

describe('the certificate', () => {
  const meant: Meant = {
    ...{ length: s(10), rate: RATE, width: 640, height: 360, targetLufs: -16 },
    captions: [{ start: s(1), end: s(3), text: 'Rest · next\nRow' }],
    chapters: [{ start: s(0), title: 'Warm-up' }],
  };
  const good: ReadFile = {
    ...{ frames: 250, width: 640, height: 360, soundUs: s(10.02), videos: 1, captionTracks: 1 },
    // A container's milliseconds, and rows as it likes them.
    captions: [{ start: micros(1_004_000), end: micros(2_999_000), text: 'Rest · next Row' }],
    speech: [],
    chapters: [{ start: micros(4_000), title: 'Warm-up' }],
    ...{ lufs: -16.4, truePeakDb: -1.2, frozen: [], black: [], flashes: [] },
    figures: [{ frame: 25, wanted: '9', read: '9' }],
  };
  it('asks for the track of what is said where there is one, and for each of its captions', () => {
    const speech = [{ start: s(2), end: s(4), text: 'Feet wide, and breathe.' }];
    const wrongIn = (of: Partial<ReadFile>) =>
      prove({ ...meant, speech }, { ...good, ...of })
        .lines.filter((l) => !l.right)
        .map((l) => l.what);
    expect(wrongIn({ speech, captionTracks: 2 })).toEqual([]);
    expect(wrongIn({})).toEqual(['tracks', 'speech']);
    expect(wrongIn({ captionTracks: 2, speech: [{ ...speech[0]!, text: 'Feet wide and breath.' }] })).toEqual([
      'speech',
    ]);
    expect(wrongIn({ captionTracks: 2, speech: [{ ...speech[0]!, start: s(2.2) }] })).toEqual(['speech']);
    // Where nothing is said no line asks for it.
    expect(prove(meant, good).lines.map((l) => l.what)).not.toContain('speech');
  });
  const wrong = (of: Partial<ReadFile>): ProofKind[] =>
    prove(meant, { ...good, ...of })
      .lines.filter((l) => !l.right)
      .map((l) => l.what);
  it('is right where all is as meant, within what a container can say', () => {
    expect(isProved(prove(meant, good))).toBe(true);
  });
  it.each<[Partial<ReadFile>, ProofKind[]]>([
    [{ frames: 249 }, ['length']],
    [{ soundUs: s(9.8) }, ['length']],
    [{ soundUs: null, lufs: null, truePeakDb: null }, ['tracks']],
    [{ captions: [{ ...good.captions[0]!, start: s(1.04) }] }, ['captions']],
    [{ captions: [...good.captions, ...good.captions] }, ['captions']],
    [{ chapters: [{ start: s(0.2), title: 'Warm-up' }] }, ['chapters']],
    [{ chapters: [{ start: s(0), title: 'Warm up' }] }, ['chapters']],
    [{ figures: [{ frame: 25, wanted: '9', read: null }] }, ['timer']],
    // EBU R 128: half a unit either way; −1 dBTP.
    [{ lufs: -15.4 }, ['loudness']],
    [{ truePeakDb: -0.5 }, ['peak']],
    [{ flashes: [{ start: s(1), end: s(2) }] }, ['flashes']],
  ])('of %j says what is wrong', (of, lines) => expect(wrong(of)).toEqual(lines));
  it('says where, and how much', () => {
    const { lines } = prove(meant, { ...good, figures: [{ frame: 30, wanted: '9', read: '8' }], lufs: -12 });
    expect(lines.find((l) => l.what === 'timer')).toMatchObject({
      found: '1 of 1 figures are wrong: 8 for 9',
      at: [frameStart(30, RATE)],
    });
    expect(lines.find((l) => l.what === 'loudness')).toMatchObject({ found: '−12.0 LUFS', wanted: '−16.0 LUFS ±0.5' });
  });
});
