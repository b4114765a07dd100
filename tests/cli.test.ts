import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { answerTo } from '../src/cli/commands.ts';
import { PLAN, WORDS, euphon } from './support/command-line.ts';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'euphon-cli-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const file = (name: string, text: string | Buffer) => {
  writeFileSync(join(folder, name), text);
  return join(folder, name);
};

describe('euphon', () => {
  it('compiles a plan to the fields the documents promise', async () => {
    const { status, json } = await euphon('compile', '--plan', PLAN);
    const out = json() as unknown as { total_s: number; segments: Record<string, unknown>[] };
    expect([status, out.total_s, out.segments.length]).toEqual([0, 454, 27]);
    expect(out.segments[5]).toMatchObject({
      index: 5,
      kind: 'work',
      label: 'Half-kneeling press',
      block: 'Hive circuit',
      round: 1,
      side: 'left',
      start_s: 97,
      end_s: 110,
    });
  });
  it('aligns, and ends with 1 because a move was left out', async () => {
    const { status, json } = await euphon('align', '--plan', PLAN, '--transcript', WORDS, '--duration', '471.2');
    const out = json() as unknown as {
      segments: { label: string; recorded: unknown; confidence: number; evidence: string[] }[];
      extra: { label: string; made_up_index: number | null }[];
    };
    expect(status).toBe(1);
    expect(out.segments.filter((s) => s.recorded === null && s.label !== 'Rest').map((s) => s.label)).toEqual([
      'Crate step-up',
    ]);
    expect(out.extra.some((e) => e.made_up_index === 9)).toBe(true);
    for (const s of out.segments) expect(s.confidence >= 0 && s.confidence <= 1 && s.evidence.length > 0).toBe(true);
  });
  it.each([
    'captions-vtt',
    'captions-srt',
    'chapters-vtt',
    'chapters-ffmetadata',
    'chapters-json',
    'card-txt',
    'cue-sheet-csv',
    'overlay-ass',
    'description-txt',
  ])('exports %s from the take and from the plan alone', async (format) => {
    // From the take all are made by one way; two of them are asked.
    const fromTake = ['captions-vtt', 'cue-sheet-csv'].includes(format) ? [['--transcript', WORDS]] : [];
    for (const more of [[], ...fromTake]) {
      const { status, stdout } = await euphon('export', '--plan', PLAN, ...more, '--format', format);
      // Something is in it; a short list is a file, too.
      expect([status, stdout.trim().length > 20]).toEqual([0, true]);
    }
  });
  it('compiles with change-overs and balance beside the segments', async () => {
    const out = (await euphon('compile', '--plan', PLAN)).json() as unknown as {
      change_overs: Record<string, unknown>[];
      balance: Record<string, unknown>;
    };
    for (const c of out.change_overs)
      expect([typeof c.at_s, typeof c.planned_s, typeof c.needed_s, typeof c.why]).toEqual([
        'number',
        'number',
        'number',
        'string',
      ]);
    expect(out.change_overs.find((c) => c.to === 'Half-kneeling press')).toMatchObject({ at_s: 85, planned_s: 12 });
    expect(out.balance).toMatchObject({
      left_s: 76,
      right_s: 76,
      equipment: expect.arrayContaining([expect.objectContaining({ name: 'mat' })]),
    });
  });
  it('fits to a length to the second, and orders a block', async () => {
    const fit = await euphon('fit', '--plan', PLAN, '--length', '8:00');
    const { answers } = fit.json() as unknown as { answers: { total_s: number; changes: string[] }[] };
    expect([fit.status, answers.length > 0, answers.every((a) => a.total_s === 480 && a.changes.length > 0)]).toEqual([
      0,
      true,
      true,
    ]);
    const order = (await euphon('order', '--plan', PLAN, '--block', '3')).json() as unknown as {
      before: string[];
      after: string[];
      cost: number;
      cost_before: number;
    };
    expect([[...order.after].sort(), order.cost <= order.cost_before]).toEqual([[...order.before].sort(), true]);
  });
  it('writes the calls in order, none over another, and names what gave way', async () => {
    const { json } = await euphon('script', '--plan', PLAN);
    const { calls, dropped } = json() as unknown as {
      calls: { start_s: number; end_s: number; text: string; kind: string }[];
      dropped: { reason: string; missing_s: number }[];
    };
    expect(calls.length).toBeGreaterThan(50);
    calls.forEach((c, i) =>
      expect([c.text !== '', c.end_s >= c.start_s, i === 0 || c.start_s >= (calls[i - 1]?.end_s ?? 0)]).toEqual([
        true,
        true,
        true,
      ]),
    );
    const kinds = new Set(calls.map((c) => c.kind));
    for (const kind of [
      'name',
      'side',
      'other-side',
      'caution',
      'next-up',
      'option',
      'rest',
      'form',
      'breath',
      'countdown',
    ])
      expect(kinds.has(kind), kind).toBe(true);
    for (const d of dropped)
      expect([['no-room', 'place-taken'].includes(d.reason), d.missing_s > 0]).toEqual([true, true]);
  });
  it('holds the claims of a transcript against the class', async () => {
    const { status, json } = await euphon('claims', '--plan', PLAN, '--transcript', WORDS);
    const { claims } = json() as unknown as { claims: Record<string, unknown>[] };
    expect(status).toBe(1);
    expect(claims.filter((c) => c.verdict === 'false').map((c) => c.type)).toEqual(['half-way', 'moves-left', 'side']);
    for (const c of claims) expect(Object.keys(c)).toEqual(['at_s', 'type', 'said', 'claimed', 'actual', 'verdict']);
  });
  it.each<[string, () => string[]]>([
    ['no verb', () => []],
    ['an unknown verb', () => ['dance']],
    ['no plan', () => ['compile']],
    ['a missing file', () => ['compile', '--plan', join(folder, 'nowhere')]],
    ['a folder', () => ['compile', '--plan', folder]],
    ['an empty plan', () => ['compile', '--plan', file('e', '')]],
    ['a plan without moves', () => ['compile', '--plan', file('n', '# T\n## Main: 40/20\n')]],
    [
      'a plan of 10 000 moves',
      () => ['compile', '--plan', file('m', `# T\n## Main: 40/20\n${'- Squat\n'.repeat(10_000)}`)],
    ],
    [
      'bytes',
      () => ['compile', '--plan', file('b', Buffer.from(Array.from({ length: 4000 }, (_, i) => (i * 31) % 256)))],
    ],
    ['broken JSON', () => ['compile', '--plan', file('j', '{"format":')]],
    ['an empty transcript', () => ['align', '--plan', PLAN, '--transcript', file('t', '')]],
    ['words without times', () => ['align', '--plan', PLAN, '--transcript', file('w', 'hello there')]],
    ['a duration that is none', () => ['align', '--plan', PLAN, '--transcript', WORDS, '--duration', 'soon']],
    ['an unknown format', () => ['export', '--plan', PLAN, '--format', 'pdf']],
    ['an unknown flag', () => ['compile', '--plan', PLAN, '--colour', 'red']],
  ])('answers %s with one sentence and status 2', async (_, args) => {
    const { status, stdout, stderr } = await euphon(...args());
    expect(status).toBe(2);
    if (args().length > 0) expect([stdout, stderr.trim().split('\n').length]).toEqual(['', 1]);
    expect(stderr + stdout).toMatch(/[.]\n/);
  });
  it('keeps on with a transcript whose times run backwards, overlap or pass the end, and says so', async () => {
    const text =
      'WEBVTT\n\n00:20.000 --> 00:22.000\nBroomstick twists\n\n00:05.000 --> 00:02.000\nShoulder rolls\n\n' +
      '00:05.000 --> 00:07.000\nBig circles\n\n99:00:00.000 --> 99:00:01.000\nlate\n';
    const { status, stderr, stdout } = await euphon(
      'align',
      '--plan',
      PLAN,
      '--transcript',
      file('odd.vtt', text),
      '--duration',
      '60',
    );
    expect(status).toBe(1);
    expect(stderr).toMatch(/runs backwards[\s\S]*Two cues begin at 0:05[\s\S]*after the end of the recording/);
    expect(JSON.parse(stdout)).toHaveProperty('segments');
  });
});

describe('the process', () => {
  const started = (...args: string[]) => spawnSync(process.execPath, ['bin/euphon.mjs', ...args], { encoding: 'utf8' });
  it('writes the answer and nothing else, and ends with its status', async () => {
    const { stdout, stderr, status } = started('compile', '--plan', PLAN);
    expect({ stdout, stderr, status }).toEqual(await answerTo(['compile', '--plan', PLAN]));
    expect(status).toBe(0);
  });
  it('says what is wrong on standard error', () => {
    const { stdout, stderr, status } = started('compile', '--plan', join(folder, 'nowhere'));
    expect([stdout, status]).toEqual(['', 2]);
    expect(stderr).toMatch(/nowhere could not be read \(ENOENT\)\.\n$/);
  });
});
