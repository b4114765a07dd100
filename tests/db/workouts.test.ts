import jsonpatch from 'fast-json-patch';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { WorkoutDocument } from '../../src/core/workout/document.ts';
import type { Publication } from '../../src/core/delivery/publication.ts';
import { removeDeleted } from '../../src/db/media-sql.ts';
import { migrate } from '../../src/db/migrate.ts';
import { Refusal } from '../../src/server/refusal.ts';
import type { Context } from '../../src/server/context.ts';
import {
  createWorkout,
  documentAt,
  getWorkout,
  history,
  removeWorkout,
  workoutList,
} from '../../src/server/workouts.ts';
import { changePublication, listPublications } from '../../src/server/publications.ts';
import { changeIdFrom, patchWorkout, revisionFrom } from '../../src/server/workout-patch.ts';
import { closeContext, freshContext, migrations } from './support.ts';

let context: Context;
beforeAll(async () => {
  context = await freshContext('euphon_workouts');
});
afterAll(() => closeContext(context));

const OUTLINE = '# Hive lift\n## Main: 2 rounds, 40/20\n- Squat\n- Row | sides own';
const refusal = async (work: Promise<unknown>): Promise<Refusal> => {
  const error = await work.then(
    () => null,
    (e: unknown) => e,
  );
  if (!(error instanceof Refusal)) throw new Error(`expected a refusal, got ${String(error)}`);
  return error;
};
const title = (text: string) => [{ op: 'replace', path: '/plan/title', value: text }];

describe('a workout', () => {
  it('is made from an outline and listed with its length, state and next step', async () => {
    const { id } = await createWorkout(context, { outline: OUTLINE });
    const [row] = (await workoutList(context)).items.filter((w) => w.id === id);
    // 2 rounds of squat 40, rest 20, row left 40, rest 20, row right 40, rest 20.
    expect(row).toMatchObject({ title: 'Hive lift', lengthUs: 360e6, state: 'planned', next: { station: 'script' } });
  });
  it('is in a list given a page at a time: each once, those changed last first, until there is no more', async () => {
    const ids: string[] = [];
    for (let n = 0; n < 7; n++) ids.push((await createWorkout(context, { title: `Page ${n}` })).id);
    const seen: string[] = [];
    let after: string | null = null;
    for (let page = 0; page === 0 || after !== null; page++) {
      const { items, next }: Awaited<ReturnType<typeof workoutList>> = await workoutList(context, after, 3);
      expect(items.length).toBeLessThanOrEqual(3);
      seen.push(...items.map((w) => w.id));
      after = next;
    }
    expect(new Set(seen).size).toBe(seen.length);
    expect(seen.slice(0, 7)).toEqual(ids.toReversed());
    expect(seen).toEqual((await workoutList(context)).items.map((w) => w.id));
    expect((await refusal(workoutList(context, 'nowhere'))).status).toBe(400);
  });
  it('refuses what is no workout, with a sentence', async () => {
    for (const body of [
      null,
      {},
      { title: '' },
      { title: 'a', outline: 'b' },
      { outline: 'no block in here' },
      { title: 7 },
    ]) {
      expect((await refusal(createWorkout(context, body))).message).toMatch(/\.$/);
    }
    expect((await refusal(getWorkout(context, 'not-an-id'))).status).toBe(404);
    expect((await refusal(getWorkout(context, '00000000-0000-0000-0000-000000000000'))).status).toBe(404);
  });
  it('keeps what of it went out: added, corrected, taken back, and never by two at once', async () => {
    const { id } = await createWorkout(context, { outline: OUTLINE });
    const first: Publication = {
      ...{ id: '3e0c2a52-9a37-4b8e-8f5e-0c9c3b1d7a10', on: '2026-11-02', where: 'Saltmarsh site', film: 'programme' },
      ...{ revision: 1, sha256: 'a'.repeat(64), corrects: false, note: 'with “captions” 🐝' },
    };
    const later = { ...first, id: '7b1f4c86-2f0d-4f0a-9c55-1d2e3f4a5b6c', on: '2026-11-09', corrects: true };
    await changePublication(context, id, { before: null, after: first });
    await changePublication(context, id, { before: null, after: later });
    expect(await listPublications(context, id)).toEqual([later, first]);
    const noted = { ...first, note: 'sound was too soft' };
    await changePublication(context, id, { before: first, after: noted });
    // Somebody who saw it before that changes nothing; the same change twice is one.
    expect((await refusal(changePublication(context, id, { before: first, after: null }))).status).toBe(412);
    await changePublication(context, id, { before: first, after: noted });
    await changePublication(context, id, { before: later, after: null });
    expect(await listPublications(context, id)).toEqual([noted]);
    for (const wrong of [{}, { ...first, on: '2026-13-40' }, { ...first, where: ' ' }, { ...first, film: 'reel' }])
      expect((await refusal(changePublication(context, id, { before: null, after: wrong }))).status).toBe(422);
  });
  it('changes only by a patch on the newest revision', async () => {
    const { id } = await createWorkout(context, { outline: OUTLINE });
    expect(await patchWorkout(context, id, { revision: 1, patch: title('One') })).toEqual({ revision: 2 });
    const stale = await refusal(patchWorkout(context, id, { revision: 1, patch: title('Two') }));
    expect(stale.status).toBe(412);
    expect(stale.about).toMatchObject({ revision: 2, changed: ['/plan/title'] });
    expect((await getWorkout(context, id)).document.plan.title).toBe('One');
  });
  it('makes a change once, however often it is sent: a lost answer is no conflict with oneself', async () => {
    const { id } = await createWorkout(context, { outline: OUTLINE });
    const once = '01234567-89ab-4cde-8f01-23456789abcd';
    expect(await patchWorkout(context, id, { revision: 1, patch: title('One'), changeId: once })).toEqual({
      revision: 2,
    });
    expect(await patchWorkout(context, id, { revision: 1, patch: title('One'), changeId: once })).toEqual({
      revision: 2,
    });
    await patchWorkout(context, id, { revision: 2, patch: title('Two') });
    expect(await patchWorkout(context, id, { revision: 1, patch: title('One'), changeId: once })).toEqual({
      revision: 2,
    });
    expect((await getWorkout(context, id)).document.plan.title).toBe('Two');
    expect(changeIdFrom(null)).toBeNull();
    expect(() => changeIdFrom('one')).toThrow(Refusal);
  });
  it('refuses what cannot be kept with the field named, and keeps later edits', async () => {
    const { id } = await createWorkout(context, { outline: OUTLINE });
    for (const bad of ['NUL \u0000', 'half \ud800', 'bell \u0007', 'x'.repeat(2_001)]) {
      const { status, about } = await refusal(patchWorkout(context, id, { revision: 1, patch: title(bad) }));
      expect([status, about]).toEqual([422, { path: ['plan', 'title'] }]);
    }
    expect(await patchWorkout(context, id, { revision: 1, patch: title('Later') })).toEqual({ revision: 2 });
  });
  it('keeps 54 742 letters of two bytes each', async () => {
    const { id } = await createWorkout(context, { outline: OUTLINE });
    const { document } = await getWorkout(context, id);
    const cue = (n: number) => ({
      id: `c${n}`,
      segmentKey: `${document.plan.blocks[0]?.id}/x`,
      kind: 'form',
      anchor: { kind: 'half' },
      text: 'ж'.repeat(1_990),
    });
    const cues = Array.from({ length: 28 }, (_, n) => cue(n));
    await patchWorkout(context, id, { revision: 1, patch: [{ op: 'replace', path: '/script/cues', value: cues }] });
    expect((await getWorkout(context, id)).document.script.cues).toHaveLength(28);
  });
  it('of two changes at one moment lets one in and tells the other', async () => {
    const { id } = await createWorkout(context, { outline: OUTLINE });
    const outcomes = await Promise.allSettled(
      Array.from({ length: 8 }, (_, i) => patchWorkout(context, id, { revision: 1, patch: title(`T${i}`) })),
    );
    expect(outcomes.filter((o) => o.status === 'fulfilled')).toHaveLength(1);
    expect((await getWorkout(context, id)).revision).toBe(2);
  });
  it('never becomes wrong: a patch that breaks the document changes nothing', async () => {
    const { id } = await createWorkout(context, { outline: OUTLINE });
    const bad: unknown[] = [
      [{ op: 'replace', path: '/plan/blocks/0/rounds', value: -1 }],
      [{ op: 'add', path: '/plan/extra', value: 1 }],
      [{ op: 'remove', path: '/plan/nothing' }],
      [{ op: 'replace', path: '/format', value: 'x' }],
      [{ op: 'replace', path: '/plan/blocks/0/scheme/workUs', value: 1.5 }],
      [{ op: 'add', path: '/__proto__/x', value: 1 }],
      [],
      'x',
      [{ op: 'eat', path: '/' }],
    ];
    for (const patch of bad)
      expect((await refusal(patchWorkout(context, id, { revision: 1, patch }))).status).toBe(422);
    expect((await getWorkout(context, id)).revision).toBe(1);
  });
  it('keeps its history, and any earlier state comes back exactly', async () => {
    const { id } = await createWorkout(context, { outline: OUTLINE });
    const states: WorkoutDocument[] = [(await getWorkout(context, id)).document];
    for (const [i, next] of [
      (d: WorkoutDocument) => ({ ...d, plan: { ...d.plan, title: 'Later' } }),
      (d: WorkoutDocument) => ({
        ...d,
        plan: { ...d.plan, blocks: d.plan.blocks.map((b) => ({ ...b, moves: b.moves.slice(1) })) },
      }),
      (d: WorkoutDocument) => ({ ...d, plan: { ...d.plan, blocks: [] } }),
    ].entries()) {
      const now = next(states.at(-1) as WorkoutDocument) as WorkoutDocument;
      await patchWorkout(context, id, {
        revision: i + 1,
        patch: jsonpatch.compare(states.at(-1) as WorkoutDocument, now),
      });
      states.push(now);
    }
    for (const [i, state] of states.entries()) expect(await documentAt(context, id, i + 1)).toEqual(state);
    expect((await history(context, id)).items.map((c) => c.revision)).toEqual([4, 3, 2]);
    expect((await refusal(documentAt(context, id, 9))).status).toBe(404);
  });
  it('is gone for good when it was deleted long ago, with its history', async () => {
    const { id } = await createWorkout(context, { title: 'Short' });
    await patchWorkout(context, id, { revision: 1, patch: title('x') });
    await removeWorkout(context, id);
    expect((await refusal(removeWorkout(context, id))).status).toBe(404);
    await removeDeleted(context.pool, -1);
    const { rows } = await context.pool.query<{ n: string }>(
      'SELECT count(*) AS n FROM workout_changes WHERE workout_id = $1',
      [id],
    );
    expect(rows[0]?.n).toBe('0');
  });
});

describe('migrations', () => {
  it('are applied once, each by itself: what failed leaves those before it', async () => {
    const bad = { name: '999-bad.sql', sql: 'CREATE TABLE half (a int); SELECT nothing FROM nowhere' };
    await expect(migrate(context.pool, [...migrations(), bad])).rejects.toThrow(/nowhere/);
    const { rows } = await context.pool.query<{ half: string | null }>(`SELECT to_regclass('half') AS half`);
    expect(rows[0]?.half).toBeNull();
    expect(await migrate(context.pool, migrations())).toEqual([]);
  });
  it('refuse a database that is newer, or was made otherwise', async () => {
    await expect(migrate(context.pool, migrations().slice(0, -1))).rejects.toThrow(/newer Euphon/);
    const [first, ...rest] = migrations();
    await expect(migrate(context.pool, [{ ...first!, sql: `${first?.sql} -- changed` }, ...rest])).rejects.toThrow(
      /another form/,
    );
  });
});

// RFC 9110: If-Match carries a quoted entity tag; a request without one is answered 428 (RFC 6585).
describe('If-Match', () => {
  it('is read as a quoted revision', () => expect(revisionFrom('"12"')).toBe(12));
  it.each([null, '', '12', '*', '"x"', 'W/"1"'])('is wanted: %j is refused', (header) =>
    expect(() => revisionFrom(header)).toThrow(Refusal),
  );
});

describe('the database', () => {
  it('migrates once, whoever asks how often', async () => {
    const all = await Promise.all([1, 2, 3].map(() => migrate(context.pool, migrations())));
    expect(all.flat()).toEqual([]);
  });
  it('refuses rows that cannot be, by itself', async () => {
    const broken = [
      `INSERT INTO media_files VALUES ('short', 'mp4', 1)`,
      `INSERT INTO media_files VALUES (repeat('a', 64), 'mp4', 0)`,
      `INSERT INTO takes (workout_id, sha256, name, duration_us, rate_num, rate_den, width, height, video_codec,
       video_start_us) VALUES (gen_random_uuid(), repeat('a', 64), 'x', 1, 25, 1, 1, 1, 'h264', 0)`,
      `UPDATE workouts SET revision = 0`,
      `INSERT INTO transcripts (take_id, format, text) VALUES (gen_random_uuid(), 'doc', 'x')`,
      `INSERT INTO renders (workout_id, take_id, revision, state) VALUES (gen_random_uuid(), gen_random_uuid(), 1,
       'lost')`,
    ];
    for (const sql of broken) await expect(context.pool.query(sql)).rejects.toThrow(/constraint|length|too long/);
  });
});
