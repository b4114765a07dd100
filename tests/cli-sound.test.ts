import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { wavHead } from '../src/media/wav.ts';
import { PLAN, WORDS, euphon } from './support/command-line.ts';
import { PIECE_RATE_HZ } from './support/instruments.ts';
import { play, recipes } from './support/pieces.ts';

describe('sound on the command line', () => {
  const folder = mkdtempSync(join(tmpdir(), 'euphon-cli-sound-'));
  const piece = join(folder, 'piece.wav');
  beforeAll(() => {
    const { samples } = play({ ...(recipes(null)[4] as ReturnType<typeof recipes>[number]), seconds: 20 }, 5);
    const pcm = Int16Array.from(samples, (v) => Math.round(v * 32_000));
    writeFileSync(piece, Buffer.concat([wavHead(pcm.length, PIECE_RATE_HZ), new Uint8Array(pcm.buffer)]));
    writeFileSync(join(folder, 'words.mp3'), 'These are words.\n');
  });
  afterAll(() => rmSync(folder, { recursive: true }));
  it('beats gives tempo, beats and ones', async () => {
    const { status, stdout } = await euphon('beats', piece);
    const found = JSON.parse(stdout) as { bpm: number; beats: number[]; downbeats: number[] };
    expect(status).toBe(0);
    expect(found.bpm).toBeCloseTo(118, 0);
    expect(found.downbeats.every((d) => found.beats.includes(d))).toBe(true);
    expect(found.beats.length).toBeGreaterThan(30);
  });
  it('loudness gives LUFS, range and true peak', async () => {
    const { status, stdout } = await euphon('loudness', piece);
    expect(status).toBe(0);
    const found = JSON.parse(stdout) as { integrated_lufs: number; range_lu: number; true_peak_dbtp: number };
    expect(found.integrated_lufs).toBeLessThan(-10);
    expect(found.true_peak_dbtp).toBeLessThan(0);
    expect(found.range_lu).toBeGreaterThanOrEqual(0);
  });
  it.each([
    ['beats', join(folder, 'words.mp3')],
    ['loudness', join(folder, 'nothing.wav')],
    ['beats', folder],
    ['loudness'],
  ])('%s %s is bad input: one sentence, status 2', async (...args) => {
    const { status, stderr } = await euphon(...(args as string[]));
    expect(status).toBe(2);
    expect(stderr.trim().split('\n').length).toBe(1);
  });
  it('music-fit answers for each block: 30 s at 128 are two phrases (derived)', async () => {
    const plan = join(folder, 'plan.md');
    writeFileSync(plan, '# T\n## Main: strength, 30/15\n- Squat\n- Row');
    const found = JSON.parse((await euphon('music-fit', '--plan', plan, '--bpm', '128')).stdout) as {
      blocks: { answers: { kind: string; stretch_percent?: number; units?: number[] }[] }[];
    };
    expect(found.blocks[0]?.answers[0]).toMatchObject({
      kind: 'stretch',
      stretch_percent: 0,
      unit: 'phrase',
      units: [2, 1],
    });
    expect((await euphon('music-fit', '--plan', plan, '--bpm', '9')).status).toBe(2);
  });
  it('propose gives a plan that compile reads', async () => {
    const made = await euphon('propose', '--transcript', 'demo/broomstick-strong.words.vtt');
    const plan = join(folder, 'proposed.json');
    writeFileSync(plan, made.stdout);
    const compiled = JSON.parse((await euphon('compile', '--plan', plan)).stdout) as { segments: { label: string }[] };
    expect(compiled.segments.map((s) => s.label)).toContain('Reverse lunge');
  });
  it('align tells mistakes and the timer’s grid', async () => {
    const found = JSON.parse((await euphon('align', '--plan', PLAN, '--transcript', WORDS)).stdout) as {
      grid: { period_s: number } | null;
      mistakes: { at_s: number; type: string }[];
    };
    expect(found.grid?.period_s).toBeGreaterThan(0);
    const truth = JSON.parse(readFileSync('demo/broomstick-strong.truth.json', 'utf8')) as {
      slips: { type: string; at_s: number }[];
    };
    const same: Readonly<Record<string, string>> = { 'break-over': 'break-long', 'late-half-way': 'wrong-half-way' };
    // A move that was left out has no time of its own: it belongs to either end of the break that was taken once.
    const reach = (type: string) => (type === 'left-out' ? 15 : 5);
    for (const { type, at_s } of truth.slips)
      expect(
        found.mistakes.some((s) => s.type === (same[type] ?? type) && Math.abs(s.at_s - at_s) < reach(type)),
        `${type} at ${at_s}`,
      ).toBe(true);
    expect(found.mistakes.length).toBeLessThanOrEqual(truth.slips.length + 3);
  });
});
