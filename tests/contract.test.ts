import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { apiPage } from '../src/contract/api-page.ts';
import { problemOf } from '../src/contract/problem.ts';
import { type Route, pathTo } from '../src/contract/route.ts';
import { ROUTES } from '../src/contract/routes.ts';
import { asPromised } from '../src/server/checked.ts';
import { problemFrom } from '../src/server/http.ts';
import { Refusal } from '../src/server/refusal.ts';

const API = new URL('../src/pages/api', import.meta.url).pathname;
/** `GET /api/takes/:id answer getTake`: what the files answer, and how. */
const answered = readdirSync(API, { recursive: true, encoding: 'utf8' })
  .filter((file) => file.endsWith('.ts'))
  .flatMap((file) => {
    const path = `/api/${file.replace(/\.ts$/, '').replace(/(^|\/)index$/, '')}`.replace(/\[(\w+)\]/g, ':$1');
    const made = /export const (GET|POST|PUT|PATCH|DELETE) = (answer|endpoint)\(\s*(?:'(\w+)')?/g;
    return [...readFileSync(join(API, file), 'utf8').matchAll(made)].map(([, method, how, id]) => ({
      ...{ asked: `${method} ${path}`, how, id },
    }));
  });
const routes = Object.entries<Route>(ROUTES);

describe('the contract', () => {
  it('has every route that is answered, once, and no other', () => {
    const asked = routes.map(([, { method, path }]) => `${method} ${path}`);
    expect(answered.map((a) => a.asked).sort()).toEqual([...asked].sort());
    expect(new Set(asked).size).toBe(asked.length);
  });
  it('is what each file answers by: JSON by its own name, files and events by themselves', () => {
    for (const { asked, how, id } of answered) {
      const [name, route] = routes.find(([, { method, path }]) => `${method} ${path}` === asked)!;
      const isJson = route.answer === 'json' || route.answer === 'nothing';
      expect([asked, how, id]).toEqual([asked, isJson ? 'answer' : 'endpoint', isJson ? name : undefined]);
    }
  });
  it('makes addresses, with what stands in them written safely', () => {
    expect(pathTo(ROUTES.documentAt, { id: 'a/b', revision: 7 })).toBe('/api/workouts/a%2Fb/history/7');
    expect(pathTo(ROUTES.bringInTrack, {}, { name: 'Löwe & Co.flac' })).toBe('/api/tracks?name=L%C3%B6we+%26+Co.flac');
  });
  it('is what docs/api.md says', () => {
    expect(readFileSync('docs/api.md', 'utf8')).toBe(apiPage());
  });
});

describe('what is given', () => {
  const people = { members: [], invitations: [] };
  it('is held against the contract, dates as they are sent', () => {
    asPromised('people', people);
    const expiresAt = new Date('2026-11-29T08:00:00Z');
    const asked = {
      id: '0190a2b4-7f6c-7d1e-8c55-0d4f2b9e6a10',
      email: 'wren@saltmarsh.example',
      role: 'viewer',
      expiresAt,
    };
    asPromised('people', { ...people, invitations: [asked] });
  });
  it.each([
    ['a field too many', { ...people, studioId: 7 }, /studioId/],
    ['one that is missing', { members: [] }, /invitations/],
    ['one of another kind', { ...people, members: ['Wren'] }, /members/],
  ])('is not sent with %s', (_, given, said) => expect(() => asPromised('people', given)).toThrow(said));
});

// RFC 9457, sections 3 and 3.1: the media type, and the members type, title, status and detail.
describe('what is not done', () => {
  it('is told as a problem, with the sentence as its detail', async () => {
    const response = problemFrom(new Refusal(412, 'It was changed.', { revision: 3 }));
    expect([response.status, response.headers.get('content-type')]).toEqual([
      412,
      'application/problem+json; charset=utf-8',
    ]);
    expect(await response.json()).toEqual({
      type: 'urn:euphon:problem:changed-elsewhere',
      title: expect.stringMatching(/changed/) as string,
      status: 412,
      detail: 'It was changed.',
      about: { revision: 3 },
    });
  });
  it('has a code for every status that is used', () => {
    const sources = readdirSync('src', { recursive: true, encoding: 'utf8' })
      .filter((f) => /\.tsx?$/.test(f) && !f.includes('.test.'))
      .map((f) => readFileSync(join('src', f), 'utf8'))
      .join('\n');
    const used = [...sources.matchAll(/new Refusal\(\s*(\d{3})|problem(?:Response|Of)\((\d{3})/g)].map(
      (m) => m[1] ?? m[2],
    );
    expect(used.length).toBeGreaterThan(100);
    for (const status of used)
      expect([status, problemOf(Number(status), '').type]).not.toContain('urn:euphon:problem:other');
  });
});
