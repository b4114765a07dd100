import { describe, expect, it } from 'vitest';
import { leftOf } from '../looks/drawn.ts';
import { contrast, mixed } from '../looks/colours.ts';
import { HOUSE_BRAND } from '../looks/look.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { balanceOf } from '../plan/balance.ts';
import { compile } from '../plan/compile.ts';
import { fromSeconds, micros, wholeLength } from '../time/micros.ts';
import { COVER_SHAPES, bestFrames, coverDrawn, coverOf, measureFrame } from './cover.ts';
import { tagsToPublish, titleToPublish } from './publish-words.ts';
import { KIT_KINDS, MADE_KINDS, extensionOf } from './films.ts';

describe('a cover', () => {
  const SIZE = { width: 64, height: 36 };
  const stripes = (contrastOf: number, by = 0) =>
    Uint8Array.from({ length: 64 * 36 }, (_, i) => ((i + by) % 4 < 2 ? 128 - contrastOf : 128 + contrastOf));
  it('is measured: a sharp frame over a soft one, a calm one over one in motion', () => {
    const [sharp, soft] = [measureFrame(stripes(80), stripes(80), SIZE), measureFrame(stripes(10), stripes(10), SIZE)];
    expect(sharp.sharpness).toBeGreaterThan(soft.sharpness * 4);
    expect(measureFrame(stripes(80), stripes(80, 2), SIZE).movement).toBeGreaterThan(100);
    const black = new Uint8Array(64 * 36);
    expect(measureFrame(black, black, SIZE)).toEqual({ sharpness: 0, lost: 1, movement: 0 });
  });
  it('is of another move as long as there are more, the best first', () => {
    const of = (frame: number, move: string, sharpness: number) => ({ frame, move, sharpness, lost: 0, movement: 1 });
    const frames = [of(1, 'Squat', 9), of(2, 'Squat', 10), of(3, 'Row', 5), of(4, 'Squat', 8)];
    expect(bestFrames(frames, 2).map((f) => f.frame)).toEqual([2, 3]);
    expect(bestFrames(frames, 3).map((f) => f.frame)).toEqual([2, 3, 1]);
    expect(bestFrames([], 3)).toEqual([]);
  });
  const TITLES = [
    'Yoga',
    'Broomstick Strong for Beekeepers: the long autumn evening class with everything in it',
    'Donaudampfschifffahrtsgesellschaftskapitänsgymnastik',
    'Δύναμη με σκουπόξυλο για μελισσοκόμους',
  ];
  it.each(COVER_SHAPES)('of $name has any title in the middle 90 %', (shape) => {
    for (const title of TITLES) {
      const span = { start: micros(0), end: micros(1) };
      const texts = coverDrawn({ title, line: '40 minutes · Ottilie Brandvold' }, shape, HOUSE_BRAND, span);
      const words = texts.flatMap((d) => (d.kind === 'text' ? [d] : []));
      expect(words.map((w) => w.text).join(' ')).toContain(title.split(' ')[0]);
      for (const w of words) {
        expect(leftOf(w)).toBeGreaterThanOrEqual(shape.width * 0.05 - 1e-6);
        expect(leftOf(w) + w.w).toBeLessThanOrEqual(shape.width * 0.95 + 1e-6);
        expect(w.baseline - w.em).toBeGreaterThanOrEqual(shape.height * 0.05 - w.em * 0.5);
        expect(w.baseline).toBeLessThanOrEqual(shape.height * 0.95);
      }
    }
  });
  it('is legible on any picture, in any colours that can be legible (WCAG 2.2, 1.4.3)', () => {
    for (const [ink, paper] of [
      ['212732', 'FBF6EE'],
      ['5A3A2E', 'FFFFFF'],
      ['F4E9C9', '3A2F10'],
    ] as const) {
      const alpha = coverOf({ ink, paper });
      for (const under of ['000000', 'FFFFFF', '808080'])
        expect(contrast(paper, mixed(under, ink, alpha))).toBeGreaterThanOrEqual(4.5);
    }
  });
});

describe('what can be made', () => {
  it('has an ending each, and a kit holds neither itself nor a piece', () => {
    for (const kind of MADE_KINDS) expect(extensionOf(kind)).toMatch(/^(mp4|mov|webm|zip|wav|flac|m4a)$/);
    expect(KIT_KINDS).toContain('programme');
    expect(KIT_KINDS).not.toContain('kit');
    expect(KIT_KINDS).not.toContain('stretch');
  });
});

describe('title and tags to publish', () => {
  const OUTLINE =
    '# Skep lift\ninstructor: Ottilie Brandvold\n## Main: circuit, 3 rounds, 40/20\n- Squat\n- Push-up\n' +
    '- Broomstick row | needs: broomstick';
  const tagsOf = (outline: string, most?: number) => {
    const plan = readOutline(outline).value;
    const { segments, total } = compile(plan);
    return tagsToPublish(plan, balanceOf(plan, segments), wholeLength(total), most);
  };
  const minutes = (m: number) => fromSeconds(m * 60);
  it('has minutes and instructor as far as there is room', () => {
    const plan = readOutline(OUTLINE).value;
    expect(titleToPublish(plan, minutes(25))).toBe('Skep lift · 25 min · with Ottilie Brandvold');
    expect(titleToPublish(plan, minutes(25), 20)).toBe('Skep lift · 25 min');
    expect(titleToPublish({ ...plan, instructor: '' }, minutes(0.2))).toBe('Skep lift');
  });
  it.each(['Skep lift and carry '.repeat(9), '🐝'.repeat(140), 'Ξ'.repeat(300), ''])(
    'is never too long, and cut between words or letters: %s',
    (title) => {
      const made = titleToPublish({ ...readOutline(OUTLINE).value, title }, minutes(25));
      const count = [...new Intl.Segmenter().segment(made)].length;
      expect(count).toBeLessThanOrEqual(100);
      if (title.length > 100) expect(made.replace(/ · .*/, '')).toMatch(/(carry|lift|and|Skep|🐝|Ξ)…$/u);
      expect(made.isWellFormed()).toBe(true);
    },
  );
  it('name what is used and worked, once each, within their room', () => {
    const tags = tagsOf(OUTLINE);
    expect(tags).toEqual(
      expect.arrayContaining(['9 minute workout', 'broomstick workout', 'mat workout', 'no jumping']),
    );
    expect(tags).toEqual(expect.arrayContaining(['interval training', 'ottilie brandvold', 'skep lift']));
    expect(new Set(tags).size).toBe(tags.length);
    expect(tags).not.toContain('no equipment workout');
    expect(tagsOf(OUTLINE, 60).join(', ').length).toBeLessThanOrEqual(60);
    expect(tagsOf('# J\n## M: 20/10\n- Jumping jack')).toContain('no equipment workout');
    expect(tagsOf('# J\n## M: 20/10\n- Jumping jack')).not.toContain('no jumping');
  });
  it('are in the language of the class, props of the library too', () => {
    const outline =
      '# Starker Stab\nlanguage: de\ninstructor: Ottilie Brandvold\n## Haupt: circuit, 3 rounds, 40/20\n' +
      '- Kniebeuge\n- Liegestütz\n- Broomstick row | needs: broomstick';
    const tags = tagsOf(outline);
    expect(tags).toEqual(
      expect.arrayContaining([
        'training zum mitmachen',
        '9 minuten training',
        'training mit besenstiel',
        'ohne springen',
      ]),
    );
    expect(tags.filter((tag) => /workout|minute |broomstick|jumping|chest|quads/.test(tag))).toEqual([]);
    expect(titleToPublish(readOutline(outline).value, minutes(25))).toBe(
      'Starker Stab · 25 min · mit Ottilie Brandvold',
    );
  });
});
