import { describe, expect, it } from 'vitest';
import { DEVELOPED_ON_NAMES, KEPT_ASIDE_NAMES, type NamedMove } from '../../../tests/support/move-names.ts';
import { SHIPPED_BOOK } from './library.ts';

const read = (name: string) => SHIPPED_BOOK.read(name);
const share = (list: readonly NamedMove[], holds: (m: NamedMove) => boolean) => list.filter(holds).length / list.length;

describe('names of moves as instructors write them', () => {
  it('are three hundred and more, a third of them kept aside', () => {
    expect(DEVELOPED_ON_NAMES.length + KEPT_ASIDE_NAMES.length).toBeGreaterThanOrEqual(300);
    expect(KEPT_ASIDE_NAMES.length * 3).toBeGreaterThanOrEqual(DEVELOPED_ON_NAMES.length);
  });
  it.each([
    ['developed on', DEVELOPED_ON_NAMES],
    ['kept aside', KEPT_ASIDE_NAMES],
  ])('nine of ten are known, the impact of 95 in 100 is right: %s', (_, list) => {
    expect(share(list, (m) => read(m.name) !== null)).toBeGreaterThanOrEqual(0.9);
    const known = list.filter((m) => read(m.name) !== null);
    expect(share(known, (m) => read(m.name)?.impact === m.impact)).toBeGreaterThanOrEqual(0.95);
    expect(share(known, (m) => read(m.name)?.start === m.position)).toBeGreaterThanOrEqual(0.9);
  });
});

describe('a name of several parts', () => {
  it('has the muscles, the equipment and the effort of all of them', () => {
    const e = read('Squat with curl and press');
    expect(e?.start).toBe('standing');
    expect(e?.muscles).toEqual(expect.arrayContaining(['quads', 'glutes', 'arms', 'shoulders']));
  });
  it('is one-sided where a part is, and not where it alternates', () => {
    expect(read('Single-leg RDL with row')?.sided).toBe(true);
    expect(read('Alternating reverse lunges')?.sided).toBe(false);
  });
});

describe('what jumps', () => {
  it.each(['Squat jumps', 'Popcorn squats', '180 jumps', 'Single-leg hops'])(
    '%s has a landing caution and an easier way',
    (name) => {
      const e = read(name);
      expect(e?.impact).toBe('high');
      expect(e?.caution).toMatch(/\b(?:land|soft|knees)\b/i);
      expect(e?.easier).not.toBe('');
    },
  );
  it.each(['Low-impact jacks', 'Step-out burpee', 'Low-impact skaters', 'Half jacks'])('%s does not jump', (name) =>
    expect(read(name)?.impact).not.toBe('high'),
  );
});

describe('names that say nothing', () => {
  it.each(['Honey whirl', 'Moonwalker', '', 'Bee dance', 'x'])('“%s” is unknown', (name) =>
    expect(read(name)).toBeNull(),
  );
  it('the studio’s own and the shipped ones stand before what is guessed', () => {
    expect(read('Squat')).toBe(SHIPPED_BOOK.named('Squat'));
    expect(read('Press-ups')).toBe(SHIPPED_BOOK.named('Push-up'));
  });
});
