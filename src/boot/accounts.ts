import { betterAuth } from 'better-auth';
import { toNodeHandler } from 'better-auth/node';
import { hash, verify } from '@node-rs/argon2';
import { randomBytes } from 'node:crypto';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { join } from 'node:path';
import type pg from 'pg';
import { memberOf } from '../db/people-sql.ts';
import { asProgram } from '../db/studio-scope.ts';
import type { Person } from '../server/who.ts';

export interface Accounts {
  /** Answers what the accounts' own endpoints (`/api/auth/…`) are asked for. */
  readonly answer: (request: IncomingMessage, response: ServerResponse) => Promise<void>;
  /** Who asks, by the session in the request; null: nobody who works in a studio here. */
  readonly personOf: (request: IncomingMessage) => Promise<Person | null>;
}

/** Where the address of whoever asks is passed on; what comes from outside under this name is thrown away. */
export const ADDRESS_HEADER = 'x-euphon-address';
/** Tries to sign in, from one address, in a minute. */
const TRIES_A_MINUTE = 10;

/**
 * True where one must sign in: always as soon as the server listens on more than this machine, else where
 * EUPHON_ACCOUNTS=on.
 */
export function accountsAreOn(env: Readonly<Record<string, string | undefined>>): boolean {
  const host = env.EUPHON_HOST ?? '127.0.0.1';
  return env.EUPHON_ACCOUNTS === 'on' || !['127.0.0.1', 'localhost', '::1'].includes(host);
}

/** Sessions are signed with a secret of this installation, made at the first start and kept beside the data. */
export function secretIn(folder: string): string {
  const path = join(folder, 'secret');
  mkdirSync(folder, { recursive: true });
  try {
    writeFileSync(path, randomBytes(32).toString('hex'), { mode: 0o600, flag: 'wx' });
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
  }
  return readFileSync(path, 'utf8');
}

/**
 * Accounts and sessions in the database. `origin`: the address under which people come, where it is not this machine's
 * own.
 */
export function openAccounts(pool: pg.Pool, secret: string, origin?: string): Accounts {
  const dates = { createdAt: 'created_at', updatedAt: 'updated_at' };
  const auth = betterAuth({
    database: pool,
    secret,
    ...(origin !== undefined && { baseURL: origin }),
    basePath: '/api/auth',
    // Pages of other sites are refused at the door already; what comes here is ours.
    trustedOrigins: (request) => {
      const came = request?.headers.get('origin') ?? null;
      return came === null ? [] : [came];
    },
    telemetry: { enabled: false },
    logger: { level: 'error' },
    // Accounts are made by invitation only (server/people.ts).
    emailAndPassword: {
      enabled: true,
      disableSignUp: true,
      minPasswordLength: 10,
      password: { hash: (word) => hash(word), verify: ({ hash: kept, password }) => verify(kept, password) },
    },
    rateLimit: {
      enabled: true,
      storage: 'database',
      modelName: 'rate_limits',
      fields: { lastRequest: 'last_request' },
      window: 60,
      max: 120,
      customRules: { '/sign-in/email': { window: 60, max: TRIES_A_MINUTE } },
    },
    user: { modelName: 'people', fields: { emailVerified: 'email_verified', ...dates } },
    session: {
      modelName: 'sessions',
      fields: { userId: 'person_id', expiresAt: 'expires_at', ipAddress: 'address', userAgent: 'agent', ...dates },
    },
    account: {
      modelName: 'sign_ins',
      fields: {
        userId: 'person_id',
        accountId: 'account_id',
        providerId: 'provider',
        accessToken: 'access_token',
        refreshToken: 'refresh_token',
        idToken: 'id_token',
        accessTokenExpiresAt: 'access_token_expires_at',
        refreshTokenExpiresAt: 'refresh_token_expires_at',
        ...dates,
      },
    },
    verification: { modelName: 'verifications', fields: { expiresAt: 'expires_at', ...dates } },
    advanced: {
      cookiePrefix: 'euphon',
      database: { generateId: 'uuid' },
      ipAddress: { ipAddressHeaders: [ADDRESS_HEADER] },
    },
  });
  const answer = toNodeHandler(auth);
  return {
    answer: (request, response) => asProgram(() => answer(request, response)),
    personOf: (request) =>
      asProgram(async () => {
        const { cookie } = request.headers;
        if (cookie === undefined) return null;
        const found = await auth.api.getSession({ headers: new Headers({ cookie }) });
        if (found === null) return null;
        const { id, name, email } = found.user;
        const member = await memberOf(pool, id);
        return member === null ? null : { id, name, email, ...member };
      }),
  };
}
