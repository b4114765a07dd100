import { describe, expect, it } from 'vitest';
import { compile } from '../plan/compile.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { wantedCalls } from './calls.ts';
import { countdownBeats, countedBefore } from './countdown.ts';
import { CALL_KINDS } from '../language/call-kind.ts';
import { type CallRules, type Countdown, DEFAULT_CALLS, SPARE_CALLS } from './cue.ts';

const segmentsOf = (text: string) => compile(readOutline(`# T\n${text}`).value).segments;
const calls = (text: string, rules: CallRules = SPARE_CALLS) =>
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

describe('a countdown in a segment too short for it', () => {
  const counted = (text: string) =>
    only(calls(text, { ...SPARE_CALLS, countdown: '8-6-4-3-2-1' }), 'countdown').map(([, start, said]) => [
      start,
      said,
    ]);
  it('keeps to its second half: 5 s hold two numbers, 1 s none', () => {
    expect(counted('## A: 5/10\n- Squat').filter(([start]) => Number(start) < 5)).toEqual([
      [3, 'Two.'],
      [4, 'One.'],
    ]);
    expect(counted('## A: 1/10\n- Squat').filter(([start]) => Number(start) < 1)).toEqual([]);
    expect(countedBefore({ countdown: '8-6-4-3-2-1', stepUs: 1e6 as never }, 5e6)).toBe(2e6);
    expect(countedBefore({ countdown: '3-2-1', stepUs: 1e6 as never }, 1e6)).toBe(0);
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
    expect(
      only(calls('## A: 40/20\n- Squat', { ...SPARE_CALLS, countdown }), 'countdown').map(([, start]) => start),
    ).toEqual(at);
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
    ...SPARE_CALLS,
    on: { ...SPARE_CALLS.on, ten: false },
    words: { ...SPARE_CALLS.words, name: ['And now: {move}!'], 'half-way': [], rest: ['breathe out'] },
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

describe('with the plan known', () => {
  const text =
    '# T\n## Hello: talk 0:30\n## Main: 2 rounds, 40/20, no last rest\n- Squat\n- Crate push-up\n' +
    '- Side plank | sides own\n';
  const plan = readOutline(text).value;
  const { segments } = compile(plan);
  const list = wantedCalls(segments, DEFAULT_CALLS, { plan });
  const said = (kind: string) => list.filter((c) => c.call === kind && c.missingUs === 0);
  const first = (label: string) => segments.find((s) => s.label === label)!;

  it('equipment is named in the opening talk, and again before it is needed, the mat too', () => {
    expect(said('equipment').map((c) => c.text)).toEqual([
      'You need a crate, a mat and a folded towel.',
      'You need a crate and a mat.',
      'You need a folded towel.',
    ]);
    for (const [call, label] of [
      [said('equipment')[1], 'Crate push-up'],
      [said('equipment')[2], 'Side plank'],
    ] as const)
      expect(call!.start + call!.length).toBeLessThan(first(label).start);
  });
  it('an option comes before its move starts, once a move; straight after a talk it follows the name', () => {
    expect(said('option')[0]?.segment.label).toBe('Squat');
    for (const call of said('option').slice(1)) {
      const next = segments.slice(call.segment.index).find((s) => s.kind === 'work');
      expect([call.segment.kind, next?.round]).toEqual(['rest', 1]);
    }
    expect(said('option').length + list.filter((c) => c.call === 'option' && c.missingUs > 0).length).toBe(3);
  });
  it('rounds are counted, the last is called the last, and so is the last move', () => {
    expect([...said('round'), ...said('last-one')].map((c) => c.text)).toEqual([
      'Round one of two.',
      'Last round.',
      'Last move.',
    ]);
    expect(said('last-one').find((c) => c.text === 'Last move.')?.segment.label).toBe('Side plank');
  });
  it('breaks are counted into the work', () => {
    const rest = segments.find((s) => s.kind === 'rest');
    expect(
      list.filter((c) => c.call === 'countdown' && c.segment === rest).map((c) => (rest!.end - c.start) / 1e6),
    ).toEqual([3, 2, 1]);
    expect(
      wantedCalls(segments, { ...DEFAULT_CALLS, countIn: false }, { plan }).some(
        (c) => c.call === 'countdown' && c.segment.kind === 'rest',
      ),
    ).toBe(false);
  });
  it('what a break has no room for gives way, least important first, and says by how much', () => {
    const tight = readOutline(text.replace('40/20', '40/12')).value;
    const calls = wantedCalls(compile(tight).segments, DEFAULT_CALLS, { plan: tight });
    const gone = calls.filter((c) => c.missingUs > 0);
    expect(gone.length).toBeGreaterThan(0);
    const kept = calls
      .filter((c) => c.missingUs === 0 && c.segment.index === gone[0]?.segment.index)
      .map((c) => CALL_KINDS.indexOf(c.call));
    expect(
      Math.min(...gone.filter((g) => g.segment === gone[0]?.segment).map((g) => CALL_KINDS.indexOf(g.call))),
    ).toBeGreaterThan(
      Math.max(
        ...kept.filter((k) => ['caution', 'equipment', 'option', 'set-up', 'round'].includes(CALL_KINDS[k] as string)),
        0,
      ),
    );
  });
  it('several wordings are used in turn', () => {
    const texts = said('rest').map((c) => c.text);
    expect(texts.slice(0, 4)).toEqual(['And rest.', 'Rest.', 'Take a break.', 'And rest.']);
  });
});

// Derived: 128 beats a minute are 0.46875 s each.
describe('on the beat', () => {
  it('numbers fall on beats counted back from the change, by the class, a block or its music', () => {
    const plan = readOutline('# T\n## A: 40/20\n- Squat\n## B: counts 64 at 128\n- Step touch').value;
    const { segments } = compile(plan);
    const places = (rules: CallRules, block: number) =>
      wantedCalls(segments, rules, { plan })
        .filter(
          (c) => c.call === 'countdown' && c.segment.kind === 'work' && c.segment.blockId === plan.blocks[block]?.id,
        )
        .map((c) => (c.segment.end - c.start) / 1e6);
    const beat: CallRules = { ...DEFAULT_CALLS, pace: 'beat', milliBpm: 120_000 };
    expect(places(beat, 0)).toEqual([1.5, 1, 0.5]);
    expect(places(beat, 1)).toEqual([1.40625, 0.9375, 0.46875]);
    expect(places({ ...beat, milliBpm: null }, 0)).toEqual([3, 2, 1]);
    expect(
      places({ ...beat, blocks: { [plan.blocks[0]?.id ?? '']: { pace: 'second', countdown: '5-4-3-2-1' } } }, 0),
    ).toEqual([5, 4, 3, 2, 1]);
  });
});
