import { PROBLEM_MIME, problemOf } from '../contract/problem.ts';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { isForeign } from '../server/same-origin.ts';

/**
 * The first thing a request meets, before media, uploads and pages. True where it was refused and answered: asked for
 * under a name that is not ours (a foreign page that was pointed at this machine, DNS rebinding), or by another site.
 * `isOurs` knows our names.
 */
export function refusedAtTheDoor(
  isOurs: (host: string | null) => boolean,
  request: IncomingMessage,
  response: ServerResponse,
): boolean {
  if (!isOurs(request.headers.host ?? null)) {
    response.writeHead(421, { 'Content-Type': 'text/plain; charset=utf-8' });
    response.end('This name is not one that Euphon answers under. Set EUPHON_HOSTS to add it.\n');
    return true;
  }
  const { pathname } = new URL(request.url ?? '/', 'http://localhost');
  if (!isForeign(request.method ?? 'GET', pathname, new Headers(request.headers as Record<string, string>)))
    return false;
  response.writeHead(403, { 'Content-Type': PROBLEM_MIME });
  response.end(JSON.stringify(problemOf(403, 'This request comes from another site and was refused.')));
  return true;
}
