import Joi from 'joi';
import { join } from 'node:path';

type Environment = Readonly<Record<string, string | undefined>>;

/** Everything that can be set from outside; `.env.example` lists it with what it is when it is not set. */
export interface Settings {
  readonly databaseUrl: string;
  readonly dataFolder: string;
  /** Bytes that takes and tracks may fill; null: as much as the disk has. */
  readonly quotaBytes: number | null;
  /** The address that the web server listens at. */
  readonly host: string;
  readonly port: number;
  /** The page's own address, where a proxy stands before it; null: as it is asked for. */
  readonly origin: string | null;
  /** Seconds after which the work of a worker that has gone silent is taken over; null: the usual. */
  readonly leaseS: number | null;
  /** Puts the demo's workout into an empty studio. */
  readonly demo: boolean;
  /** Holds every JSON answer against the contract before it is sent; the tests do. */
  readonly checkAnswers: boolean;
}

const empty = (schema: Joi.Schema) => schema.empty('');

/** The variables by name; `ACCOUNTS` and `HOSTS` are read at the door, `ROOT` by the scripts. */
const schema = Joi.object({
  DATABASE_URL: empty(Joi.string().required()),
  EUPHON_DATA: empty(Joi.string()),
  EUPHON_QUOTA_GB: empty(Joi.number().greater(0)),
  EUPHON_HOST: empty(Joi.string().hostname()).default('127.0.0.1'),
  EUPHON_PORT: empty(Joi.number().integer().min(0).max(65_535)).default(4680),
  EUPHON_ORIGIN: empty(Joi.string().uri({ scheme: ['http', 'https'] })),
  EUPHON_LEASE_S: empty(Joi.number().greater(0).max(3_600)),
  EUPHON_DEMO: empty(Joi.valid('on', 'off')).default('on'),
  EUPHON_CHECK_ANSWERS: empty(Joi.valid('on', 'off')).default('off'),
  EUPHON_ACCOUNTS: empty(Joi.valid('on', 'off')),
  EUPHON_HOSTS: empty(Joi.string()),
})
  .unknown()
  .required();

/** The names of all variables that are checked. */
export const VARIABLES: readonly string[] = Object.keys(schema.describe().keys as object);

/** What a wrong value should have been. */
const WANTED: Readonly<Record<string, string>> = {
  EUPHON_QUOTA_GB: 'a number of gibibytes is wanted',
  EUPHON_HOST: 'a name or an address is wanted',
  EUPHON_PORT: 'a port from 0 to 65535 is wanted',
  EUPHON_ORIGIN: 'an address that begins with http:// or https:// is wanted',
  EUPHON_LEASE_S: 'seconds up to 3600 are wanted',
  EUPHON_DEMO: '“on” or “off” is wanted',
  EUPHON_CHECK_ANSWERS: '“on” or “off” is wanted',
  EUPHON_ACCOUNTS: '“on” or “off” is wanted',
};

interface Checked {
  readonly DATABASE_URL: string;
  readonly EUPHON_DATA?: string;
  readonly EUPHON_QUOTA_GB?: number;
  readonly EUPHON_HOST: string;
  readonly EUPHON_PORT: number;
  readonly EUPHON_ORIGIN?: string;
  readonly EUPHON_LEASE_S?: number;
  readonly EUPHON_DEMO: 'on' | 'off';
  readonly EUPHON_CHECK_ANSWERS: 'on' | 'off';
}

/** The settings of a process. Throws a sentence that names the variable, its value and what is wanted. */
export function settingsFrom(env: Environment): Settings {
  const { error, value } = schema.validate(env) as { error?: Joi.ValidationError; value: Checked };
  if (error !== undefined) {
    const name = String(error.details[0]?.path[0]);
    if (name === 'DATABASE_URL')
      throw new Error(
        'DATABASE_URL is not set. Start Euphon with “npm run demo”, or set it to a PostgreSQL database of your own.',
      );
    throw new Error(`${name} is “${env[name]}”; ${WANTED[name] ?? 'something else is wanted'}.`);
  }
  return {
    databaseUrl: value.DATABASE_URL,
    dataFolder: value.EUPHON_DATA ?? join(process.cwd(), '.euphon'),
    quotaBytes: value.EUPHON_QUOTA_GB === undefined ? null : value.EUPHON_QUOTA_GB * 2 ** 30,
    ...{ host: value.EUPHON_HOST, port: value.EUPHON_PORT, origin: value.EUPHON_ORIGIN ?? null },
    leaseS: value.EUPHON_LEASE_S ?? null,
    demo: value.EUPHON_DEMO === 'on',
    checkAnswers: value.EUPHON_CHECK_ANSWERS === 'on',
  };
}
