import { Readable } from 'node:stream';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { decidedOn } from '../../src/core/workout/document.ts';
import { keepMedia } from '../../src/db/keep-media.ts';
import { awaitedArrived } from '../../src/db/awaited-sql.ts';
import { insertTake, takesOf } from '../../src/db/takes-sql.ts';
import { transcriptOf } from '../../src/db/transcripts-sql.ts';
import { NEWEST_DOCUMENT, NewerDocument, upgradeDocument } from '../../src/formats/workout-json/upgrade.ts';
import type { Context } from '../../src/server/context.ts';
import { setTranscript } from '../../src/server/transcripts.ts';
import { listVersions, nameVersion } from '../../src/server/versions.ts';
import { exportWorkoutFile, importWorkoutFile } from '../../src/server/workout-file.ts';
import { createWorkout, documentAt, getWorkout } from '../../src/server/workouts.ts';
import { patchWorkout } from '../../src/server/workout-patch.ts';
import { TAKE_FACTS, closeContext, freshContext } from './support.ts';

let here: Context;
let there: Context;
beforeAll(async () => {
  here = await freshContext('euphon_file_here');
  there = await freshContext('euphon_file_there');
});
afterAll(async () => {
  await closeContext(here);
  await closeContext(there);
});

const WORDS = '[0:01] Squat.\n\n[0:05] And rest.\n';

/** A workout with a version, a chosen take, words and a cut. */
async function filmed(): Promise<string> {
  const { id } = await createWorkout(here, { outline: '# Moved\n## Main: 40/20\n- Squat' });
  await nameVersion(here, id, { name: 'First thought' });
  await patchWorkout(here, id, {
    revision: 1,
    patch: [{ op: 'replace', path: '/plan/instructor', value: 'Ottilie Brandvold' }],
  });
  await nameVersion(here, id, { name: 'Second thought' });
  const incoming = await here.store.receive(Readable.from(Buffer.from('recording')), 1e6);
  const take = await keepMedia(here.pool, here.store, {
    incoming,
    extension: 'mp4',
    write: (db) => insertTake(db, id, { sha256: incoming.sha256, name: 'Morning', probe: TAKE_FACTS }),
  });
  await setTranscript(here, take, WORDS, 0);
  await patchWorkout(here, id, {
    revision: 2,
    patch: [
      { op: 'replace', path: '/plan/title', value: 'Moved house' },
      { op: 'replace', path: '/edit/takeId', value: take },
      { op: 'add', path: '/edit/removed/-', value: { start: 1e6, end: 2e6 } },
    ],
  });
  return id;
}

describe('a workout as a file', () => {
  it('is the same again where its recordings are: document, versions, words', async () => {
    const id = await filmed();
    const { text } = await exportWorkoutFile(here, id);
    const copy = await importWorkoutFile(here, text);
    expect(copy.missing).toEqual([]);
    const [first, second] = [(await getWorkout(here, id)).document, (await getWorkout(here, copy.id)).document];
    const [take] = await takesOf(here.pool, copy.id);
    expect(second).toEqual({ ...first, edit: { ...first.edit, takeId: take?.id } });
    expect((await transcriptOf(here.pool, take?.id ?? ''))?.text).toBe(WORDS);
    const versions = await listVersions(here, copy.id);
    expect(versions.map((v) => v.name)).toEqual(['Second thought', 'First thought']);
    const plans = await Promise.all(versions.map(async (v) => (await documentAt(here, copy.id, v.revision)).plan));
    expect(plans.map((p) => [p.title, p.instructor])).toEqual([
      ['Moved', 'Ottilie Brandvold'],
      ['Moved', ''],
    ]);
    // Written again it is the same file, but for the ids of its takes.
    const again = (await exportWorkoutFile(here, copy.id)).text;
    const bare = (file: string) => file.replace(/[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}/g, 'id');
    expect(bare(again)).toBe(bare(text));
  });
  it('waits elsewhere for its recording with what was said and decided', async () => {
    const { text } = await exportWorkoutFile(here, await filmed());
    const { id, missing } = await importWorkoutFile(there, text);
    expect(missing).toEqual(['Morning']);
    expect((await getWorkout(there, id)).document).toMatchObject({
      plan: { title: 'Moved house' },
      edit: { takeId: null, removed: [], aside: [{ removed: [{ start: 1e6, end: 2e6 }] }] },
    });
    const incoming = await there.store.receive(Readable.from(Buffer.from('recording')), 1e6);
    const arrived = await awaitedArrived(there.pool, id, incoming.sha256);
    expect(arrived).toMatchObject({
      name: 'Morning',
      transcript: { text: WORDS },
      chosen: true,
    });
    // Under the id that it gets now.
    const [waiting] = (await getWorkout(there, id)).document.edit.aside;
    expect(waiting?.takeId).toBe(arrived?.id);
    expect(await awaitedArrived(there.pool, id, incoming.sha256)).toBeNull();
  });
  it('keeps what was decided about its other takes, which are here or not', async () => {
    const id = await filmed();
    const incoming = await here.store.receive(Readable.from(Buffer.from('evening')), 1e6);
    const evening = await keepMedia(here.pool, here.store, {
      incoming,
      extension: 'mp4',
      write: (db) => insertTake(db, id, { sha256: incoming.sha256, name: 'Evening', probe: TAKE_FACTS }),
    });
    const { document, revision } = await getWorkout(here, id);
    const morning = document.edit.takeId ?? '';
    const { pins, noTimers, accepted, shown, pickUps, takeLetStand, roomCounts } = document.edit;
    const removed = [{ start: 3e6, end: 4e6 }];
    await patchWorkout(here, id, {
      revision,
      patch: [
        {
          op: 'add',
          path: '/edit/aside/-',
          value: { takeId: evening, pins, noTimers, accepted, removed, shown, pickUps, takeLetStand, roomCounts },
        },
        { op: 'replace', path: '/edit/joined', value: [morning, evening] },
      ],
    });
    const { text } = await exportWorkoutFile(here, id);
    // Here both are there; elsewhere neither is yet.
    for (const [context, count] of [
      [here, 0],
      [there, 2],
    ] as const) {
      const copy = await importWorkoutFile(context, text);
      expect(copy.missing).toHaveLength(count);
      const { edit } = (await getWorkout(context, copy.id)).document;
      const [first, second] = edit.joined;
      expect([first, second].some((take) => take === undefined || take === morning || take === evening)).toBe(false);
      expect(decidedOn(edit, first ?? '').removed).toEqual([{ start: 1e6, end: 2e6 }]);
      expect(decidedOn(edit, second ?? '').removed).toEqual(removed);
      expect(edit.takeId).toBe(count === 0 ? first : null);
    }
  });
  it.each([
    ['nothing', '', /not JSON/],
    ['another file', '{"format":"euphon-plan"}', /not the file of a workout/],
    [
      'a document that is not whole',
      '{"format":"euphon-workout-file","version":1,"document":{},"versions":[],"takes":[]}',
      /newer|whole/,
    ],
  ])('of %s is refused with a sentence', async (_, text, says) => {
    await expect(importWorkoutFile(here, text)).rejects.toThrow(says);
  });
  it('of a newer program is refused, and so is such a document in the database', async () => {
    const { text } = await exportWorkoutFile(here, await filmed());
    await expect(
      importWorkoutFile(here, text.replace(`"version": ${NEWEST_DOCUMENT}`, '"version": 99')),
    ).rejects.toThrow(/newer Euphon/);
    const { id } = await createWorkout(here, { title: 'From tomorrow' });
    await here.pool.query(`UPDATE workouts SET document = jsonb_set(document, '{version}', '99') WHERE id = $1`, [id]);
    await expect(getWorkout(here, id)).rejects.toThrow(NewerDocument);
    expect(() => upgradeDocument({ version: NEWEST_DOCUMENT + 1 })).toThrow(/newer Euphon/);
  });
});
