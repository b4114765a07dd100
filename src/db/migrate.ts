import type pg from 'pg';
import { inTransaction } from './pool.ts';

export interface Migration {
  readonly name: string;
  readonly sql: string;
}

/** Any number; all starts of the program take the same lock, so that two at once do not migrate twice. */
const LOCK = 7_205_113;

/** Applies what is missing, each migration in its transaction, in the order given. Returns the names applied. */
export async function migrate(pool: pg.Pool, migrations: readonly Migration[]): Promise<string[]> {
  return inTransaction(pool, async (db) => {
    await db.query('SELECT pg_advisory_xact_lock($1)', [LOCK]);
    await db.query(
      'CREATE TABLE IF NOT EXISTS migrations (name text PRIMARY KEY, applied_at timestamptz NOT NULL DEFAULT now())',
    );
    const done = new Set((await db.query<{ name: string }>('SELECT name FROM migrations')).rows.map((row) => row.name));
    const applied: string[] = [];
    for (const { name, sql } of migrations.filter((m) => !done.has(m.name))) {
      await db.query(sql);
      await db.query('INSERT INTO migrations (name) VALUES ($1)', [name]);
      applied.push(name);
    }
    return applied;
  });
}
