import { PROBLEM_MIME, problemOf } from '../contract/problem.ts';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { HOME_STUDIO, NO_STUDIO, asProgram, inStudio } from '../db/studio-scope.ts';
import { forPerson, verdictOn } from '../server/who.ts';
import { ADDRESS_HEADER, type Accounts } from './accounts.ts';

const SAYS = {
  'sign in': [401, 'You are signed out. Sign in again in another tab; what you changed waits on this page.'],
  'only owners': [403, 'Only owners of the studio may do this.'],
  'only look': [403, 'You may look at everything in this studio, but not change it. An owner can make you an editor.'],
} as const;

/**
 * The second thing a request meets: who asks, and whether they may. What goes on does so in their studio, and the
 * database shows it nothing else. Without accounts it is the one studio of whoever sits at this machine.
 */
export async function letIn(
  accounts: Accounts | null,
  request: IncomingMessage,
  response: ServerResponse,
  goOn: () => unknown,
): Promise<void> {
  const { pathname, search } = new URL(request.url ?? '/', 'http://localhost');
  if (pathname === '/healthz') return void asProgram(goOn);
  if (accounts === null) return void inStudio({ studioId: HOME_STUDIO, personId: null }, goOn);
  request.headers[ADDRESS_HEADER] = request.socket.remoteAddress ?? '';
  if (pathname.startsWith('/api/auth/')) return accounts.answer(request, response);
  const person = await accounts.personOf(request);
  const verdict = verdictOn(person?.role ?? null, request.method ?? 'GET', pathname);
  const scope = { studioId: person?.studioId ?? NO_STUDIO, personId: person?.id ?? null };
  if (verdict === 'open' || verdict === 'yes') return void forPerson(person, () => inStudio(scope, goOn));
  if (verdict === 'sign in' && request.headers.accept?.includes('text/html') === true) {
    response.writeHead(303, { Location: `/sign-in?to=${encodeURIComponent(pathname + search)}` }).end();
    return;
  }
  const [status, message] = SAYS[verdict];
  response.writeHead(status, { 'Content-Type': PROBLEM_MIME, 'Cache-Control': 'no-store' });
  response.end(JSON.stringify(problemOf(status, message)));
}
