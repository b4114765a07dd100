import { describe, expect, it } from 'vitest';
import { LIGHT_COLUMNS, LIGHT_ROWS, type SeenPictures, greysBehind, seenWithin } from './seen-pictures.ts';

const PLACES = LIGHT_COLUMNS * LIGHT_ROWS;
const person = (left: number) => ({ left, right: left + 0.2, top: 0.1, bottom: 1 });
/** Three pictures ten seconds apart: all dark, dark with one light place, all light. */
const greys = [new Uint8Array(PLACES).fill(0x01), new Uint8Array(PLACES).fill(0x01), new Uint8Array(PLACES).fill(0xef)];
greys[1]![3 * LIGHT_COLUMNS + 5] = 0x0f;
const SEEN: SeenPictures = {
  everyUs: 10e6,
  people: [person(0.1), null, person(0.6)],
  light: btoa(String.fromCharCode(...greys.flatMap((g) => [...g]))),
};

describe('what small pictures show', () => {
  it('of a stretch is that of its pictures, the one before its start too; past the end the last', () => {
    expect(seenWithin(SEEN, 4e6, 9e6).people).toEqual([person(0.1)]);
    expect(seenWithin(SEEN, 12e6, 21e6).people).toEqual([person(0.6)]);
    expect(seenWithin(SEEN, 90e6, 95e6).people).toEqual([person(0.6)]);
    expect(seenWithin(SEEN, 0, 30e6).lights).toHaveLength(3);
    expect(seenWithin({ ...SEEN, light: '' }, 0, 30e6)).toEqual({ people: [], lights: [] });
  });
  it('behind a box is the darkest and the lightest of its places, over all pictures', () => {
    const { lights } = seenWithin(SEEN, 0, 20e6);
    const at = (left: number, top: number) => ({ left, right: left + 0.01, top, bottom: top + 0.01 });
    expect(greysBehind(lights, at(5.5 / 16, 3.5 / 9))).toEqual({ dark: 0, light: 1 });
    expect(greysBehind(lights, at(9 / 16 + 0.01, 3.5 / 9))!.light).toBeCloseTo(1 / 15, 6);
    expect(greysBehind(seenWithin(SEEN, 0, 30e6).lights, at(0.99, 0.99))).toEqual({ dark: 0, light: 1 });
    expect(greysBehind([], at(0, 0))).toBeNull();
  });
});
