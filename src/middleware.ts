import { defineMiddleware } from 'astro:middleware';
import { fromOurselves } from './server/own-page.ts';

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS']);

export const onRequest = defineMiddleware(async (context, next) => {
  if (!SAFE.has(context.request.method) && !fromOurselves(context.request.headers)) {
    return new Response(JSON.stringify({ message: 'This request comes from another site and was refused.' }), {
      status: 403,
      headers: { 'Content-Type': 'application/json' },
    });
  }
  const response = await next();
  response.headers.set('Referrer-Policy', 'same-origin');
  return response;
});
