import { describe, expect, it } from 'vitest';
import { faultOf } from '../plan-json/plan-schema.ts';
import { HOUSE_BRAND } from '../../core/looks/look.ts';
import { brandSchema } from '../workout-json/studio-schema.ts';
import { NoLogo, readSvgLogo } from './svg-logo-reader.ts';

const svg = (inside: string) => `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 50">${inside}</svg>`;
const refusal = (text: string) => {
  try {
    readSvgLogo(text, 'x');
    return null;
  } catch (error) {
    if (error instanceof NoLogo) return error.message;
    throw error;
  }
};

describe('a mark from an SVG', () => {
  it('is as wide as its shapes are, in heights, whatever stands around them', () => {
    const logo = readSvgLogo(svg('<rect x="10" y="20" width="40" height="20"/>'), 'hive.svg');
    expect(logo).toMatchObject({ name: 'hive.svg', width: 2, at: null });
    expect(logo.path[0]).toEqual(['M', 0, 0]);
    expect(logo.path.slice(1).map(([, x, y]) => [x, y])).toEqual(
      expect.arrayContaining([
        [2, 0],
        [2, 1],
        [0, 1],
      ]),
    );
  });
  it('is moved and turned as its groups are', () => {
    const turned = svg(
      '<g transform="translate(30 5) rotate(90)"><g transform="scale(2)"><path d="M0 0h10v5h-10z"/></g></g>',
    );
    // Twenty wide and ten high, turned by a quarter: ten wide and twenty high.
    expect(readSvgLogo(turned, 'x').width).toBeCloseTo(0.5, 3);
  });
  it('has round shapes as curves: a circle is one as wide as high, by curves alone', () => {
    const { width, path } = readSvgLogo(svg('<circle cx="50" cy="25" r="20"/>'), 'x');
    expect(width).toBeCloseTo(1, 2);
    expect(path.filter(([c]) => c === 'C').length).toBeGreaterThanOrEqual(2);
    const quadratic = readSvgLogo(svg('<path d="M0 0Q50 100 100 0Z"/>'), 'x');
    expect(quadratic.path.some(([c]) => c === 'C')).toBe(true);
  });
  it('leaves out what is not seen', () => {
    const { width } = readSvgLogo(
      svg(
        '<defs><rect width="90" height="9"/></defs><rect width="90" height="9" fill="none" stroke="red"/><rect ' +
          'style="display:none" width="90" height="9"/><path d="M0 0h10v10h-10z"/>',
      ),
      'x',
    );
    expect(width).toBe(1);
  });
  it('says what it cannot draw', () => {
    expect(refusal('hello')).toBe('That is no SVG file.');
    expect(refusal(svg('<text>Saltmarsh</text>'))).toContain('outlines');
    expect(refusal(svg('<image href="x.png" width="10" height="10"/>'))).toContain('made of points');
    expect(refusal(svg(''))).toContain('no filled shape');
    expect(refusal(svg('<path d="M0 0h900v1h-900z"/>'))).toContain('as wide');
    expect(refusal('<svg><g')).toMatch(/\.$/);
  });
  it('can be kept with a brand', () => {
    const logo = readSvgLogo(svg('<ellipse cx="50" cy="25" rx="40" ry="20"/>'), 'x');
    expect(faultOf(brandSchema, { ...HOUSE_BRAND, logo })).toBeNull();
    expect(faultOf(brandSchema, { ...HOUSE_BRAND, logo: { ...logo, path: [['Z']] } })).not.toBeNull();
  });
});
