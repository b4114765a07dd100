import type { Db } from './pool.ts';

/** Any number; who keeps files shares it, who sweeps them has it alone. */
const LOCK = 7_205_114;

/** Held until the transaction ends: no file is swept meanwhile. */
export async function holdMedia(db: Db): Promise<void> {
  await db.query('SELECT pg_advisory_xact_lock_shared($1)', [LOCK]);
}

/** Held until the transaction ends: no file is kept meanwhile. */
export async function sweepMedia(db: Db): Promise<void> {
  await db.query('SELECT pg_advisory_xact_lock($1)', [LOCK]);
}

const REFERENCED = `EXISTS (SELECT 1 FROM takes t WHERE m.sha256 IN (t.sha256, t.proxy_sha256, t.thumbs_sha256))
  OR EXISTS (SELECT 1 FROM tracks t WHERE m.sha256 IN (t.sha256, t.proof_sha256))
  OR EXISTS (SELECT 1 FROM renders r WHERE r.sha256 = m.sha256)
  OR EXISTS (SELECT 1 FROM render_parts p WHERE p.sha256 = m.sha256)`;

/** Takes files off the list that nothing refers to and that are older than a grace period. Returns them. */
export async function forgetUnreferenced(db: Db, graceS: number): Promise<{ sha256: string; extension: string }[]> {
  const { rows } = await db.query<{ sha256: string; extension: string }>(
    `DELETE FROM media_files m WHERE m.created_at < now() - make_interval(secs => $1) AND NOT (${REFERENCED})
     RETURNING m.sha256, m.extension`,
    [graceS],
  );
  return rows;
}

/** Which of these files are on the list, as `sha256.extension`. */
export async function listed(db: Db, sha256s: readonly string[]): Promise<Set<string>> {
  const { rows } = await db.query<{ name: string }>(
    `SELECT sha256 || '.' || extension AS name FROM media_files WHERE sha256 = ANY($1)`,
    [sha256s],
  );
  return new Set(rows.map((row) => row.name));
}

/** Removes for good what was deleted longer ago than a grace period. */
export async function removeDeleted(db: Db, graceS: number): Promise<void> {
  for (const table of ['workouts', 'takes', 'tracks'])
    await db.query(`DELETE FROM ${table} WHERE deleted_at < now() - make_interval(secs => $1)`, [graceS]);
}

/** Bytes of all files that are kept. */
export async function keptBytes(db: Db): Promise<number> {
  return Number(
    (await db.query<{ bytes: string }>('SELECT coalesce(sum(bytes), 0) AS bytes FROM media_files')).rows[0]?.bytes,
  );
}
