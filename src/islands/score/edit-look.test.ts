import { describe, expect, it } from 'vitest';
import { newDocument } from '../../core/workout/document.ts';
import { withFoundAgain, withLetStand } from '../check/edit-let-stand.ts';
import { finding } from '../../core/findings/finding.ts';
import { anyTime } from '../../../tests/support/times.ts';
import { withLook, withLookByHand, withLookRules, withShown } from './edit-look.ts';

const begun = newDocument('Class');
const lookRules = (d: typeof begun) => d.edit.rules.look;

describe('choosing a look', () => {
  it('for the class, a block or a segment', () => {
    const all = withLook(begun, { kind: 'class' }, 'sill');
    expect(lookRules(all).look).toBe('sill');
    const block = withLook(all, { kind: 'block', blockId: 'b2' }, 'tide');
    expect(lookRules(block)).toMatchObject({ look: 'sill', blocks: { b2: 'tide' } });
    // A block that looks as the class does says nothing.
    expect(lookRules(withLook(block, { kind: 'block', blockId: 'b2' }, 'sill')).blocks).toEqual({});
    const one = withLook(block, { kind: 'segment', segmentKey: 'k' }, 'dial');
    expect(one.edit.overrides).toEqual([{ segmentKey: 'k', lane: 'look', field: 'look', value: 'dial' }]);
    expect(withLookByHand(one, 'k', 'look', null).edit.overrides).toEqual([]);
  });
  it('keeps what is shown against the look, and only that', () => {
    const shown = withShown(begun, 'round', true);
    expect(lookRules(shown).shows).toEqual({ round: true });
    expect(lookRules(withShown(shown, 'round', false)).shows).toEqual({});
    expect(lookRules(withLookRules(shown, { plates: true }))).toMatchObject({ plates: true, shows: { round: true } });
  });
});

describe('letting a finding stand', () => {
  const place = { clock: 'programme', at: anyTime(0) } as const;
  const few = finding('few-chapters', { chapters: 2, fewest: 3 }, place);
  it('keeps the reason once, and finds it again', () => {
    const twice = withLetStand(withLetStand(begun, few, 'a'), few, 'Two are enough here');
    expect(twice.edit.letStand).toEqual([
      { rule: 'few-chapters', segmentKey: null, at: 0, how: 'Two are enough here' },
    ]);
    expect(withFoundAgain(twice, twice.edit.letStand[0]!).edit.letStand).toEqual([]);
  });
});
