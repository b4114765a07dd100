import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { TYPICAL_SPEAKER, lineTime } from '../../src/core/speech/line-time.ts';
import { speakerOf } from '../../src/core/workout/studio.ts';
import { NEWEST_DOCUMENT } from '../../src/formats/workout-json/upgrade.ts';
import { VOICE_RATE_HZ } from '../../src/media/espeak.ts';
import { Refusal } from '../../src/server/refusal.ts';
import type { Context } from '../../src/server/context.ts';
import { scratchTrack, scriptFile, spokenLine } from '../../src/server/script.ts';
import { getStudio, learnChangeFigures, learnSpeaker, setSpeaker } from '../../src/server/studio.ts';
import { putSpeaker } from '../../src/db/studio-sql.ts';
import { createWorkout, getWorkout, documentAt } from '../../src/server/workouts.ts';
import { patchWorkout } from '../../src/server/workout-patch.ts';
import { closeContext, freshContext } from './support.ts';

let context: Context;
beforeAll(async () => {
  context = await freshContext('euphon_script');
});
afterAll(() => closeContext(context));

const status = (work: Promise<unknown>) =>
  work.then(
    () => 0,
    (e: unknown) => (e instanceof Refusal ? e.status : -1),
  );
const create = async () =>
  (
    await createWorkout(context, {
      outline: '# Skeps\ninstructor: Ottilie\n## Hello: talk 0:05\n## Main: 20/10, no last rest\n- Squat\n- Row',
    })
  ).id;

describe('the script’s files', () => {
  it('come as text, table, timed text and PDF', async () => {
    const id = await create();
    expect((await scriptFile(context, id, 'txt')).body).toContain('## 0:05 Squat');
    expect((await scriptFile(context, id, 'csv')).body).toMatch(/^segment,block/);
    expect((await scriptFile(context, id, 'vtt')).body).toMatch(/^WEBVTT/);
    expect(
      new TextDecoder('latin1').decode((await scriptFile(context, id, 'pdf')).body as Uint8Array).slice(0, 5),
    ).toBe('%PDF-');
    expect(await status(scriptFile(context, id, 'doc'))).toBe(404);
    expect(await status(scriptFile(context, (await createWorkout(context, { title: 'Empty' })).id, 'txt'))).toBe(409);
  });
});

describe('the spoken class', () => {
  it('a line is a WAV; what is no line is refused with a sentence', async () => {
    const wav = await spokenLine(context, 'And rest.', NaN);
    expect(new TextDecoder('latin1').decode(wav.slice(0, 4))).toBe('RIFF');
    expect(new DataView(wav.buffer).getUint32(24, true)).toBe(VOICE_RATE_HZ);
    for (const text of ['', '   ', 'x'.repeat(601)]) expect(await status(spokenLine(context, text, 172))).toBe(422);
  });
  it('the scratch track is as long as the class, with sound where lines are and silence between', async () => {
    const { stream, bytes } = await scratchTrack(context, await create());
    const whole = new Uint8Array(await new Response(stream).arrayBuffer());
    expect([whole.length, bytes]).toEqual([44 + 55 * VOICE_RATE_HZ * 2, whole.length]);
    const pcm = new Int16Array(whole.buffer, 44);
    const loud = (fromS: number, toS: number) =>
      pcm.subarray(fromS * VOICE_RATE_HZ, toS * VOICE_RATE_HZ).some((v) => Math.abs(v) > 3000);
    // Squat begins at 5 s with its name; more is said before it ends, and nothing after the class.
    expect([loud(5, 5.8), loud(7, 25)]).toEqual([true, true]);
  });
});

describe('a speaker', () => {
  it('is kept under the instructor’s name and changes how long lines take', async () => {
    await putSpeaker(context.pool, {
      name: 'Ottilie',
      model: { ...TYPICAL_SPEAKER, syllableS: 0.3 },
      lines: 40,
      error: 0.05,
    });
    const studio = await getStudio(context);
    expect(lineTime('Sit back and stand', speakerOf(studio, { instructor: ' ottilie ' }))).toBeGreaterThan(
      lineTime('Sit back and stand') * 1.3,
    );
    expect(speakerOf(studio, { instructor: 'Bo' })).toBe(TYPICAL_SPEAKER);
    const known = studio.speakers.find((s) => s.name === 'Ottilie') ?? null;
    await setSpeaker(context, { before: known, after: null });
    expect((await getStudio(context)).speakers).toEqual([]);
    await setSpeaker(context, { before: null, after: known });
    expect((await getStudio(context)).speakers).toEqual([known]);
    expect(await status(setSpeaker(context, { before: null, after: null }))).toBe(422);
    expect(await status(setSpeaker(context, { before: { ...known, lines: 7 }, after: null }))).toBe(412);
  });
});

describe('what a take teaches', () => {
  it('is refused with a sentence where there is none', async () => {
    expect(await status(learnChangeFigures(context, await create()))).toBe(409);
    expect(await status(learnSpeaker(context, await create()))).toBe(409);
  });
});

describe('a document kept by the first version', () => {
  it('opens as the second, changes as the second, and its earlier revisions still open', async () => {
    const id = await create();
    const spare = {
      on: { name: true, side: true, 'half-way': true, ten: true, 'next-up': true, rest: true },
      countdown: '3-2-1',
      words: { name: '{move}.', side: '', 'half-way': 'Half.', ten: '', 'next-up': '', rest: '' },
    };
    await context.pool.query(
      `UPDATE workouts SET document = jsonb_set(jsonb_set(document, '{version}', '1'), '{script}', $2::jsonb)
       WHERE id = $1`,
      [id, JSON.stringify({ cues: [], calls: spare })],
    );
    expect((await getWorkout(context, id)).document).toMatchObject({
      version: NEWEST_DOCUMENT,
      script: { marks: [], calls: { words: { 'half-way': ['Half.'] } } },
    });
    await patchWorkout(context, id, {
      revision: 1,
      patch: [{ op: 'replace', path: '/script/calls/words/half-way', value: ['Middle.'] }],
    });
    expect((await getWorkout(context, id)).document.script.calls.words['half-way']).toEqual(['Middle.']);
    expect((await documentAt(context, id, 1)).script.calls.words['half-way']).toEqual(['Half.']);
  });
});
