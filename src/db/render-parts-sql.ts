import type { Db } from './pool.ts';

/** A part of a video's picture, and how far it is. */
interface PartRow {
  readonly part: number;
  readonly state: 'queued' | 'running' | 'done' | 'failed' | 'cancelled';
  readonly progress: number;
  readonly message: string | null;
  readonly sha256: string | null;
}

/**
 * Notes the parts of a video by the keys of their pictures. What was made of the same before is done at once; what is
 * noted already stays, unless its picture is another one now. Returns those that wait.
 */
export async function insertParts(db: Db, renderId: string, keys: readonly string[]): Promise<number[]> {
  await db.query(
    `INSERT INTO render_parts (render_id, part, picture_key, state, progress, sha256)
     SELECT $1, k.part - 1, k.key, CASE WHEN known.sha256 IS NULL THEN 'queued' ELSE 'done' END,
       CASE WHEN known.sha256 IS NULL THEN 0 ELSE 1 END, known.sha256
     FROM unnest($2::text[]) WITH ORDINALITY AS k (key, part)
     LEFT JOIN LATERAL (
       SELECT p.sha256 FROM render_parts p WHERE p.picture_key = k.key AND p.state = 'done' LIMIT 1
     ) known ON true
     ON CONFLICT (render_id, part) DO UPDATE SET picture_key = EXCLUDED.picture_key, state = EXCLUDED.state,
       progress = EXCLUDED.progress, sha256 = EXCLUDED.sha256, owner = NULL, token = NULL, lease_until = NULL
     WHERE render_parts.picture_key <> EXCLUDED.picture_key`,
    [renderId, keys],
  );
  await db.query('DELETE FROM render_parts WHERE render_id = $1 AND part >= $2', [renderId, keys.length]);
  const { rows } = await db.query<{ part: number }>(
    "SELECT part FROM render_parts WHERE render_id = $1 AND state = 'queued' ORDER BY part",
    [renderId],
  );
  return rows.map((r) => r.part);
}

export async function partsOfRender(db: Db, renderId: string): Promise<PartRow[]> {
  const { rows } = await db.query<PartRow>(
    'SELECT part, state, progress, message, sha256 FROM render_parts WHERE render_id = $1 ORDER BY part',
    [renderId],
  );
  return rows;
}

/** What the picture of a part is to be made from; null: it is made, or nobody wants it any more. */
export async function keyOfPart(db: Db, renderId: string, part: number): Promise<string | null> {
  const { rows } = await db.query<{ key: string }>(
    "SELECT picture_key AS key FROM render_parts WHERE render_id = $1 AND part = $2 AND state IN ('queued', 'running')",
    [renderId, part],
  );
  return rows[0]?.key ?? null;
}

/** Notes the file of a part; its lease is ended in the same transaction. */
export async function setPartFile(db: Db, renderId: string, part: number, sha256: string): Promise<void> {
  await db.query("UPDATE render_parts SET sha256 = $3, state = 'done' WHERE render_id = $1 AND part = $2", [
    renderId,
    part,
    sha256,
  ]);
}

/** Forgets the parts of earlier videos of the same workout and kind: the newest one's are enough to start from. */
export async function forgetOlderParts(db: Db, renderId: string): Promise<void> {
  await db.query(
    `DELETE FROM render_parts p USING renders r, renders newest
     WHERE newest.id = $1 AND r.workout_id = newest.workout_id AND r.kind = newest.kind AND r.id <> newest.id
     AND p.render_id = r.id
       AND r.state NOT IN ('queued', 'running')`,
    [renderId],
  );
}
