import { describe, expect, it } from 'vitest';
import { compile } from '../plan/compile.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { readTranscript } from '../../formats/transcript-reader.ts';
import { align } from '../align/align.ts';
import { harvestLines } from '../logbook/harvest-lines.ts';
import { anySeconds, anyTime } from '../../../tests/support/times.ts';
import { callFacts } from './call-facts.ts';
import {
  BANK_LIMITS,
  type BankLine,
  EMPTY_BANK,
  changedBank,
  changesBack,
  fillSnippet,
  linesOfMove,
  moveNames,
  snippetOf,
  withLine,
  withSnippet,
} from './cue-bank.ts';
import { EMPTY_SCRIPT } from './cue.ts';
import { styleOfWay } from './ways.ts';
import { schedule } from './schedule.ts';

const line = (text: string, more: Partial<BankLine> = {}): BankLine => ({
  ...{ move: 'Squat', kind: 'form', text, by: 'Ottilie' },
  ...more,
});
const classOf = (...lines: string[]) => {
  const { value: plan } = readOutline(['# T', 'instructor: Ottilie', ...lines].join('\n'));
  return { plan, ...compile(plan) };
};

describe('a cue bank', () => {
  it('keeps a line once, however it is written, and none without words', () => {
    const bank = withLine(EMPTY_BANK, line('Sit back.'));
    expect(withLine(bank, line('sit back', { move: 'SQUAT', kind: 'option' }))).toBe(bank);
    expect(withLine(bank, line('  '))).toBe(bank);
    expect(withLine(bank, line('Sit back.', { move: 'Row' })).lines).toHaveLength(2);
    const full = { ...EMPTY_BANK, lines: Array.from({ length: BANK_LIMITS.lines }, (_, i) => line(`word ${i}`)) };
    expect(withLine(full, line('one more'))).toBe(full);
  });
  it('gives the lines of a move, those of its instructor first', () => {
    const bank = [
      line('B', { by: 'Ansgar' }),
      line('A'),
      line('C', { kind: 'breath' }),
      line('D', { move: 'Row' }),
    ].reduce(withLine, EMPTY_BANK);
    expect(linesOfMove(bank, 'squat', 'form', 'Ottilie').map((l) => l.text)).toEqual(['A', 'B']);
    expect(linesOfMove(bank, 'Squat', null, 'Ansgar').map((l) => l.text)).toEqual(['B', 'A', 'C']);
  });
  it('takes every change back', () => {
    const bank = withSnippet(withLine(EMPTY_BANK, line('A')), { kind: 'opening', text: 'Hello', by: 'Ottilie' });
    for (const changes of [
      [{ kind: 'keep', line: line('B') }],
      [{ kind: 'drop', line: line('A') }],
      [{ kind: 'snippet', snippet: { kind: 'opening', text: 'Welcome', by: 'Ottilie' } }],
      [{ kind: 'snippet', snippet: { kind: 'closing', text: 'Bye', by: 'Ansgar' } }],
      [{ kind: 'way', name: 'Ottilie', style: styleOfWay('quiet') }],
    ] as const) {
      const there = changes.reduce(changedBank, bank);
      expect(there).not.toEqual(bank);
      expect(changesBack(bank, changes).reduce(changedBank, there)).toEqual(bank);
    }
  });
  it('has a snippet a person and kind; without its own, another’s', () => {
    const bank = withSnippet(EMPTY_BANK, { kind: 'opening', text: 'Hello', by: 'Ansgar' });
    expect(snippetOf(bank, 'opening', 'Ottilie')?.text).toBe('Hello');
    expect(
      snippetOf(withSnippet(bank, { kind: 'opening', text: 'Hi', by: 'Ottilie' }), 'opening', 'Ottilie')?.text,
    ).toBe('Hi');
    expect(snippetOf(bank, 'closing', 'Ansgar')).toBeNull();
  });
  it('fills in what it knows of the class and leaves the rest', () => {
    const facts = {
      title: 'Skeps',
      instructor: 'Ottilie',
      length: anySeconds(1500),
      equipment: ['a mat', 'a band'],
      moves: 1,
    };
    expect(fillSnippet('{title}, {minutes}, {moves}, {equipment}; {weather}', facts)).toBe(
      'Skeps, 25 minutes, 1 move, a mat and a band; {weather}',
    );
    expect(fillSnippet('{equipment}', { ...facts, equipment: [] })).toBe('nothing');
  });
});

describe('the calls', () => {
  const { plan, segments } = classOf('## M: 3 rounds, 60/20', '- Squat', '- Row');
  const bank = withLine(EMPTY_BANK, line('Sit back to the hive.'));
  it('say the instructor’s own words before those of the library', () => {
    const squat = segments.find((s) => s.label === 'Squat')!;
    expect(callFacts(plan, segments, undefined, bank).of(squat)?.cues[0]).toBe('Sit back to the hive');
    expect(callFacts(plan, segments).of(squat)?.cues).not.toContain('Sit back to the hive');
    const said = schedule(segments, EMPTY_SCRIPT, { plan, bank }).lines.filter((l) => l.text.includes('to the hive'));
    expect(said.length).toBeGreaterThan(0);
    expect(new Set(said.map((l) => segments[l.segmentIndex]?.label))).toEqual(new Set(['Squat']));
  });
});

describe('lines harvested from a take', () => {
  const { segments } = classOf('## M: 40/20, no last rest', '- Squat', '- Reverse lunge | needs: broomstick');
  const text = [
    ...['WEBVTT', '', '00:00.500 --> 00:03.000', 'Squat, and go.'],
    ...['', '00:06.000 --> 00:10.000', 'And keep your knees over your toes.'],
    ...['', '00:12.000 --> 00:15.000', 'Breathe out as you stand up.'],
    ...['', '00:20.000 --> 00:22.000', 'Half way, well done.'],
    ...['', '00:25.000 --> 00:29.000', 'If that is too much, sit to a chair.'],
    ...['', '00:37.000 --> 00:40.000', 'Three, two, one.'],
    ...['', '01:00.500 --> 01:03.000', 'Reverse lunge, and go.'],
    ...['', '01:08.000 --> 01:11.000', 'And keep your knees over your toes.'],
    ...['', '01:37.000 --> 01:40.000', 'Three, two, one.', ''],
  ].join('\n');
  const { value } = readTranscript(text);
  const duration = anyTime(103e6);
  const aligned = align(segments, value, duration);
  const found = harvestLines(value, duration, aligned.segments, 'Ottilie');
  it('are what is said of a move, with its move and its kind, as sentences', () => {
    expect(found.map((l) => [l.move, l.kind, l.text])).toEqual([
      ['Squat', 'form', 'Keep your knees over your toes.'],
      ['Squat', 'breath', 'Breathe out as you stand up.'],
      ['Squat', 'option', expect.stringContaining('sit to a chair')],
      ['Reverse lunge', 'form', 'Keep your knees over your toes.'],
    ]);
  });
  it('are not what belongs to its moment', () => {
    for (const { text: said } of found) expect(said).not.toMatch(/half|three|well done/i);
  });
  it('are none where nothing was filmed', () => {
    const none = aligned.segments.map((s) => ({ ...s, recorded: null }));
    expect(harvestLines(value, duration, none, '')).toEqual([]);
  });
});

describe('the moves of a plan', () => {
  it('are named once each, without talk between them', () => {
    const { plan } = classOf('## A: 40/20', '- Squat', '- squat', '- Words | talk 0:10', '## B: 20/0', '- Row');
    expect(moveNames(plan)).toEqual(['Squat', 'Row']);
  });
});
