import { AsyncLocalStorage } from 'node:async_hooks';
import pg from 'pg';
import { processWide } from './process-wide.ts';

/** Who a piece of work is done for. Without a person: nobody signed in, or accounts are off. */
interface Scope {
  readonly studioId: string;
  readonly personId: string | null;
}

/** The studio of whoever works alone, without accounts. The first migration of accounts makes it. */
export const HOME_STUDIO = '00000000-0000-4000-8000-000000000001';
/** A studio that there is not: who has not signed in sees nothing. */
export const NO_STUDIO = '00000000-0000-0000-0000-000000000000';

const scopes = processWide('studio-scope', () => new AsyncLocalStorage<Scope | null>()).value;

/** Does work in a studio: the database shows and takes only what is of this studio. */
export function inStudio<T>(scope: Scope, work: () => T): T {
  return scopes.run(scope, work);
}

/** Does work as the program itself, over all studios: jobs, sweeping, accounts. */
export function asProgram<T>(work: () => T): T {
  return scopes.run(null, work);
}

/** The scope of what runs just now; null: the program itself. */
export function scopeNow(): Scope | null {
  return scopes.getStore() ?? null;
}

/** What a connection is set to; none: it is as it was opened, which is the program itself. */
const setTo = new WeakMap<pg.PoolClient, string>();

async function enter(client: pg.PoolClient, scope: Scope | null): Promise<pg.PoolClient> {
  const wanted = scope === null ? '' : `${scope.studioId} ${scope.personId ?? ''}`;
  if ((setTo.get(client) ?? '') === wanted) return client;
  try {
    await client.query(
      "SELECT set_config('role', $1, false), set_config('euphon.studio', $2, false), " +
        "set_config('euphon.person', $3, false)",
      [scope === null ? 'none' : 'euphon_web', scope?.studioId ?? '', scope?.personId ?? ''],
    );
  } catch (error) {
    // What it is set to is not known: it is used no more.
    client.release(error as Error);
    throw error;
  }
  setTo.set(client, wanted);
  return client;
}

type Connected = (
  error: Error | undefined,
  client: pg.PoolClient | undefined,
  release: (error?: Error) => void,
) => void;

/** A pool whose every connection is set to the scope of whoever asks for it, before anything else is asked. */
export class StudioPool extends pg.Pool {
  constructor(config: pg.PoolConfig) {
    super(config);
    // A connection that loses its server while it is being set tells it here; without a listener that ends the process.
    // Whoever uses it hears of it from the query that fails.
    this.on('connect', (client) => client.on('error', () => undefined));
  }

  override connect(): Promise<pg.PoolClient>;
  override connect(callback: Connected): void;
  override connect(callback?: Connected): Promise<pg.PoolClient> | undefined {
    // Taken now: a connection may be handed over while somebody else's work runs.
    const scope = scopeNow();
    const entered = super.connect().then((client) => enter(client, scope));
    if (callback === undefined) return entered;
    entered.then(
      (client) => callback(undefined, client, (error) => client.release(error)),
      (error: Error) => callback(error, undefined, () => undefined),
    );
    return undefined;
  }
}
