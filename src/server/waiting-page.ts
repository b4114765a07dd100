/** What a page shows while the database is away: it looks again by itself, and nothing is lost meanwhile. */
export const WAITING_PAGE = `<!doctype html>
<html lang="en">
  <head>
    <meta charset="utf-8" />
    <meta name="viewport" content="width=device-width, initial-scale=1" />
    <meta http-equiv="refresh" content="2" />
    <title>Waiting · Euphon</title>
    <style>
      body { font: 17px/1.5 system-ui, sans-serif; max-width: 34rem; margin: 20vh auto; padding: 0 1.5rem; }
      h1 { font-size: 1.7rem; line-height: 1.2; }
    </style>
  </head>
  <body>
    <h1>Euphon waits for its database.</h1>
    <p>It does not answer just now. This page looks again every two seconds; what was saved is kept.</p>
  </body>
</html>
`;

/** Codes of PostgreSQL and of the network that say: not now. */
const AWAY = /^(08...|57P0[123]|53300|ECONNREFUSED|ECONNRESET|EPIPE|ETIMEDOUT)$/;

/** Whether an error is a database that is away for a moment. */
export function isDatabaseAway(error: unknown): boolean {
  const { code, message } = (error ?? {}) as { code?: unknown; message?: unknown };
  if (typeof code === 'string' && AWAY.test(code)) return true;
  return typeof message === 'string' && /Connection terminated|timeout exceeded when trying to connect/i.test(message);
}
