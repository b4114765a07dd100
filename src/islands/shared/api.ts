/** A sentence from the server that says why something was not done. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly detail: unknown,
  ) {
    super(message);
  }
}

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
  const body = (await response.json().catch(() => null)) as (T & { message?: string; detail?: unknown }) | null;
  if (!response.ok || body === null)
    throw new ApiError(
      response.status,
      body?.message ?? `The server answered ${response.status}.`,
      body?.detail ?? null,
    );
  return body;
}

export function sendJson(
  method: 'POST' | 'PUT' | 'PATCH',
  value: unknown,
  headers: Record<string, string> = {},
): RequestInit {
  return { method, body: JSON.stringify(value), headers: { 'Content-Type': 'application/json', ...headers } };
}
