import { wordsOf } from '../findings/finding.ts';
import { describe, expect, it } from 'vitest';
import { drawnOf } from '../../../tests/support/drawn.ts';
import { EVERYTHING as full, NAMES, SIZES, lookClass } from '../../../tests/support/look-classes.ts';
import { DEFAULT_LOOK, LOOK_IDS } from '../lanes/look-rules.ts';
import { colourOf, contrast, luminance, mixed } from './colours.ts';
import { type Drawn } from './drawn.ts';
import { wordingOf } from '../lanes/wording.ts';
import { type Brand, HOUSE_BRAND, type Logo, SHAPES } from './look.ts';
import { legibilityOf } from './legible.ts';
import { LOOKS } from './looks.ts';
import { paint } from './paint.ts';
import { lookFindings } from '../checks/look-checks.ts';

const all = { next: true, round: true, option: true, take: true, place: true, effort: true } as const;

type Text = Extract<Drawn, { kind: 'text' }>;

describe('colours', () => {
  it.each([
    // WCAG 2.2: black on white is 21 : 1; the grey #767676 is the lightest with 4.5 : 1 on white.
    ['000000', 'FFFFFF', 21],
    ['767676', 'FFFFFF', 4.54],
    ['FFFFFF', 'FFFFFF', 1],
  ])('%s on %s have the contrast that WCAG 2.2 gives', (a, b, wanted) => expect(contrast(a, b)).toBeCloseTo(wanted, 2));
  it('of kinds and brand stand out from their ground', () => {
    for (const kind of ['work', 'hold', 'rest', 'change-over', 'talk', 'demo', 'set-up', 'water'] as const)
      for (const ground of ['ink', 'paper'] as const)
        for (const tint of ['kind', 'accent'] as const) {
          const colour = colourOf(tint, kind, ground, HOUSE_BRAND);
          expect(contrast(colour, HOUSE_BRAND[ground])).toBeGreaterThanOrEqual(3);
        }
    expect(contrast(HOUSE_BRAND.ink, HOUSE_BRAND.paper)).toBeGreaterThan(12);
  });
  it('mix as light through a plate does', () => {
    expect(mixed('000000', 'FFFFFF', 0.5)).toBe('808080');
    expect(luminance('FFFFFF')).toBeCloseTo(1, 6);
  });
});

describe('the catalogue', () => {
  it('has a name and an idea for each, no two alike', () => {
    expect(new Set(LOOK_IDS.flatMap((id) => [LOOKS[id].name, LOOKS[id].idea])).size).toBe(LOOK_IDS.length * 2);
    for (const id of LOOK_IDS) expect(LOOKS[id].id).toBe(id);
  });
});

describe('what a studio lays over a look', () => {
  it('is its language and its own words, in every place that the overlay writes', () => {
    const german: Brand = { ...HOUSE_BRAND, language: 'de', words: { next: 'Danach' } };
    const { lanes, segments } = lookClass(NAMES.german, wordingOf(german));
    const style = { rules: { ...DEFAULT_LOOK, look: 'beads' as const, shows: full }, overrides: [], brand: german };
    const all = paint(lanes, SIZES.wide, style).flatMap((d) => (d.kind === 'text' ? [d.text] : []));
    const words = all.join(' ');
    for (const word of ['Runde 1 von 3', 'Linke Seite', 'Danach', 'Leichter:', 'Pause', 'von 12'])
      expect(words).toContain(word);
    expect(words).not.toMatch(/\b(Round|Next|Easier|Rest|Left side|of)\b/);
    expect(segments.length).toBeGreaterThan(10);
  });
  it('is its type: every text in its place and its room, figures as high or lower', () => {
    const { lanes } = lookClass(NAMES.greek);
    const inBrand = (type: Brand['type']) =>
      paint(lanes, SIZES.wide, { rules: DEFAULT_LOOK, overrides: [], brand: { ...HOUSE_BRAND, type } });
    const texts = (type: Brand['type']) => inBrand(type).filter((d): d is Text => d.kind === 'text');
    const house = texts('house');
    for (const type of ['plain', 'strong'] as const) {
      const own = texts(type);
      expect(own.map((t) => t.text)).toEqual(house.map((t) => t.text));
      expect(own.some((t, i) => t.face !== house[i]!.face)).toBe(true);
      own.forEach((t, i) => {
        expect(t.w).toBeLessThanOrEqual(house[i]!.w + 0.01);
        expect([t.x, t.baseline]).toEqual([house[i]!.x, house[i]!.baseline]);
      });
    }
    expect(new Set(texts('plain').map((t) => t.face))).toEqual(new Set(['plain', 'plain-bold']));
  });
  it('is its mark: on cards, and in its corner wherever the look leaves that free', () => {
    const { lanes } = lookClass(NAMES.short);
    const logo: Logo = {
      name: 'hive',
      width: 2,
      path: [
        ['M', 0, 0],
        ['L', 2, 0],
        ['L', 2, 1],
      ],
      at: 'top-right',
    };
    const marks = (of: Logo) =>
      paint(lanes, SIZES.wide, { rules: DEFAULT_LOOK, overrides: [], brand: { ...HOUSE_BRAND, logo: of } }).filter(
        (d) => d.kind === 'path' && d.path.length === 3,
      );
    const [one] = marks(logo);
    expect(one!.x).toBeGreaterThan(SIZES.wide.width / 2);
    // The look stands in both lower corners: there is no room there, and nothing is covered.
    expect(marks({ ...logo, at: 'bottom-left' })).toEqual([]);
    expect(marks({ ...logo, at: null })).toEqual([]);
  });
});

describe('where nobody is', () => {
  const { lanes, segments } = lookClass(NAMES.short);
  const main = segments.filter((s) => s.blockName === 'Main');
  /** Somebody who stands in the left third all through the main block. */
  const left = { left: 0.05, right: 0.35, top: 0.2, bottom: 1 };
  const behind = new Map(main.map((s) => [s.key, { people: [left], lights: [] }]));
  const style = (clear: boolean) => ({
    ...{ rules: { ...DEFAULT_LOOK, look: 'dial' as const, clear }, overrides: [], brand: HOUSE_BRAND, behind },
  });
  const plateOf = (drawn: readonly Drawn[], key: string) => {
    const { start, end } = segments.find((s) => s.key === key)!;
    const middle = (start + end) / 2;
    const own = drawn.filter((d) => d.start <= middle && d.end > middle && d.kind !== 'text');
    return Math.min(...own.map((d) => d.x)) / SIZES.wide.width;
  };
  it('a look stands, block by block, where the rule asks for it; elsewhere it stays', () => {
    const usual = paint(lanes, SIZES.wide, style(false));
    const clear = paint(lanes, SIZES.wide, style(true));
    const other = segments.find((s) => s.blockName === 'Ten' && s.kind === 'work')!.key;
    const sides = (drawn: readonly Drawn[]) => main.slice(0, 4).map((s) => plateOf(drawn, s.key) > 0.5);
    expect(new Set(sides(usual)).size).toBe(1);
    expect(sides(clear)).toEqual(sides(usual).map((right) => !right));
    expect(plateOf(clear, other)).toBe(plateOf(usual, other));
    const hand = [{ segmentKey: main[0]!.key, lane: 'look', field: 'mirrored', value: false } as const];
    expect(plateOf(paint(lanes, SIZES.wide, { ...style(true), overrides: hand }), main[0]!.key)).toBe(
      plateOf(usual, main[0]!.key),
    );
  });
  it('it is said where a look lies over somebody, with the rule as its fix', () => {
    const [found] = lookFindings(lanes, SIZES.wide, style(false));
    expect(found).toMatchObject({ rule: 'look-on-person', fixes: [{ kind: 'look', look: { clear: true } }] });
    expect(lookFindings(lanes, SIZES.wide, style(true))).toEqual([]);
  });
});

describe('before the picture that is there', () => {
  const { lanes, segments } = lookClass(NAMES.short);
  const grey = (dark: number, light: number) => new Uint8Array(16 * 9).fill((dark << 4) | light);
  const findings = (lights: readonly Uint8Array[]) =>
    lookFindings(lanes, SIZES.wide, {
      ...{ rules: DEFAULT_LOOK, overrides: [], brand: { ...HOUSE_BRAND, ink: '5A6470' } },
      behind: new Map(segments.map((s) => [s.key, { people: [], lights }])),
    });
  it('words are measured against its greys: a pale plate will do before a dark room, not before a bright one', () => {
    expect(findings([grey(0, 3)])).toEqual([]);
    const [bright] = findings([grey(0, 3), grey(2, 15)]);
    expect(bright).toMatchObject({ rule: 'low-contrast', certainty: 0.9 });
    expect(wordsOf(bright!).says).toContain('before this picture');
  });
});

describe('every look can be read before any picture', () => {
  it.each(LOOK_IDS)('%s: 4.5 : 1, large words and figures 3 : 1 (WCAG 2.2, 1.4.3)', (look) => {
    const { lanes } = lookClass(NAMES.long);
    for (const shape of SHAPES) {
      const drawn = drawnOf(lanes, SIZES[shape], { look, television: shape === 'television', shows: all });
      for (const l of legibilityOf(drawn, SIZES[shape].height))
        expect(l.contrast, `${shape} ${l.text}`).toBeGreaterThanOrEqual(l.wanted);
    }
  });
  it('is said not to be where a brand has pale ink, and plates do not help that', () => {
    const { lanes } = lookClass(NAMES.short);
    const style = { rules: DEFAULT_LOOK, overrides: [], brand: { ...HOUSE_BRAND, ink: 'B9C4CC' } };
    const [found] = lookFindings(lanes, SIZES.wide, style);
    expect(found?.rule).toBe('low-contrast');
    expect(wordsOf(found!)).toMatchObject({ wanted: '4.5 : 1', source: 'WCAG 2.2, 1.4.3' });
    expect(lookFindings(lanes, SIZES.wide, { ...style, brand: HOUSE_BRAND })).toEqual([]);
  });
  it('names letters that would be drawn as boxes', () => {
    const { lanes } = lookClass(['猫のポーズ', 'Row']);
    const found = lookFindings(lanes, SIZES.wide, { rules: DEFAULT_LOOK, overrides: [], brand: HOUSE_BRAND });
    expect(new Set(found.map((f) => f.rule))).toEqual(new Set(['letters-not-drawn']));
    expect(wordsOf(found[0]!).says).toContain('猫 の ポ ー ズ');
  });
});
