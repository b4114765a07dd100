import { describe, expect, it } from 'vitest';
import {
  type Edit,
  EMPTY_EDIT,
  changedOnTake,
  decidedOn,
  takesOfProgramme,
  withTake,
  withTakeIds,
  withoutTake,
} from './document.ts';
import { anySeconds as s } from '../../../tests/support/times.ts';

const cut = (from: number) => ({ start: s(from), end: s(from + 2) });
/** Take a in hand with a cut; b aside with another and a camera of its own; the programme of both. */
const EDIT: Edit = {
  ...changedOnTake({ ...EMPTY_EDIT, takeId: 'a', joined: ['a', 'b'] }, 'b', () => ({
    removed: [cut(9)],
    shown: [{ ...cut(1), cameraId: 'cam' }],
  })),
  removed: [cut(5)],
  uses: [
    { segmentKey: 'x', takeId: 'b' },
    { segmentKey: 'y', takeId: null },
  ],
};

describe('what is decided about takes', () => {
  it('stays with each, whichever is in hand, and nothing is made up for one that nothing was decided about', () => {
    const b = withTake(EDIT, 'b');
    expect([b.removed, decidedOn(b, 'a').removed, decidedOn(b, 'c').removed]).toEqual([[cut(9)], [cut(5)], []]);
    expect(withTake(b, 'a')).toEqual(EDIT);
    expect(withTake(withTake({ ...EMPTY_EDIT, takeId: 'a' }, 'b'), 'a')).toEqual({ ...EMPTY_EDIT, takeId: 'a' });
  });
  it('is changed where it lies', () => {
    const both = changedOnTake(EDIT, 'b', (on) => ({ removed: [...on.removed, cut(20)] }));
    expect([both.removed, decidedOn(both, 'b').removed]).toEqual([[cut(5)], [cut(9), cut(20)]]);
    expect(changedOnTake(EDIT, null, () => ({ accepted: true })).accepted).toBe(true);
  });
  it('outlives a take that is deleted: another of the programme is in hand', () => {
    const gone = withoutTake(EDIT, 'a');
    expect([gone.takeId, decidedOn(gone, 'a').removed]).toEqual(['b', [cut(5)]]);
    expect(withoutTake(EDIT, 'b')).toBe(EDIT);
    expect(withoutTake({ ...EMPTY_EDIT, takeId: 'a' }, 'a').takeId).toBeNull();
  });
  it('goes over to a copy whose takes have other ids; what has none there is left out', () => {
    const copy = withTakeIds(EDIT, (id) => ({ a: 'A', cam: 'C' })[id] ?? null);
    expect(copy).toMatchObject({ takeId: 'A', joined: ['A'], aside: [], removed: [cut(5)] });
    expect(copy.uses).toEqual([{ segmentKey: 'y', takeId: null }]);
    expect(withTakeIds(EDIT, () => null)).toMatchObject({ takeId: null, removed: [], aside: [], joined: [] });
    expect(
      decidedOn(
        withTakeIds(EDIT, (id) => id.toUpperCase()),
        'B',
      ).shown,
    ).toEqual([{ ...cut(1), cameraId: 'CAM' }]);
  });
  it('a programme is of the joined takes that are there, else of the one in hand', () => {
    expect(takesOfProgramme(EDIT, () => true)).toEqual(['a', 'b']);
    expect(takesOfProgramme(EDIT, (id) => id === 'b')).toEqual(['b']);
    expect(takesOfProgramme({ ...EDIT, joined: ['z'] }, (id) => id === 'a')).toEqual(['a']);
    expect(takesOfProgramme(EDIT, () => false)).toEqual([]);
  });
});
