import Joi from 'joi';
import { BODIES } from './bodies.ts';
import { PROBLEMS } from './problem.ts';
import type { Route } from './route.ts';
import { ROUTE_GROUPS } from './routes.ts';

interface Described {
  readonly type?: string;
  readonly keys?: Readonly<Record<string, Described>>;
  readonly items?: readonly Described[];
  readonly flags?: { readonly presence?: string };
}

/** What a body must be, in a few words: its fields, those that may be missing with a question mark. */
function bodyInWords(schema: Joi.Schema): string {
  const { type, keys, items } = schema.describe() as Described;
  if (keys !== undefined)
    return `{ ${Object.entries(keys)
      .map(([name, { flags }]) => `${name}${flags?.presence === 'required' ? '' : '?'}`)
      .join(', ')} }`;
  return items !== undefined ? 'a list' : (type ?? 'JSON');
}

function row(id: string, { method, path, does, asked, answer, status }: Route): string {
  const schema = (BODIES as Readonly<Record<string, Joi.Schema | undefined>>)[id];
  const query = asked.length === 0 ? '' : `?${asked.map((name) => `${name}=`).join('&')}`;
  const takes = schema === undefined ? '' : `\`${bodyInWords(schema)}\``;
  return `| \`${method} ${path}${query}\` | ${does} | ${takes} | ${answer === 'json' ? status : answer} |`;
}

/** All routes as a page of Markdown. */
export function apiPage(): string {
  return [
    '# The server’s routes',
    '',
    'Written by `node scripts/make-api.mjs` from `src/contract/`, which page and server share: types of what goes out and',
    'comes back in `routes.ts` and `wire.ts`, what a JSON body must be in `bodies.ts`. Signing in (`/api/auth/…`),',
    'recordings (`/media/HASH`), uploads (`/uploads`, tus) and `/healthz` stand beside it.',
    '',
    'A change of something that has a revision says in `If-Match` on which one it is made.',
    '',
    ...Object.entries(ROUTE_GROUPS).flatMap(([title, routes]) => [
      `## ${title}`,
      '',
      '| route | what it does | takes | gives |',
      '|---|---|---|---|',
      ...Object.entries<Route>(routes).map(([id, route]) => row(id, route)),
      '',
    ]),
    '## When it is not done',
    '',
    'Problem details by RFC 9457 (`application/problem+json`): `type`, `title`, `status`, `detail` with a sentence for the',
    'person, and `about` with what is there now or which field is meant.',
    '',
    '| status | type | |',
    '|---|---|---|',
    ...Object.entries(PROBLEMS).map(
      ([status, [code, title]]) => `| ${status} | \`urn:euphon:problem:${code}\` | ${title} |`,
    ),
    '',
  ].join('\n');
}
