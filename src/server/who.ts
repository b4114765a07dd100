import { AsyncLocalStorage } from 'node:async_hooks';
import { processWide } from '../db/process-wide.ts';
import type { Role } from '../db/people-sql.ts';

/** Who asks. */
export interface Person {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly studioId: string;
  readonly studio: string;
  readonly role: Role;
}

const asking = processWide('person', () => new AsyncLocalStorage<Person | null>()).value;

/** Answers a request for somebody; null: accounts are off, or nobody signed in. */
export function forPerson<T>(person: Person | null, work: () => T): T {
  return asking.run(person, work);
}

/** Who asks just now; null where accounts are off, or nobody signed in. */
export function personNow(): Person | null {
  return asking.getStore() ?? null;
}

const READS = new Set(['GET', 'HEAD', 'OPTIONS']);
/** What can be asked for before one has signed in. */
const OPEN = /^\/(?:sign-in|join\/[\w-]+|api\/join\/[\w-]+|api\/auth\/[\w/-]+|healthz|_astro\/.*|mark\.svg)$/;
/** What only owners may ask for. */
const OWNERS = /^\/(?:people|api\/people)(?:\/|$)/;

type Verdict = 'open' | 'yes' | 'sign in' | 'only owners' | 'only look';

/** Whether a request is answered. The one table of what a role may do; studios are kept apart by the database. */
export function verdictOn(role: Role | null, method: string, pathname: string): Verdict {
  if (OPEN.test(pathname)) return 'open';
  if (role === null) return 'sign in';
  if (OWNERS.test(pathname)) return role === 'owner' ? 'yes' : 'only owners';
  return role === 'viewer' && !READS.has(method) ? 'only look' : 'yes';
}
