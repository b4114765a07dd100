import { type ParamsOf, type Route, pathTo } from '../../contract/route.ts';
import { type AskedOf, type BodyOf, type GivesOf, type PathOf, ROUTES, type RouteId } from '../../contract/routes.ts';
import { api } from './api.ts';

type Params<R extends RouteId> = ParamsOf<PathOf<R>>;
type Sending<R extends RouteId> = Pick<RequestInit, 'signal' | 'keepalive'> & {
  readonly asked?: Readonly<Partial<Record<AskedOf<R>, string>>>;
  readonly headers?: Readonly<Record<string, string>>;
} & ([BodyOf<R>] extends [void]
    ? { readonly body?: undefined }
    : undefined extends BodyOf<R>
      ? { readonly body?: BodyOf<R> }
      : { readonly body: BodyOf<R> });

/** Asks a route of our own server. Throws ApiError with a sentence; status 0 where there was no answer at all. */
export async function call<R extends RouteId>(
  id: R,
  params: Params<R>,
  ...[sending]: object extends Sending<R> ? [Sending<R>?] : [Sending<R>]
): Promise<GivesOf<R>> {
  const { method } = ROUTES[id];
  const { body, headers, asked: _, ...others } = (sending ?? {}) as Partial<Sending<RouteId>>;
  return api<GivesOf<R>>(addressOf(id, params, sending?.asked), {
    ...others,
    method,
    ...(body !== undefined && { body: asSent(body) }),
    headers: { ...typeOf(body), ...headers },
  });
}

/** Text and files go as they are, everything else as JSON. */
const asSent = (body: unknown) => (typeof body === 'string' || body instanceof Blob ? body : JSON.stringify(body));

/** A file says itself what it is. */
function typeOf(body: unknown): Record<string, string> {
  if (body === undefined || body instanceof Blob) return {};
  return { 'Content-Type': typeof body === 'string' ? 'text/plain' : 'application/json' };
}

/** The address of a route, for links, players and events. */
export function addressOf<R extends RouteId>(
  id: R,
  params: Params<R>,
  asked?: Readonly<Partial<Record<AskedOf<R>, string>>>,
): string {
  return pathTo(ROUTES[id] as Route<PathOf<R>, AskedOf<R>>, params, asked);
}

/** The same as data, for a step of undo. */
export function asking<R extends RouteId>(
  id: R,
  params: Params<R>,
  ...[sending]: object extends Sending<R> ? [Sending<R>?] : [Sending<R>]
): { readonly path: string; readonly method: Route['method']; readonly body?: unknown } {
  const { body, asked } = (sending ?? {}) as Partial<Sending<R>>;
  return { path: addressOf(id, params, asked), method: ROUTES[id].method, ...(body !== undefined && { body }) };
}
