import { defineMiddleware } from 'astro:middleware';
import { pagePolicy } from './server/page-policy.ts';
import { isDatabaseAway } from './db/away.ts';
import { WAITING_PAGE } from './server/waiting-page.ts';
import { problemResponse } from './server/http.ts';
import { isForeign } from './server/same-origin.ts';

/** Endpoints that come with the framework and that nothing here uses. */
const CLOSED = /^\/_(?:image|server-islands|actions)\b/;

/**
 * The answer, and the text of it where it is a page. A page is drawn while it is sent: it is read here, where what goes
 * wrong can still be said. While the database is away it is one that waits for it.
 */
async function answered(next: () => Promise<Response>): Promise<{ response: Response; html: string | null }> {
  try {
    const response = await next();
    const isPage = response.headers.get('content-type')?.startsWith('text/html') === true;
    return { response, html: isPage ? await response.text() : null };
  } catch (error) {
    if (!isDatabaseAway(error)) throw error;
    const headers = { 'Content-Type': 'text/html', 'Retry-After': '2' };
    return { response: new Response(null, { status: 503, headers }), html: WAITING_PAGE };
  }
}

export const onRequest = defineMiddleware(async (context, next) => {
  const { method, headers } = context.request;
  const { pathname } = context.url;
  if (CLOSED.test(pathname)) return problemResponse(404, 'There is nothing here.');
  if (isForeign(method, pathname, headers))
    return problemResponse(403, 'This request comes from another site and was refused.');
  const { response, html } = await answered(next);
  response.headers.set('Referrer-Policy', 'same-origin');
  if (html === null) return response;
  const { status, headers: sent } = response;
  sent.set('Content-Security-Policy', pagePolicy(html));
  sent.set('Cache-Control', 'no-store');
  return new Response(html, { status, headers: sent });
});
