import { describe, expect, it } from 'vitest';
import { type WorkoutDocument, newDocument } from '../../core/workout/document.ts';
import { nextTake, withCamera, withTakeToggled, withUse } from './edit-takes.ts';
import { anySeconds as s } from '../../../tests/support/times.ts';

const base = newDocument('T');
const document: WorkoutDocument = { ...base, edit: { ...base.edit, takeId: 'a' } };
const span = (a: number, b: number) => ({ start: s(a), end: s(b) });

describe('takes of a programme', () => {
  it('come in and go, in the order they were filmed; one alone is the take in hand', () => {
    const order = ['a', 'b', 'c'];
    const two = withTakeToggled(document, 'c', order);
    expect(two.edit.joined).toEqual(['a', 'c']);
    expect(withTakeToggled(two, 'b', order).edit.joined).toEqual(order);
    expect(withTakeToggled(two, 'c', order).edit.joined).toEqual([]);
  });
  it('are chosen for a segment, and given back to the rule', () => {
    const by = withUse(document, 'x', 'b');
    expect(withUse(by, 'x', null).edit.uses).toEqual([{ segmentKey: 'x', takeId: null }]);
    expect(withUse(by, 'x', undefined).edit.uses).toEqual([]);
    const of = (now: string | null, ...ids: string[]) => {
      const candidates = ids.map((takeId) => ({ takeId, recorded: span(0, 1), complete: true, faults: 0, placed: 1 }));
      const candidate = candidates.find((c) => c.takeId === now) ?? null;
      return nextTake({ segment: null as never, why: 'only take', candidates, candidate });
    };
    expect([of('a', 'a', 'b'), of('b', 'a', 'b'), of('a', 'a'), of(null, 'a'), of(null)]).toEqual([
      'b',
      'a',
      null,
      'a',
      null,
    ]);
  });
});

describe('a camera for a stretch', () => {
  const shown = (...given: [number, number, string][]) =>
    given
      .reduce((d, [a, b, id]) => withCamera(d, 'a', span(a, b), id), document)
      .edit.shown.map((x) => [x.start / 1e6, x.end / 1e6, x.cameraId]);
  it('takes what was given before out of its way, and the take’s own gives it back', () => {
    expect(shown([0, 10, 'low'], [4, 6, 'side'])).toEqual([
      [0, 4, 'low'],
      [4, 6, 'side'],
      [6, 10, 'low'],
    ]);
    expect(shown([0, 10, 'low'], [4, 6, 'a'])).toEqual([
      [0, 4, 'low'],
      [4, 6, 'a'],
      [6, 10, 'low'],
    ]);
    // The take's own picture by hand stands against what cameras show by rule.
    expect(shown([2, 4, 'low'], [0, 10, 'a'])).toEqual([[0, 10, 'a']]);
  });
});
