import { describe, expect, it } from 'vitest';
import { compile } from '../plan/compile.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { countdownBeats, wantedCalls } from './calls.ts';
import { type CallRules, type Countdown, DEFAULT_CALLS } from './cue.ts';

const segmentsOf = (text: string) => compile(readOutline(`# T\n${text}`).value).segments;
const calls = (text: string, rules: CallRules = DEFAULT_CALLS) =>
  wantedCalls(segmentsOf(text), rules).map((c) => [c.call, c.start / 1e6, c.text] as const);
const only = (list: ReturnType<typeof calls>, kind: string) => list.filter(([call]) => call === kind);

describe('the calls of an interval', () => {
  const list = calls('## A: 40/20\n- Squat\n- Row');
  it.each([
    ['name', 0, 'Squat.'],
    ['half-way', 20, 'Half-way.'],
    ['ten', 30, 'Ten seconds.'],
    ['rest', 40, 'And rest.'],
    ['next-up', 42, 'Next up, Row.'],
  ])('%s at %d s', (kind, at, text) => expect(only(list, kind)[0]).toEqual([kind, at, text]));
  it('leaves the last move without a next', () => {
    expect(only(list, 'next-up')).toHaveLength(1);
  });
});

describe('short intervals', () => {
  it('have no half-way below 20 s and no ten-second call below 18 s', () => {
    expect(only(calls('## A: 15/10\n- Squat'), 'half-way')).toEqual([]);
    expect(only(calls('## A: 15/10\n- Squat'), 'ten')).toEqual([]);
    expect(only(calls('## A: 20/10\n- Squat'), 'half-way')).toHaveLength(1);
  });
});

// Common practice: the main schools of the countdown.
describe('the schools of the countdown', () => {
  it.each<[Countdown, number[], number[]]>([
    ['none', [], []],
    ['3-2-1', [3, 2, 1], [37, 38, 39]],
    ['4-3-2', [4, 3, 2], [37, 38, 39]],
    ['5-4-3-2-1', [5, 4, 3, 2, 1], [35, 36, 37, 38, 39]],
    ['8-6-4-3-2-1', [8, 6, 4, 3, 2, 1], [32, 34, 36, 37, 38, 39]],
  ])('%s', (countdown, beats, at) => {
    expect(countdownBeats(countdown)).toEqual(beats);
    expect(only(calls('## A: 40/20\n- Squat', { ...DEFAULT_CALLS, countdown }), 'countdown').map(([, start]) => start)).toEqual(at);
  });
});

describe('sides', () => {
  it('are called after the name, and the next side is announced', () => {
    const list = calls('## A: 40/20\n- Side plank | sides own right first');
    expect(only(list, 'side').map(([, , text]) => text)).toEqual(['Right side.', 'Left side.']);
    expect(only(list, 'next-up')[0]?.[2]).toBe('Next up, Side plank, left.');
  });
  it('are silent where a move has none or alternates', () => {
    expect(only(calls('## A: 40/20\n- Squat\n- Reverse lunge | sides alternate'), 'side')).toEqual([]);
  });
});

describe('the instructor’s own words', () => {
  const rules: CallRules = {
    ...DEFAULT_CALLS,
    on: { ...DEFAULT_CALLS.on, ten: false },
    words: { ...DEFAULT_CALLS.words, name: 'And now: {move}!', 'half-way': '', rest: 'breathe out' },
  };
  const list = calls('## A: 40/20\n- Squat\n- Row', rules);
  it('are used, with a capital at the front', () => {
    expect(only(list, 'name')[0]?.[2]).toBe('And now: Squat!');
    expect(only(list, 'rest')[0]?.[2]).toBe('Breathe out');
  });
  it('may be empty or switched off', () => {
    expect([only(list, 'half-way'), only(list, 'ten')]).toEqual([[], []]);
  });
});

describe('water and change-overs', () => {
  it('announce the next move when they are long enough', () => {
    const list = calls('## A: 40/0, no last rest\n- Squat\n## Water: water 0:30\n## B: 40/20\n- Row');
    expect(only(list, 'next-up').map(([, at]) => at)).toEqual([41]);
  });
  it('say nothing of their own in a short change of a hold', () => {
    const list = calls('## Stretch: hold 30 change 5\n- Calf stretch | sides own');
    expect(list.filter(([, at]) => at > 30 && at < 35)).toEqual([]);
  });
});
