/** How a route is asked, and what it gives: the one thing that page, server and docs/api.md share. */
export interface Route<Path extends string = string, Asked extends string = string, Body = unknown, Gives = unknown> {
  readonly method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
  /** With `:name` for what stands in its place. */
  readonly path: Path;
  /** What it does, as the end of “It …”. */
  readonly does: string;
  /** What may be asked behind the question mark. */
  readonly asked: readonly Asked[];
  readonly answer: 'json' | 'nothing' | 'file' | 'events';
  /** The status when it is done. */
  readonly status: 200 | 201 | 202 | 204;
  /** For the types alone: there is no such value. */
  readonly types?: { readonly body: Body; readonly gives: Gives };
}

/** What stands for the `:names` of a path. */
export type ParamsOf<Path extends string> = Path extends `${string}:${infer Name}/${infer Rest}`
  ? Readonly<Record<Name, string | number>> & ParamsOf<`/${Rest}`>
  : Path extends `${string}:${infer Name}`
    ? Readonly<Record<Name, string | number>>
    : object;

/** A route in the making: its answer comes last. */
export function at<Path extends string, Asked extends string = never>(
  method: Route['method'],
  path: Path,
  does: string,
  asked: readonly Asked[] = [],
) {
  const of = { method, path, does, asked };
  return {
    gives: <Gives, Body = void>(status: 200 | 201 | 202 = 200): Route<Path, Asked, Body, Gives> => ({
      ...{ ...of, answer: 'json', status },
    }),
    nothing: <Body = void>(): Route<Path, Asked, Body, void> => ({ ...of, answer: 'nothing', status: 204 }),
    file: (): Route<Path, Asked, void, never> => ({ ...of, answer: 'file', status: 200 }),
    events: (): Route<Path, Asked, void, never> => ({ ...of, answer: 'events', status: 200 }),
  };
}

/** The address of a route. */
export function pathTo<Path extends string, Asked extends string>(
  route: Pick<Route<Path, Asked>, 'path' | 'asked'>,
  params: ParamsOf<Path>,
  asked?: Readonly<Partial<Record<Asked, string>>>,
): string {
  const values = params as Readonly<Record<string, string | number>>;
  const path = route.path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(String(values[name])));
  const query = new URLSearchParams(
    Object.entries<string | undefined>(asked ?? {}).flatMap(([k, v]) => (v === undefined ? [] : [[k, v]])),
  ).toString();
  return query === '' ? path : `${path}?${query}`;
}
