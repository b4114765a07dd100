import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import { mkdirSync } from 'node:fs';
import { pathToFileURL } from 'node:url';
import { openFileStore } from '../media/file-store.ts';
import { openContext, uploadsFolder } from '../server/context.ts';
import { settingsFrom } from '../server/settings.ts';
import { ownHosts } from '../server/own-hosts.ts';
import { checkRoom } from '../server/room.ts';
import { accountsAreOn, openAccounts, secretIn } from './accounts.ts';
import { doAsideBy } from '../server/aside/aside.ts';
import { openAside } from './aside-threads.ts';
import { refusedAtTheDoor } from './door.ts';
import { letIn } from './let-in.ts';
import { serveUploads } from './serve-uploads.ts';
import { serveMedia } from './serve-media.ts';
import { isOfStudio } from '../db/people-sql.ts';

/** The web server: media with byte ranges first, then the pages and endpoints. */
const settings = settingsFrom(process.env);
const store = openFileStore(settings.dataFolder);
const { host, port } = settings;

process.env.ASTRO_NODE_AUTOSTART = 'disabled';
const entry = new URL('../server/entry.mjs', import.meta.url);
const { handler } = (await import(pathToFileURL(entry.pathname).href)) as {
  handler: (request: IncomingMessage, response: ServerResponse) => void;
};

const ISOLATED = [
  ['Cross-Origin-Opener-Policy', 'same-origin'],
  ['Cross-Origin-Embedder-Policy', 'require-corp'],
  ['Cross-Origin-Resource-Policy', 'same-origin'],
  ['X-Content-Type-Options', 'nosniff'],
  ['X-Frame-Options', 'DENY'],
] as const;

const isOurs = ownHosts(process.env);
mkdirSync(uploadsFolder(settings.dataFolder), { recursive: true });
const context = openContext(settings);
const uploads = serveUploads(uploadsFolder(settings.dataFolder), (bytes) =>
  checkRoom(context, bytes).then(
    () => null,
    (full: Error) => full.message,
  ),
);

doAsideBy(openAside(new URL('./aside-thread.mjs', import.meta.url)).aside);
const accounts = accountsAreOn(process.env)
  ? openAccounts(context.pool, secretIn(settings.dataFolder), settings.origin ?? undefined)
  : null;

const failed = (response: ServerResponse) => () => {
  if (!response.headersSent) response.writeHead(500);
  response.end();
};

const server = createServer((request, response) => {
  // Anyone may send this header; nothing here stands behind a proxy that sets it.
  delete request.headers['x-forwarded-for'];
  // Workers of an isolated page must carry these too, and they are static files that no middleware sees.
  for (const [name, value] of ISOLATED) response.setHeader(name, value);
  if (refusedAtTheDoor(isOurs, request, response)) return;
  letIn(accounts, request, response, () => {
    if (uploads(request, response)) return;
    serveMedia(store, request, response, (sha256) => isOfStudio(context.pool, sha256)).then((done) => {
      if (!done) handler(request, response);
    }, failed(response));
  }).catch(failed(response));
});
// A take of many gigabytes takes longer than the default five minutes.
server.requestTimeout = 0;
// Its head is short: who sends one byte a minute holds no connection.
server.headersTimeout = 20_000;
// Node closes a quiet connection after five seconds, which is when somebody who thinks presses the next key: the
// request then meets a closing socket. Browsers ask again on their own; an upload or a script does not.
server.keepAliveTimeout = 75_000;
server.on('error', (error: NodeJS.ErrnoException) => {
  process.stderr.write(
    error.code === 'EADDRINUSE'
      ? `Port ${port} is in use. Stop what uses it, or start with EUPHON_PORT=${port + 1}.\n`
      : `The server could not start: ${error.message}\n`,
  );
  process.exit(3);
});
server.listen(port, host, () => process.send?.('ready'));

function end(): void {
  server.close(() => process.exit(0));
  server.closeAllConnections();
  setTimeout(() => process.exit(0), 1_500).unref();
}
process.on('SIGTERM', end);
process.on('SIGINT', end);
process.on('disconnect', end);
