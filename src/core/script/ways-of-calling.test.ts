import { ENGLISH } from '../language/en/english.ts';
import { describe, expect, it } from 'vitest';
import { WAYS_OF_TEACHING } from '../../../tests/support/ways-of-teaching.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { compile } from '../plan/compile.ts';
import { type WayOfCalling } from '../language/call-kind.ts';
import { type CallRules, DEFAULT_CALLS, EMPTY_SCRIPT } from './cue.ts';
import { schedule } from './schedule.ts';
import { type PlacedLine } from './placed-line.ts';
import { shortName } from './short-name.ts';
import { stylesOf, wayForBlock } from './ways-of-calling.ts';

const scripted = WAYS_OF_TEACHING.map(({ name, way, outline }) => {
  const read = readOutline(outline);
  const plan = read.value;
  const { segments, total } = compile(plan);
  const { lines } = schedule(segments, EMPTY_SCRIPT, { plan });
  return { name, way, outline, problems: read.problems, segments, lines, minutes: total / 60e6 };
});
const minutes = scripted.reduce((sum, s) => sum + s.minutes, 0);
const lines = scripted.flatMap((s) => s.lines);
/** Calls a minute; the numbers of one countdown are one call. */
function rate(...kinds: readonly PlacedLine['kind'][]): number {
  const said = lines.filter((l) => kinds.includes(l.kind));
  const alone = said.filter((l, i) => {
    const before = said[i - 1];
    return l.kind !== 'countdown' || before === undefined || l.start < before.start || l.start - before.start > 4e6;
  });
  return alone.length / minutes;
}

describe('thirty classes, each called in the way that suits it', () => {
  it('are read without a question, at least two of each way', () => {
    expect(scripted.length).toBeGreaterThanOrEqual(30);
    expect(scripted.flatMap((s) => s.problems)).toEqual([]);
    for (const way of ['timer', 'explain', 'preview', 'repetitions', 'music', 'flow'])
      expect(scripted.filter((s) => s.way === way).length, way).toBeGreaterThanOrEqual(2);
  });
  it('get the way their block is timed in', () => {
    for (const { name, way, segments } of scripted.filter((s) => s.way !== 'mixed')) {
      const main = segments.filter(
        (s) => s.blockName === 'Main' || s.blockName === 'Flow' || s.blockName === 'Stretch',
      );
      expect(wayForBlock(main.filter((s) => s.blockId === main[0]?.blockId)), name).toBe(way);
    }
  });
  // Common practice: calls a minute over all schools, each within a factor of one and a half.
  it.each([
    [0.04, ['half-way']],
    [0.1, ['ten']],
    [0.4, ['countdown']],
    [0.7, ['reps-left', 'last-rep']],
    [0.5, ['breath']],
    [1.3, ['form']],
    [0.4, ['other-side', 'side']],
  ] as const)('%d a minute of %s', (wanted, kinds) => {
    expect(rate(...kinds)).toBeGreaterThan(wanted / 1.5);
    expect(rate(...kinds)).toBeLessThan(wanted * 1.5);
  });
  it('say no line twice within a minute and a half, but names and counts', () => {
    const free = new Set(['countdown', 'rep-count', 'reps-left', 'last-rep', 'name', 'back-to', 'side']);
    const twice = scripted.flatMap(({ name, lines: said }) => {
      const last = new Map<string, number>();
      return said.flatMap((l) => {
        const before = last.get(l.text);
        last.set(l.text, l.start);
        return free.has(l.kind) || before === undefined || l.start - before >= 90e6 ? [] : [`${name}: ${l.text}`];
      });
    });
    expect(twice).toEqual([]);
  });
  it('never call half-way and ten within five seconds of each other', () => {
    for (const { name, lines: said } of scripted)
      for (const ten of said.filter((l) => l.kind === 'ten'))
        expect(
          said.some((l) => l.kind === 'half-way' && Math.abs(l.start - ten.start) < 5e6),
          name,
        ).toBe(false);
  });
  it('do not have a routine call in every interval', () => {
    for (const { name, segments, lines: said } of scripted) {
      const worked = segments.filter((s) => s.kind === 'work' && s.scheme === 'interval');
      if (worked.length < 8) continue;
      for (const kind of ['half-way', 'ten'])
        expect(said.filter((l) => l.kind === kind).length, `${name}: ${kind}`).toBeLessThan(worked.length / 2);
    }
  });
  it('say less in the second round than in the first', () => {
    for (const { name, segments, lines: said } of scripted) {
      const words = (round: number) => {
        const own = segments.filter((s) => s.blockName === 'Main' && s.round === round);
        const text = said.filter((l) => own.some((s) => s.index === l.segmentIndex) && l.kind !== 'countdown');
        return text.reduce((n, l) => n + l.text.split(' ').length, 0);
      };
      if (segments.some((s) => s.blockName === 'Main' && s.rounds > 1)) expect(words(2), name).toBeLessThan(words(1));
    }
  });
  it('call no last move in a warm-up or a stretch', () => {
    const wrong = scripted.flatMap(({ segments, lines: said }) =>
      said.filter(
        (l) =>
          l.text === 'Last move.' &&
          ['warm-up', 'cool-down', 'flow', 'hold'].includes(segments[l.segmentIndex]?.blockKind ?? ''),
      ),
    );
    expect(wrong).toEqual([]);
  });
});

describe('one class in each way', () => {
  const plan = readOutline(
    '# T\n## Main: circuit, 2 rounds, 40/20\n- Squat\n- Split squat | sides own\n- Plank\n- Glute bridge',
  ).value;
  const { segments } = compile(plan);
  const said = (way: WayOfCalling, more: Partial<CallRules> = {}) =>
    schedule(segments, { ...EMPTY_SCRIPT, calls: { ...DEFAULT_CALLS, way, ...more } }, { plan }).lines;
  const kinds = (of: readonly PlacedLine[]) => new Set(of.map((l) => l.kind));
  it('quiet says names and sides, and nothing of the time', () => {
    const heard = kinds(said('quiet'));
    for (const kind of ['half-way', 'ten', 'countdown', 'form', 'breath', 'next-up'] as const)
      expect(heard.has(kind), kind).toBe(false);
    expect(heard.has('name') && heard.has('other-side')).toBe(true);
  });
  it('the second side is called as the other side, not by its name again', () => {
    const right = segments.find((s) => s.label === 'Split squat' && s.side === 'right')!;
    const there = said('timer').filter((l) => l.segmentIndex === right.index);
    expect(there[0]?.kind).toBe('other-side');
    expect(there.some((l) => l.kind === 'name')).toBe(false);
  });
  it('a block can be called otherwise than the class, and one call be asked for each time', () => {
    const block = segments[0]?.blockId ?? '';
    expect(kinds(said('timer', { blocks: { [block]: { way: 'quiet' } } })).has('next-up')).toBe(false);
    const halves = said('timer', { forced: { 'half-way': true } }).filter((l) => l.kind === 'half-way');
    expect(halves).toHaveLength(segments.filter((s) => s.kind === 'work').length);
    expect(kinds(said('timer', { forced: { name: false } })).has('name')).toBe(false);
  });
  it('stays as it is in a block when another block changes', () => {
    const more = readOutline(
      '# T\n## Before: circuit, 40/20\n- Row\n- Cobra\n## Main: circuit, 2 rounds, 40/20\n- Squat\n' +
        '- Split squat | sides own\n- Plank\n- Glute bridge',
    ).value;
    const moved = { ...more, blocks: [more.blocks[0]!, { ...plan.blocks[0]!, id: 'main' }] };
    const alone = { ...plan, blocks: [{ ...plan.blocks[0]!, id: 'main' }] };
    const texts = (p: typeof plan) => {
      const { segments: own } = compile(p);
      return schedule(own, { ...EMPTY_SCRIPT, calls: { ...DEFAULT_CALLS, way: 'timer' } }, { plan: p })
        .lines.filter((l) => own[l.segmentIndex]?.blockId === 'main' && l.kind === 'form')
        .map((l) => l.text);
    };
    expect(texts(moved)).toEqual(texts(alone));
  });
  it('counts on the beat of the music, three beats before the change', () => {
    const music = readOutline('# T\n## Main: cardio, counts 64 at 120\n- Squat\n- Plank\n- Cobra\n- Row').value;
    const own = compile(music).segments;
    const count = schedule(own, EMPTY_SCRIPT, { plan: music }).lines.filter((l) => l.kind === 'countdown');
    expect(count.length).toBeGreaterThan(0);
    for (const l of count) {
      const before = (own[l.segmentIndex]!.end - l.start) / 0.5e6;
      expect(Math.abs(before - Math.round(before))).toBeLessThan(1e-6);
    }
    expect(stylesOf(own, EMPTY_SCRIPT.calls)(own[0]?.blockId ?? '').pace).toBe('beat');
  });
});

describe('a long name, once it is known', () => {
  it.each([
    ['Half-kneeling press', ['Half-kneeling press', 'Squat'], 'press'],
    ['Broomstick good morning', ['Broomstick good morning'], 'good morning'],
    ['Mountain climber', ['Mountain climber'], 'climber'],
    ['Squat', ['Squat'], 'squat'],
    ['Bent-over row', ['Bent-over row', 'Standing row'], 'bent-over row'],
    ['March on the spot', ['March on the spot'], 'march on the spot'],
    ['V step', ['V step'], 'V step'],
    ['Side bend reach', ['Side bend reach'], 'side bend reach'],
  ])('%s among %s is %s', (label, all, short) => expect(shortName(label, all, ENGLISH)).toBe(short));
});
