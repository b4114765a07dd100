import type { APIContext, APIRoute } from 'astro';
import { Refusal } from './answer.ts';
import { type Context, context } from './context.ts';

/** Largest JSON or text body an endpoint reads. */
const LARGEST_BODY = 9_000_000;

export function jsonResponse(value: unknown, status = 200, headers: Record<string, string> = {}): Response {
  return new Response(JSON.stringify(value), {
    status,
    headers: { 'Content-Type': 'application/json; charset=utf-8', 'Cache-Control': 'no-store', ...headers },
  });
}

/**
 * An endpoint round a use case: a refusal becomes its status and a sentence; anything else a plain 500, told in the
 * log.
 */
export function endpoint(work: (context: Context, request: APIContext) => Promise<Response>): APIRoute {
  return async (request) => {
    try {
      return await work(context(), request);
    } catch (error) {
      if (error instanceof Refusal) return jsonResponse({ message: error.message, detail: error.detail }, error.status);
      console.error(error);
      return jsonResponse({ message: 'Something went wrong on the server. Nothing was changed.' }, 500);
    }
  };
}

export async function readBody(request: Request): Promise<string> {
  if (Number(request.headers.get('content-length') ?? 0) > LARGEST_BODY)
    throw new Refusal(413, 'That is too much text.');
  const chunks: Uint8Array[] = [];
  let size = 0;
  for await (const chunk of (request.body ?? []) as AsyncIterable<Uint8Array>) {
    size += chunk.length;
    if (size > LARGEST_BODY) throw new Refusal(413, 'That is too much text.');
    chunks.push(chunk);
  }
  return new TextDecoder('utf-8').decode(Buffer.concat(chunks));
}

export async function readJson(request: Request): Promise<unknown> {
  try {
    return JSON.parse(await readBody(request));
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw new Refusal(400, 'The request is not JSON.');
  }
}
