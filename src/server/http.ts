import type { APIContext, APIRoute } from 'astro';
import { Refusal } from './refusal.ts';
import { isDatabaseAway } from '../db/away.ts';
import { NewerDocument } from '../formats/workout-json/upgrade.ts';
import { PROBLEM_MIME, problemOf } from '../contract/problem.ts';
import type { Route } from '../contract/route.ts';
import type { AnsweringRouteId } from '../contract/answers.ts';
import { type GivesOf, ROUTES, type RouteId } from '../contract/routes.ts';
import { type Context, context } from './context.ts';
import { asPromised } from './checked.ts';

const DATABASE_AWAY = 'The database does not answer just now. Nothing was changed; it is tried again.';

/** Largest JSON or text body an endpoint reads. */
const LARGEST_BODY = 9_000_000;

export function jsonResponse(value: unknown, status = 200, headers: Record<string, string> = {}): Response {
  return new Response(JSON.stringify(value), {
    status,
    headers: { 'Content-Type': 'application/json; charset=utf-8', 'Cache-Control': 'no-store', ...headers },
  });
}

/** Why something was not done, by RFC 9457. */
export function problemResponse(
  status: number,
  detail: string,
  about: unknown = null,
  headers: Record<string, string> = {},
): Response {
  return jsonResponse(problemOf(status, detail, about), status, { 'Content-Type': PROBLEM_MIME, ...headers });
}

/** What is sent as it stands in the contract: dates become text on the way. */
type AsSent<T> = string extends T
  ? T | Date
  : T extends number | boolean
    ? T
    : T extends readonly (infer E)[]
      ? readonly AsSent<E>[]
      : T extends object
        ? { readonly [K in keyof T]: AsSent<T[K]> }
        : T;

/** The endpoint of a route: what the use case gives is sent as the contract has it. */
export function answer<R extends RouteId>(
  id: R,
  work: (context: Context, request: APIContext) => Promise<AsSent<GivesOf<R>>>,
  headersOf: (given: AsSent<GivesOf<R>>) => Record<string, string> = () => ({}),
): APIRoute {
  const route: Route = ROUTES[id];
  return endpoint(async (context, request) => {
    const given = await work(context, request);
    if (context.checkAnswers && route.answer === 'json') asPromised(id as AnsweringRouteId, given);
    return route.answer === 'nothing'
      ? new Response(null, { status: route.status })
      : jsonResponse(given, route.status, headersOf(given));
  });
}

/** An endpoint round a use case. What it throws becomes a problem. */
export function endpoint(work: (context: Context, request: APIContext) => Promise<Response>): APIRoute {
  return async (request) => {
    try {
      return await work(context(), request);
    } catch (error) {
      return problemFrom(error);
    }
  };
}

/** A refusal becomes its status and a sentence; anything else a plain 500, told in the log. */
export function problemFrom(error: unknown): Response {
  if (error instanceof Refusal) return problemResponse(error.status, error.message, error.about);
  if (error instanceof NewerDocument) return problemResponse(409, error.message);
  if (isDatabaseAway(error)) return problemResponse(503, DATABASE_AWAY, null, { 'Retry-After': '2' });
  console.error(error);
  return problemResponse(500, 'Something went wrong on the server. Nothing was changed.');
}

/** A file to be kept under a name made of what people wrote. */
export function attachment(content: string | Uint8Array, name: string, mime: string): Response {
  const [, base = '', ending = ''] = /^(.*?)((?:\.[a-z0-9]{2,8})*)$/su.exec(name) ?? [];
  const safe =
    base
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .replace(/^-|-$/g, '')
      .slice(0, 60) || 'workout';
  const isText = typeof content === 'string';
  return new Response(isText ? content : new Uint8Array(content), {
    headers: {
      'Content-Type': isText ? `${mime}; charset=utf-8` : mime,
      'Cache-Control': 'no-store',
      'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(safe + ending)}`,
    },
  });
}

export async function readBody(request: Request): Promise<string> {
  return readText(request, LARGEST_BODY);
}

/** A request's text of at most so many bytes. */
export async function readText(request: Request, most: number): Promise<string> {
  if (Number(request.headers.get('content-length') ?? 0) > most) throw new Refusal(413, 'That is too much text.');
  const chunks: Uint8Array[] = [];
  let size = 0;
  for await (const chunk of inTime((request.body ?? []) as AsyncIterable<Uint8Array>)) {
    size += chunk.length;
    if (size > most) throw new Refusal(413, 'That is too much text.');
    chunks.push(chunk);
  }
  return new TextDecoder('utf-8').decode(Buffer.concat(chunks));
}

/** A body that is not there within this time is given up: it would keep other requests waiting. */
const BODY_MS = 60_000;

async function* inTime(body: AsyncIterable<Uint8Array>, withinMs = BODY_MS): AsyncGenerator<Uint8Array> {
  const parts = body[Symbol.asyncIterator]();
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(() => reject(new Refusal(408, 'The request came too slowly and was given up.')), withinMs);
  });
  // It may fail when nobody waits for it any more.
  late.catch(() => undefined);
  try {
    for (;;) {
      const part = await Promise.race([parts.next(), late]);
      if (part.done === true) return;
      yield part.value;
    }
  } finally {
    clearTimeout(timer);
    // Not awaited: a body that never ends would be waited for.
    void parts.return?.();
  }
}

export async function readJson(request: Request): Promise<unknown> {
  try {
    return JSON.parse(await readBody(request));
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw new Refusal(400, 'The request is not JSON.');
  }
}
