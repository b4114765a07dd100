/** Codes of PostgreSQL and of the network that say: not now. */
const AWAY = /^(08...|57P0[1-5]|53300|ECONNREFUSED|ECONNRESET|EPIPE|ETIMEDOUT)$/;
/** What node-postgres says without a code. */
const AWAY_WORDS =
  /Connection terminated|timeout exceeded when trying to connect|connection error and is not queryable/i;

/** Whether an error is a database that is away for a moment. */
export function isDatabaseAway(error: unknown): boolean {
  const { code, message } = (error ?? {}) as { code?: unknown; message?: unknown };
  if (typeof code === 'string' && AWAY.test(code)) return true;
  return typeof message === 'string' && AWAY_WORDS.test(message);
}
