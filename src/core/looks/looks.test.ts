import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { create } from 'fontkit';
import { describe, expect, it } from 'vitest';
import { drawnOf } from '../../../tests/support/drawn.ts';
import { EVERYTHING as full, NAMES, SIZES, lookClass, moments } from '../../../tests/support/look-classes.ts';
import { LOOK_IDS } from '../lanes/look-rules.ts';
import type { Board } from '../lanes/board.ts';
import { frameRate } from '../time/frames.ts';
import { micros } from '../time/micros.ts';
import { type Drawn, drawnWithin } from './drawn.ts';
import { FACES, notDrawn, runsOf, widthOf } from './faces.ts';
import { fit } from './fit.ts';
import { SHAPES } from './look.ts';

type Text = Extract<Drawn, { kind: 'text' }>;
interface Rect {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** Where the letters of a text are: from the top of its capitals to where they stand. */
function lettersOf({ x, baseline, w, em, align, face }: Text): Rect {
  const h = (FACES[face][0]!.capHeight / 1000) * em;
  return { x: align === 'start' ? x : align === 'end' ? x - w : x - w / 2, y: baseline - h, w, h };
}

const meet = (a: Rect, b: Rect) =>
  Math.min(a.x + a.w, b.x + b.w) - Math.max(a.x, b.x) > 0.5 &&
  Math.min(a.y + a.h, b.y + b.h) - Math.max(a.y, b.y) > 0.5;

describe('every look in every shape, for seven kinds of segment and four sorts of names', () => {
  const cases = LOOK_IDS.flatMap((look) =>
    SHAPES.flatMap((shape) => Object.keys(NAMES).map((names) => ({ look, shape, names: names as keyof typeof NAMES }))),
  );
  it.each(cases)(
    '$look, $shape, $names: nothing is cut, nothing lies over another, all is inside',
    ({ look, shape, names }) => {
      const { width, height } = SIZES[shape];
      const { lanes: whole, segments } = lookClass(NAMES[names]);
      const seen = moments(segments);
      // With everything else that can be shown: notes in a corner and two full rows of what is said.
      const noted = (b: Board): Board => {
        const note = (slot: 'caution' | 'title', text: string) => ({ slot, text, start: b.start, end: b.end });
        const words = [
          note('title', 'Broomstick Strong for Beekeepers'),
          note('caution', 'Bend from the hips, not the back'),
        ];
        return { ...b, words: [...b.words, ...words] };
      };
      const boards = whole.boards.filter((b) => seen.some(({ at }) => b.start <= at && b.end > at)).map(noted);
      const said = 'and now reach through both of your hands,\nas if somebody pulled you along the floor';
      const speech = seen.map(({ at }) => ({ start: micros(at - 1e6), end: micros(at + 1e6), text: said }));
      const lanes = { ...whole, boards, speech };
      for (const shows of [{}, full])
        for (const mirrored of [false, true]) {
          const drawn = drawnOf(
            lanes,
            { width, height },
            { look, television: shape === 'television', mirrored, shows, speech: shows === full },
          );
          for (const { name, at } of seen) {
            const texts = drawn.filter((d): d is Text => d.kind === 'text' && d.start <= at && d.end > at);
            const rects = texts.map(lettersOf);
            expect(texts.length, name).toBeGreaterThan(0);
            for (const [i, r] of rects.entries()) {
              const says = `${name}: ${texts[i]!.text}`;
              expect(r.x, says).toBeGreaterThanOrEqual(width * 0.05 - 1);
              expect(r.x + r.w, says).toBeLessThanOrEqual(width * 0.95 + 1);
              expect(r.y, says).toBeGreaterThanOrEqual(height * 0.05 - 1);
              expect(r.y + r.h, says).toBeLessThanOrEqual(height * 0.95 + 1);
              for (const [j, other] of rects.entries())
                if (j > i) expect(meet(r, other) ? `${says} lies over ${texts[j]!.text}` : '').toBe('');
            }
            const caption = lanes.captions.find((c) => c.start <= at && c.end > at)!;
            const words = texts.map((t) => t.text).join(' ');
            for (const word of caption.text.split(' ')) expect(words).toContain(word);
            if (shows === full)
              for (const word of said.split(/\s+/)) expect(words, `${name}: what is said`).toContain(word);
          }
        }
    },
  );
  it.each(LOOK_IDS)('%s on television has figures of at least 14 %% of the height', (look) => {
    const { lanes, segments } = lookClass(NAMES.short);
    const drawn = drawnOf(lanes, SIZES.television, { look, television: true });
    const { at } = moments(segments)[0]!;
    const figures = drawn.filter(
      (d): d is Text => d.kind === 'text' && d.role === 'figure' && d.start <= at && d.end > at,
    );
    expect(figures).toHaveLength(1);
    const { em, face } = figures[0]!;
    expect((em * FACES[face][0]!.digitHeight) / 1000 / SIZES.television.height).toBeGreaterThanOrEqual(0.14);
  });
  it('shows what it is told to, and not what it is told not to', () => {
    const { lanes, segments } = lookClass(NAMES.short);
    const { at } = moments(segments)[0]!;
    const words = (shows: object) =>
      drawnOf(lanes, SIZES.wide, { look: 'sill', shows }).flatMap((d) =>
        d.kind === 'text' && d.start <= at && d.end > at && d.role === 'words' ? [d.text] : [],
      );
    expect(words({})).toEqual(['Left side', 'Row', 'Round 1 of 3']);
    expect(words({ round: false, side: false, option: true, place: true })).toEqual([
      'Row',
      'Easier: hands on the knees',
      'Harder: add a jump',
      'Move 1 of 2',
    ]);
  });
  it('is the same all the time that nothing in it changes', () => {
    const { lanes, segments } = lookClass(NAMES.long);
    const drawn = drawnOf(lanes, SIZES.wide, { look: 'sill' });
    const { at } = moments(segments)[0]!;
    const [segment] = segments.filter((s) => s.start <= at && s.end > at);
    const still = drawn.filter((d) => d.start >= segment!.start && d.end <= segment!.end && d.role === 'plate');
    // Its caption comes half a second after its start, what comes next ten seconds before its end.
    expect(still.map((d) => (d.end - d.start) / 1e6)).toEqual([0.5, 29.5, 10]);
  });
});

describe('what is drawn of a stretch', () => {
  it('is what the whole draws on each of its frames, moving parts too (law)', () => {
    const rate = frameRate(30, 1);
    const { lanes } = lookClass(NAMES.short);
    const drawn = drawnOf(lanes, SIZES.wide, { look: 'tide' });
    const yAt = (d: Drawn, us: number) =>
      d.kind === 'path' && d.toY !== undefined ? d.y + ((d.toY - d.y) * (us - d.start)) / (d.end - d.start) : 0;
    const seen = (of: readonly Drawn[], us: number) =>
      of
        .filter((d) => d.start <= us && d.end > us)
        .map((d) => [d.layer, d.role, d.kind === 'text' ? d.text : yAt(d, us).toFixed(1)]);
    fc.assert(
      fc.property(fc.nat(9_000), fc.integer({ min: 1, max: 300 }), fc.nat(299), (from, frames, k) => {
        const frame = from + Math.min(k, frames - 1);
        // In the middle of the frame no change is near.
        const [whole, part] = [(frame + 0.5) / 30, (frame - from + 0.5) / 30].map((s) => Math.round(s * 1e6));
        expect(seen(drawnWithin(drawn, from, from + frames, rate), part!)).toEqual(seen(drawn, whole!));
      }),
      { numRuns: 60 },
    );
  });
});

describe('letters', () => {
  it.each(Object.values(FACES).flat())('of $family $weight are as wide as the font file says', (font) => {
    const pack = font.family.startsWith('Atkinson')
      ? 'atkinson-hyperlegible-next'
      : font.family.startsWith('Noto')
        ? 'noto-sans'
        : font.family.startsWith('Martian')
          ? 'martian-mono'
          : 'bricolage-grotesque';
    const script = pack === 'noto-sans' ? 'greek' : 'latin';
    const path = join('node_modules/@fontsource', pack, 'files', `${pack}-${script}-${font.weight}-normal.woff2`);
    const file = create(readFileSync(path));
    expect(file.familyName).toBe(font.family);
    for (const letter of script === 'greek' ? 'ΑΩαβγδως' : 'AZaz09éßM:')
      expect(
        font.runs.find((r) => r.from <= letter.codePointAt(0)! && r.from + r.widths.length > letter.codePointAt(0)!)
          ?.widths,
      ).toContain(Math.round(file.glyphForCodePoint(letter.codePointAt(0)!).advanceWidth));
  });
  it('are drawn by the first font that has them, blanks by the one before', () => {
    expect(runsOf('Row και Squat', 'bold').map((r) => [r.font.family.split(' ')[0], r.text])).toEqual([
      ['Atkinson', 'Row '],
      ['Noto', 'και '],
      ['Atkinson', 'Squat'],
    ]);
  });
  it('that no font has are named', () => {
    expect(notDrawn('Größe, Кошка, Προβολή', 'bold')).toEqual([]);
    expect(notDrawn('猫のポーズ 猫', 'bold')).toEqual(['猫', 'の', 'ポ', 'ー', 'ズ']);
  });
});

describe('fitting', () => {
  it('loses no word and is never wider than its room (law)', () => {
    const word = fc.stringMatching(/^[A-Za-zäöü]{1,24}$/);
    fc.assert(
      fc.property(fc.array(word, { minLength: 1, maxLength: 14 }), fc.integer({ min: 60, max: 900 }), (words, room) => {
        const { rows, size } = fit(words.join(' '), 'bold', { size: 40, room, most: 2 });
        expect(rows.join(' ')).toBe(words.join(' '));
        for (const row of rows) expect(widthOf(row, 'bold') * size).toBeLessThanOrEqual(room * 1.001);
      }),
    );
  });
  it('keeps its size where it can, and never leaves a lone short word below', () => {
    expect(fit('Row', 'bold', { size: 40, room: 400, most: 2 })).toEqual({ rows: ['Row'], size: 40 });
    const { rows } = fit('Half-kneeling press with a row', 'bold', { size: 40, room: 440, most: 2 });
    expect(rows).toEqual(['Half-kneeling', 'press with a row']);
  });
});
