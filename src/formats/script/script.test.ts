import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compile } from '../../core/plan/compile.ts';
import { type Anchor, CUE_KINDS, type Cue, SPARE_CALLS, type Script } from '../../core/script/cue.ts';
import { schedule } from '../../core/script/schedule.ts';
import { fromSeconds } from '../../core/time/micros.ts';
import { readOutline } from '../outline/outline-reader.ts';
import { readTranscript } from '../transcript-reader.ts';
import { writeScriptCsv } from './script-csv.ts';
import { type ScriptPage, readAnchor, readKind, writeAnchor } from './script-page.ts';
import { readScript } from './script-reader.ts';
import { writeScriptText } from './script-text.ts';
import { writeScriptVtt } from './script-vtt.ts';

const plan = readOutline(
  '# Skeps\n## Hello: talk 0:30\n## Main: 2 rounds, 40/20\n- Squat\n- Side plank | sides own\n',
).value;
const { segments } = compile(plan);
const page = (cues: readonly Cue[]): ScriptPage => {
  const script: Script = { cues, calls: SPARE_CALLS, marks: [] };
  return { plan, segments, script, schedule: schedule(segments, script, { plan }), notice: 'Stop if it hurts.' };
};
const s = fromSeconds;
const anchors: fc.Arbitrary<Anchor> = fc.oneof(
  fc.record({ kind: fc.constant('start' as const), afterUs: fc.integer({ min: 0, max: 300 }).map((t) => s(t / 10)) }),
  fc.record({ kind: fc.constant('end' as const), beforeUs: fc.integer({ min: 0, max: 300 }).map((t) => s(t / 10)) }),
  fc.constant({ kind: 'half' } as const),
  fc.constant({ kind: 'free' } as const),
  fc.record({ kind: fc.constant('count' as const), count: fc.integer({ min: 1, max: 64 }) }),
);
const words = fc
  .string({ minLength: 1, maxLength: 24, unit: fc.constantFrom(...'abcE ,"\'.!?='.split('')) })
  .map((t) => `x${t.replace(/\s+/g, ' ')}`.trim());
const cuesArbitrary = fc
  .array(
    fc.record({
      at: fc.nat(segments.length - 1),
      kind: fc.constantFrom(...CUE_KINDS),
      anchor: anchors,
      text: words,
      over: fc.boolean(),
      who: fc.option(fc.constantFrom('Ottilie', 'Bo')),
    }),
    { maxLength: 8 },
  )
  .map((list) =>
    list.map(({ at, kind, anchor, text, over, who }, i): Cue => ({
      id: `c${i + 1}`,
      segmentKey: segments[at]?.key ?? '',
      kind,
      anchor,
      text,
      ...(over ? { voice: 'over' as const } : {}),
      ...(who === null ? {} : { who }),
    })),
  );
/** Lines as they are said of: what they are, where, and how; their order in a segment is that of the file. */
const facts = (cues: readonly Cue[]) => cues.map(({ id: _, ...rest }) => JSON.stringify(rest)).sort();

describe('a script as a file', () => {
  it('comes back from plain text and from the table with every written line whole', () => {
    fc.assert(
      fc.property(cuesArbitrary, (cues) => {
        for (const write of [writeScriptText, writeScriptCsv]) {
          const { value, problems } = readScript(write(page(cues)), segments);
          expect(problems).toEqual([]);
          expect(facts(value)).toEqual(facts(cues));
        }
      }),
      { seed: 51, numRuns: 120 },
    );
  });
  it('as WebVTT has every placed line with its time, and gives the written ones back', () => {
    const cues: Cue[] = [
      {
        id: 'c1',
        segmentKey: segments[0]?.key ?? '',
        kind: 'talk',
        anchor: { kind: 'start', afterUs: s(2) },
        text: 'Hello & welcome',
      },
      {
        id: 'c2',
        segmentKey: segments[1]?.key ?? '',
        kind: 'form',
        anchor: { kind: 'start', afterUs: s(5) },
        text: 'Sit back',
      },
    ];
    const text = writeScriptVtt(page(cues));
    const { lines } = page(cues).schedule;
    expect(readTranscript(text).value.cues.map((c) => [c.text, c.start / 1000])).toEqual(
      lines.map((l) => [l.text, Math.round(l.start / 1000)]),
    );
    expect(readScript(text, segments).value.map((c) => [c.text, c.anchor])).toEqual([
      ['Hello & welcome', { kind: 'start', afterUs: s(2) }],
      ['Sit back', { kind: 'start', afterUs: s(5) }],
    ]);
  });
  it('says what the program itself calls, and leaves it out when it comes back', () => {
    const text = writeScriptText(page([]));
    expect(text).toContain('= 0:50.0 Half-way.');
    expect(text).toContain('(Stop if it hurts.)');
    expect(readScript(text, segments)).toEqual({ value: [], problems: [] });
  });
});

describe('lines as people write them', () => {
  it('go under the heading of their segment, one after the other', () => {
    const { value, problems } = readScript(
      '## Squat\nSit back.\n- option: hold on to a chair\n[half] time-call: Half-way.\n[-10 over] Ten more.\n' +
        '## side plank, right\nLong line.\n',
      segments,
    );
    expect(problems).toEqual([]);
    expect(value.map((c) => [c.kind, c.text, c.anchor.kind])).toEqual([
      ['form', 'Sit back.', 'start'],
      ['option', 'hold on to a chair', 'after'],
      ['time-call', 'Half-way.', 'half'],
      ['form', 'Ten more.', 'end'],
      ['form', 'Long line.', 'start'],
    ]);
    expect(value[3]?.voice).toBe('over');
    expect(segments.find((x) => x.key === value[4]?.segmentKey)).toMatchObject({ side: 'right', round: 1 });
  });
  it('a heading without a time means the next segment of that name', () => {
    const { value } = readScript('## Squat\nOne.\n## Squat\nTwo.\n', segments);
    expect(value.map((c) => segments.find((x) => x.key === c.segmentKey)?.round)).toEqual([1, 2]);
  });
  it('what cannot be placed is named by its line and loses nothing else', () => {
    const { value, problems } = readScript('Too early.\n## Squat\nGood.\n## Moonwalk\nGone.\n', segments);
    expect([value.map((c) => c.text), problems.map((p) => p.line)]).toEqual([['Good.'], [1, 4]]);
    expect(readScript('line,name\nHi,Nowhere\nHo,Squat\n', segments)).toMatchObject({
      value: [{ text: 'Ho' }],
      problems: [{ line: 2 }],
    });
    for (const text of ['', '\u0000\u0001\u0002']) expect(readScript(text, segments).problems).toHaveLength(1);
  });
  it.each([
    ['+4', { kind: 'start', afterUs: s(4) }],
    ['4.5', { kind: 'start', afterUs: s(4.5) }],
    ['-1:05', { kind: 'end', beforeUs: s(65) }],
    ['half', { kind: 'half' }],
    ['#9', { kind: 'count', count: 9 }],
    ['free', { kind: 'free' }],
    ['after +2', { kind: 'after', cueId: 'p', gapUs: s(2) }],
    ['soon', null],
    ['#0', null],
  ])('[%s] is an anchor or none', (text, anchor) => {
    expect(readAnchor(text, 'p')).toEqual(anchor);
    if (anchor !== null) expect(readAnchor(writeAnchor(anchor as Anchor), 'p')).toEqual(anchor);
  });
  it('a kind is one of the kinds, and a colon in a sentence is none', () => {
    expect(readKind('Time call: ten')).toEqual({ kind: 'time-call', rest: 'ten' });
    expect(readKind('Remember: breathe')).toBeNull();
  });
});
