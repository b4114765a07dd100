import { createHash } from 'node:crypto';
import type pg from 'pg';
import { type Db, inTransaction } from './pool.ts';

interface Migration {
  readonly name: string;
  readonly sql: string;
}

/** Any number; all starts of the program take the same lock, so that two at once do not migrate twice. */
const LOCK = 7_205_113;

/** The database is not one that this program may write to; the message says why. */
class WrongDatabase extends Error {}

/**
 * Applies what is missing, each migration in its own transaction under one lock, in the order given. Returns the names
 * applied. Throws WrongDatabase, and changes nothing, where the database is newer than the program or was made by other
 * migrations of the same names.
 */
export async function migrate(pool: pg.Pool, migrations: readonly Migration[]): Promise<string[]> {
  await inTransaction(pool, async (db) => {
    await lock(db);
    await db.query(
      'CREATE TABLE IF NOT EXISTS migrations (name text PRIMARY KEY, applied_at timestamptz NOT NULL DEFAULT now())',
    );
    await db.query('ALTER TABLE migrations ADD COLUMN IF NOT EXISTS checksum char(64)');
    await check(db, migrations);
  });
  const applied: string[] = [];
  for (const migration of migrations) {
    const done = await inTransaction(pool, async (db) => {
      await lock(db);
      const { rowCount } = await db.query('SELECT 1 FROM migrations WHERE name = $1', [migration.name]);
      if (rowCount === 1) return false;
      await db.query(migration.sql);
      await db.query('INSERT INTO migrations (name, checksum) VALUES ($1, $2)', [migration.name, sumOf(migration)]);
      return true;
    });
    if (done) applied.push(migration.name);
  }
  return applied;
}

async function lock(db: Db): Promise<void> {
  await db.query('SELECT pg_advisory_xact_lock($1)', [LOCK]);
}

/** Looks whether what was applied is what this program knows; sums that are missing are noted. */
async function check(db: Db, migrations: readonly Migration[]): Promise<void> {
  const known = new Map(migrations.map((m) => [m.name, sumOf(m)]));
  const { rows } = await db.query<{ name: string; checksum: string | null }>('SELECT name, checksum FROM migrations');
  for (const { name, checksum } of rows) {
    const sum = known.get(name);
    if (sum === undefined)
      throw new WrongDatabase(
        `The database was made by a newer Euphon (it has “${name}”). Bring this one up to date; nothing was changed.`,
      );
    if (checksum === null) await db.query('UPDATE migrations SET checksum = $2 WHERE name = $1', [name, sum]);
    else if (checksum !== sum)
      throw new WrongDatabase(
        `“${name}” was applied to this database in another form than this program has. Nothing was changed.`,
      );
  }
}

function sumOf({ sql }: Migration): string {
  return createHash('sha256').update(sql).digest('hex');
}
