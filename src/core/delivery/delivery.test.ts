import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ProgrammeSegment } from '../edit/assemble.ts';
import type { Drawn } from '../looks/drawn.ts';
import { frameRate, frameStart } from '../time/frames.ts';
import { follow } from './follow.ts';
import { overlayStates } from './overlay-states.ts';
import { emptyRoom, personIn } from './person.ts';
import { framesOfStretch, sizeOfShape } from './stretch.ts';

const RATE = frameRate(30000, 1001);
const box = (from: number, to: number, x: number): Drawn => ({
  ...{ kind: 'box', x, y: 0, w: 10, h: 10, radius: 0, alpha: 1, colour: 'FFFFFF', role: 'plate', layer: 1 },
  ...{ start: frameStart(from, RATE), end: frameStart(to, RATE) },
});

describe('the overlay as pictures', () => {
  it('changes where something begins or ends, and shows the same picture again', () => {
    const { states, pictures } = overlayStates([box(0, 10, 1), box(20, 30, 1), box(5, 10, 2)], 40, RATE);
    expect(states).toEqual([
      { from: 0, to: 5, picture: 0 },
      { from: 5, to: 10, picture: 1 },
      { from: 10, to: 20, picture: 2 },
      { from: 20, to: 30, picture: 0 },
      { from: 30, to: 40, picture: 2 },
    ]);
    expect(pictures.map((p) => p.length)).toEqual([1, 2, 0]);
  });
  it('is another one on each frame of what moves', () => {
    const path = { x: 0, y: 0, path: [], alpha: 1, colour: 'FFFFFF', role: 'mark', layer: 1, kind: 'path' } as const;
    const moves: Drawn = { ...path, toY: 8, start: frameStart(4, RATE), end: frameStart(12, RATE) };
    const { states } = overlayStates([moves], 20, RATE);
    expect(states).toHaveLength(10);
    expect(states.slice(1, 9).every((s) => s.to === s.from + 1)).toBe(true);
  });
  it('covers every frame once, whatever is drawn: no two states in a row are alike', () => {
    const spans = fc.array(fc.tuple(fc.nat(60), fc.integer({ min: 1, max: 30 }), fc.nat(3)), { maxLength: 12 });
    fc.assert(
      fc.property(spans, (all) => {
        const drawn = all.map(([from, long, x]) => box(from, from + long, x));
        const { states, pictures } = overlayStates(drawn, 80, RATE);
        expect(states[0]!.from).toBe(0);
        expect(states.at(-1)!.to).toBe(80);
        for (const [i, s] of states.entries()) {
          if (i > 0) expect(s.from).toBe(states[i - 1]!.to);
          if (i > 0) expect(s.picture).not.toBe(states[i - 1]!.picture);
          for (const frame of [s.from, s.to - 1]) {
            const here = drawn.filter((d) => d.start <= frameStart(frame, RATE) && d.end > frameStart(frame, RATE));
            expect(pictures[s.picture]!.length).toBe(here.length);
          }
        }
      }),
    );
  });
});

describe('a piece of the class', () => {
  const segment = (key: string, from: number, to: number) =>
    ({ key, start: frameStart(from, RATE), end: frameStart(to, RATE) }) as ProgrammeSegment;
  const segments = [segment('a', 0, 30), segment('b', 30, 75), segment('c', 75, 90)];
  it('goes from the first frame of one segment to the last of another', () => {
    expect(framesOfStretch(segments, { fromKey: 'b', toKey: 'c' }, RATE)).toEqual({ from: 30, to: 90 });
    expect(framesOfStretch(segments, { fromKey: 'a', toKey: 'a' }, RATE)).toEqual({ from: 0, to: 30 });
  });
  it('is nothing where a segment is gone or they are turned round', () => {
    expect(framesOfStretch(segments, { fromKey: 'x', toKey: 'c' }, RATE)).toBeNull();
    expect(framesOfStretch(segments, { fromKey: 'c', toKey: 'a' }, RATE)).toBeNull();
  });
  it.each([
    ['9:16', { width: 1920, height: 1080 }, { width: 1080, height: 1920 }],
    ['9:16', { width: 1280, height: 720 }, { width: 720, height: 1280 }],
    ['1:1', { width: 1920, height: 1080 }, { width: 1080, height: 1080 }],
    ['filmed', { width: 1920, height: 1080 }, { width: 1920, height: 1080 }],
  ] as const)('as %s is as large as its recording allows', (shape, from, to) => {
    expect(sizeOfShape(shape, from)).toEqual(to);
  });
});

describe('somebody in a picture', () => {
  const SIZE = { width: 160, height: 90 };
  const room = Uint8Array.from({ length: 160 * 90 }, (_, i) => 120 + ((i % 160) >> 2));
  const at = (x: number, w: number, y = 20, h = 60) => {
    const picture = room.slice();
    for (let r = y; r < y + h; r++) for (let c = x; c < x + w; c++) picture[r * 160 + c] = 30;
    return picture;
  };
  it('is found where they stand, in a room that was found without them', () => {
    const pictures = [10, 40, 70, 100, 130].map((x) => at(x, 20));
    expect(emptyRoom(pictures)).toEqual(room);
    expect(personIn(at(70, 20), room, SIZE)).toEqual({
      left: 70 / 160,
      right: 90 / 160,
      top: 20 / 90,
      bottom: 80 / 90,
    });
  });
  it('is nobody in an empty room, and nobody where the light went out', () => {
    expect(personIn(room, room, SIZE)).toBeNull();
    expect(personIn(new Uint8Array(160 * 90), room, SIZE)).toBeNull();
  });
  it('is the larger body, not the ball that lies about', () => {
    const picture = at(100, 30);
    for (let y = 70; y < 78; y++) for (let x = 10; x < 18; x++) picture[y * 160 + x] = 20;
    expect(personIn(picture, room, SIZE)!.left).toBe(100 / 160);
  });
});

describe('a window that follows', () => {
  const body = (middle: number, wide = 0.15) => ({
    left: middle - wide / 2,
    right: middle + wide / 2,
    top: 0,
    bottom: 1,
  });
  const boxes = (of: (t: number) => number, s = 20) => Array.from({ length: s * 6 + 1 }, (_, i) => body(of(i / 6)));
  const wanted = { frames: 500, fps: 25, shape: 0.316 };
  it('keeps a body that walks inside, and never jumps', () => {
    const middle = (t: number) => 0.5 + 0.35 * Math.sin((2 * Math.PI * t) / 8);
    const { left, width } = follow(boxes(middle), wanted);
    let inside = 0;
    for (let f = 0; f < 500; f++) {
      const b = body(middle((f / 499) * 20));
      if (b.left >= left[f]! && b.right <= left[f]! + width) inside++;
    }
    expect(inside / 500).toBeGreaterThan(0.95);
    const speeds = [...left].slice(1).map((x, i) => x - left[i]!);
    // In shares of the picture a frame: the body itself goes 0.011, and the change of that is smaller still.
    expect(Math.max(...speeds.map(Math.abs))).toBeLessThan(0.012);
    expect(Math.max(...speeds.slice(1).map((v, i) => Math.abs(v - speeds[i]!)))).toBeLessThan(0.001);
  });
  it('stands still for one who stands still, whatever is lost for a moment', () => {
    const still = boxes(() => 0.4).map((b, i) => (i % 17 === 5 ? body(0.7) : i % 5 === 0 ? null : b));
    const { left } = follow(still, wanted);
    expect(Math.max(...left) - Math.min(...left)).toBeLessThan(1e-6);
  });
  it('is wider for one who lies down, and stays in the picture', () => {
    const { left, width } = follow(
      boxes(() => 0.1).map((b) => ({ ...b, left: 0, right: 0.6 })),
      wanted,
    );
    expect(width).toBeGreaterThan(0.6);
    expect(Math.min(...left)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...left) + width).toBeLessThanOrEqual(1 + 1e-9);
  });
  it('stands in the middle where nobody is', () => {
    const { left, width } = follow([null, null], wanted);
    expect(left[0]! + width / 2).toBeCloseTo(0.5);
    expect(follow([], wanted).left).toHaveLength(500);
  });
});
