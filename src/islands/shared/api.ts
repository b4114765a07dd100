import type { ProblemDetails } from '../../contract/problem.ts';
import type { Route } from '../../contract/route.ts';

/** A sentence from the server that says why something was not done. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    message: string,
    /** What is there now, or which field is meant. */
    readonly about: unknown,
  ) {
    super(message);
  }
}

/** Our own problems, and the sentence of who answers for signing in. */
type Refused = ProblemDetails & { readonly message: string };

const NO_ANSWER = 'The server does not answer. Your changes are kept on this page; they are sent as soon as it does.';

/** Fetches JSON from our own server. Throws ApiError with a sentence; status 0 where there was no answer at all. */
export async function api<T>(path: string, init: RequestInit = {}): Promise<T> {
  let response: Response;
  try {
    response = await fetch(path, init);
  } catch {
    throw new ApiError(0, NO_ANSWER, null);
  }
  if (response.status === 204) return undefined as T;
  const body = (await response.json().catch(() => null)) as (T & Partial<Refused>) | null;
  if (!response.ok || body === null)
    throw new ApiError(
      response.status,
      body?.detail ?? body?.message ?? `The server answered ${response.status}.`,
      body?.about ?? null,
    );
  return body;
}

/** Whether an answer means “later”: none at all, signed out, too many at once, or trouble of the server's own. */
export function isLater({ status }: ApiError): boolean {
  return status === 0 || status === 401 || status === 429 || status >= 500;
}

/** Browsers send so much for a page that is being left, in bytes of all requests together. */
const LEAVING_BYTES = 60_000;

/** Lets a request outlive the page that is being left, where its body is small enough for that. */
export function outliving(leaving: boolean, body: string): Pick<RequestInit, 'keepalive'> {
  return { keepalive: leaving && new TextEncoder().encode(body).length < LEAVING_BYTES };
}

export function sendJson(method: Route['method'], value: unknown, headers: Record<string, string> = {}): RequestInit {
  return { method, body: JSON.stringify(value), headers: { 'Content-Type': 'application/json', ...headers } };
}
