import { defineMiddleware } from 'astro:middleware';

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS']);

/** True where a request that changes something comes from our own pages, or from a program that is no browser. */
export function fromOurselves(headers: Headers): boolean {
  const origin = headers.get('origin');
  if (origin !== null) {
    try {
      return new URL(origin).host === headers.get('host');
    } catch {
      return false;
    }
  }
  const site = headers.get('sec-fetch-site');
  return site === null || site === 'same-origin' || site === 'none';
}

export const onRequest = defineMiddleware(async (context, next) => {
  if (!SAFE.has(context.request.method) && !fromOurselves(context.request.headers)) {
    return new Response(JSON.stringify({ message: 'This request comes from another site and was refused.' }), { status: 403, headers: { 'Content-Type': 'application/json' } });
  }
  const response = await next();
  response.headers.set('Referrer-Policy', 'same-origin');
  return response;
});
