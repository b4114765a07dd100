import Joi from 'joi';
import { ANSWERS } from './answers.ts';
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

/** What is sent, in a few words: its fields, those that may be missing with a question mark. */
function inWords(schema: Described): string {
  const { type, keys, items } = schema;
  if (keys !== undefined)
    return `\`{ ${Object.entries(keys)
      .map(([name, { flags }]) => `${name}${flags?.presence === 'required' ? '' : '?'}`)
      .join(', ')} }\``;
  const [item] = items ?? [];
  return item === undefined ? (type ?? 'JSON') : `a list of ${inWords(item)}`;
}

function row(id: string, { method, path, does, asked, answer, status }: Route): string {
  const shown = (schemas: Readonly<Record<string, Joi.Schema | undefined>>) => {
    const schema = schemas[id];
    return schema === undefined ? '' : inWords(schema.describe());
  };
  const gives = answer === 'json' ? `${status} ${shown(ANSWERS)}` : answer;
  const query = asked.length === 0 ? '' : `?${asked.map((name) => `${name}=`).join('&')}`;
  return `| \`${method} ${path}${query}\` | ${does} | ${shown(BODIES)} | ${gives} |`;
}

/** All routes as a page of Markdown. */
export function apiPage(): string {
  return [
    '# The server’s routes',
    '',
    'Written by `node scripts/make-api.mjs` from `src/contract/`, which page and server share: types of what ' +
      'goes out and',
    'comes back in `routes.ts` and `wire.ts`, what a JSON body must be in `bodies.ts`, what an answer is in ' +
      '`answers.ts`.',
    'Signing in (`/api/auth/…`), recordings (`/media/HASH`), uploads (`/uploads`, tus) and `/healthz` stand beside it.',
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
    'Problem details by RFC 9457 (`application/problem+json`): `type`, `title`, `status`, `detail` with a ' +
      'sentence for the',
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
