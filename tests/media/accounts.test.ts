import type { Role } from '../../src/db/people-sql.ts';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Route } from '../../src/contract/route.ts';
import { ROUTES } from '../../src/contract/routes.ts';
import { HOME_STUDIO, inStudio } from '../../src/db/studio-scope.ts';
import { studioNamed } from '../../src/db/people-sql.ts';
import { invite } from '../../src/server/people.ts';
import {
  PASSWORD,
  base,
  context,
  cookies,
  ask,
  json,
  signIn,
  letJoin,
  ids,
  media,
  routes,
  pathOf,
  startAccounts,
  stopAccounts,
  everythingOf,
} from './accounts-service.ts';

beforeAll(startAccounts);
afterAll(stopAccounts);

const OPEN = /^\/(sign-in|join|api\/join|api\/auth|healthz)/;

describe('every route', () => {
  it('is known: more than 60', () => expect(routes.length).toBeGreaterThan(60));
  it.each(routes.filter(([, route]) => !OPEN.test(route)))('%s %s asks who it is', async (method, route) => {
    const answer = await ask(null, pathOf(route), { method });
    expect(answer.status).toBe(401);
    const page = await ask(null, pathOf(route), { method, headers: { accept: 'text/html' } });
    expect([page.status, page.headers.get('location')?.startsWith('/sign-in?to=%2F')]).toEqual([303, true]);
  });
  it.each(routes.filter(([, route]) => !OPEN.test(route)))(
    '%s %s shows and changes nothing of another studio',
    async (method, route) => {
      const before = await everythingOf(HOME_STUDIO);
      const body = method === 'GET' ? {} : json(method, [{ op: 'replace', path: '/plan/title', value: 'Taken over' }]);
      const answer = await ask('owner@drydock.example', pathOf(route), {
        method,
        ...body,
        headers: { 'Content-Type': 'application/json', 'If-Match': '"1"' },
      });
      const text = await answer.text();
      if (/\[(?:id|take|version)\]/.test(route)) expect(answer.status).toBeGreaterThanOrEqual(300);
      for (const foreign of [...Object.values(ids), 'Beekeepers', 'Ottilie', 'saltmarsh.example'])
        expect(text).not.toContain(foreign);
      expect(await everythingOf(HOME_STUDIO)).toBe(before);
    },
  );
  it.each(routes.filter(([method, route]) => method !== 'GET' && !OPEN.test(route)))(
    '%s %s is not for who may only look',
    async (method, route) => {
      const answer = await ask('viewer@saltmarsh.example', pathOf(route), json(method, {}));
      expect(answer.status).toBe(403);
      expect(await answer.json()).toMatchObject({
        type: 'urn:euphon:problem:not-allowed',
        status: 403,
        detail: expect.stringMatching(/\.$/) as string,
      });
    },
  );
});

describe('what is given', () => {
  const asked = Object.entries<Route>(ROUTES).filter(([, { method, answer }]) => method === 'GET' && answer === 'json');
  // Only a worker that has listened makes these, and none runs here.
  const HEARD = ['takeLevels', 'waveform', 'trackSound'];
  it.each(asked.map(([id, { path }]) => [id, path.replace(/:(\w+)/g, '[$1]')] as const))(
    '%s is as the contract has it, to its owner',
    async (id, route) => {
      const answer = await ask('owner@saltmarsh.example', pathOf(route));
      expect([id, answer.status]).toEqual([id, HEARD.includes(id) ? 404 : 200]);
    },
  );
});

describe('a studio', () => {
  it('shows its own: list, recordings with byte ranges, and files', async () => {
    for (const who of ['owner@saltmarsh.example', 'viewer@saltmarsh.example']) {
      const { items: list } = (await (await ask(who, '/api/workouts')).json()) as { items: { id: string }[] };
      expect(list.map((w) => w.id)).toContain(ids.workout);
      expect((await ask(who, media, { headers: { Range: 'bytes=0-9' } })).status).toBe(206);
      expect((await ask(who, `/w/${ids.workoutOfTake}/score`)).status).toBe(200);
    }
    expect((await ask('owner@drydock.example', media)).status).toBe(404);
    expect(await (await ask('owner@drydock.example', '/api/workouts')).json()).toEqual({ items: [], next: null });
  });
  it('has uploads that another one does not find', async () => {
    const tus = { 'Tus-Resumable': '1.0.0' };
    const made = await ask('owner@saltmarsh.example', '/uploads', {
      method: 'POST',
      headers: { ...tus, 'Upload-Length': '10' },
    });
    expect(made.status).toBe(201);
    const path = new URL(made.headers.get('location') ?? '', `${base}/uploads`).pathname;
    const status = async (who: string | null, method: string) =>
      (await ask(who, path, { method, headers: tus })).status;
    expect(await status('owner@saltmarsh.example', 'HEAD')).toBe(200);
    expect(await status('owner@drydock.example', 'HEAD')).toBe(404);
    expect(await status(null, 'HEAD')).toBe(401);
    const finish = await ask(
      'owner@drydock.example',
      `/api/workouts/${ids.workout}/takes?upload=${path.split('/').at(-1)}&name=x`,
      { method: 'POST' },
    );
    expect(finish.status).toBe(404);
  });
  it('may have exercises and tracks of the same name as another one', async () => {
    const other = await studioNamed(context.pool, 'Dry Dock Dance');
    await inStudio({ studioId: other, personId: null }, () =>
      context.pool.query(
        `INSERT INTO speakers (name, syllable_s, consonant_s, word_s, short_pause_s, long_pause_s, start_s, lines,
         error)
         VALUES ('Ottilie', 0.3, 0.05, 0.05, 0.3, 0.6, 0.1, 12, 0.2)`,
      ),
    );
    const { rows } = await context.pool.query('SELECT lines FROM speakers ORDER BY lines');
    expect(rows).toEqual([{ lines: 12 }, { lines: 40 }]);
  });
  it('names in its history who changed what', async () => {
    const { revision } = (await (await ask('editor@saltmarsh.example', `/api/workouts/${ids.workout}`)).json()) as {
      revision: number;
    };
    const patch = [{ op: 'replace', path: '/plan/title', value: 'Broomstick Strong for Beekeepers, again' }];
    const answer = await ask('editor@saltmarsh.example', `/api/workouts/${ids.workout}`, {
      ...json('PATCH', patch),
      headers: { 'Content-Type': 'application/json', 'If-Match': `"${revision}"` },
    });
    expect(answer.status).toBe(200);
    const history = (await (await ask('viewer@saltmarsh.example', `/api/workouts/${ids.workout}/history`)).json()) as {
      items: { by: string }[];
    };
    expect(history.items[0]?.by).toBe('editor');
  });
});

describe('people', () => {
  type Listed = { members: { personId: string; email: string; role: Role }[]; invitations: { email: string }[] };
  const listed = async (who: string) => (await (await ask(who, '/api/people')).json()) as Listed;

  it('are listed and changed by owners only, each in their own studio', async () => {
    expect((await ask('editor@saltmarsh.example', '/api/people')).status).toBe(403);
    expect((await listed('owner@drydock.example')).members.map((m) => m.email)).toEqual(['owner@drydock.example']);
    const editor = (await listed('owner@saltmarsh.example')).members.find((m) => m.role === 'editor');
    const path = `/api/people/${editor?.personId}`;
    expect((await ask('owner@drydock.example', path, json('PATCH', { role: 'viewer' }))).status).toBe(404);
    expect((await ask('owner@saltmarsh.example', path, json('PATCH', { role: 'emperor' }))).status).toBe(422);
    expect((await ask('owner@saltmarsh.example', path, json('PATCH', { role: 'viewer' }))).status).toBe(200);
    const title = await ask('editor@saltmarsh.example', '/api/workouts', json('POST', { title: 'No' }));
    expect(title.status).toBe(403);
    expect((await ask('owner@saltmarsh.example', path, json('PATCH', { role: 'editor' }))).status).toBe(200);
  });
  it('who are let go are out at once; the last owner cannot go', async () => {
    await letJoin(HOME_STUDIO, 'guest@saltmarsh.example', 'viewer');
    const { members } = await listed('owner@saltmarsh.example');
    const idOf = (email: string) => members.find((m) => m.email === email)?.personId ?? '';
    expect((await ask('guest@saltmarsh.example', '/api/workouts')).status).toBe(200);
    const go = await ask('owner@saltmarsh.example', `/api/people/${idOf('guest@saltmarsh.example')}`, {
      method: 'DELETE',
    });
    expect(go.status).toBe(200);
    expect((await ask('guest@saltmarsh.example', '/api/workouts')).status).toBe(401);
    // Invited anew, by the other studio, they work there and see nothing of the first.
    await letJoin(await studioNamed(context.pool, 'Dry Dock Dance'), 'guest@saltmarsh.example', 'editor');
    expect(await (await ask('guest@saltmarsh.example', '/api/workouts')).json()).toEqual({ items: [], next: null });
    const last = await ask('owner@saltmarsh.example', `/api/people/${idOf('owner@saltmarsh.example')}`, {
      method: 'DELETE',
    });
    expect(last.status).toBe(409);
  });
  it('join once by a link; a used one, a wrong one and a short password are refused', async () => {
    const path = await letJoin(HOME_STUDIO, 'second@saltmarsh.example', 'viewer');
    const again = json('POST', { name: 'Thief', password: PASSWORD });
    expect((await ask(null, `/api${path}`, again)).status).toBe(404);
    expect((await ask(null, '/api/join/abcdef', again)).status).toBe(404);
    const fresh = await inStudio({ studioId: HOME_STUDIO, personId: null }, () =>
      invite(context, { email: 'third@saltmarsh.example', role: 'viewer' }),
    );
    expect((await ask(null, `/api${fresh}`, json('POST', { name: 'T', password: 'short' }))).status).toBe(422);
    const page = await (await ask(null, fresh, { headers: { accept: 'text/html' } })).text();
    expect(page).toContain('third@saltmarsh.example');
  });
  it('have passwords that are kept as argon2id, and sessions that end when they sign out', async () => {
    const { rows } = await context.pool.query<{ password: string }>('SELECT password FROM sign_ins');
    for (const { password } of rows) expect(password).toMatch(/^\$argon2id\$v=19\$m=\d+,t=\d+,p=\d+\$/);
    const cookie = cookies.get('second@saltmarsh.example') ?? '';
    expect((await ask('second@saltmarsh.example', '/api/workouts')).status).toBe(200);
    const out = await ask('second@saltmarsh.example', '/api/auth/sign-out', {
      ...json('POST', {}),
      headers: { 'Content-Type': 'application/json', origin: base },
    });
    expect(out.status).toBe(200);
    cookies.set('gone', cookie);
    expect((await ask('gone', '/api/workouts')).status).toBe(401);
  });
  it('change their password, and whoever was signed in with the old one is out', async () => {
    await letJoin(HOME_STUDIO, 'careful@saltmarsh.example', 'viewer');
    const here = cookies.get('careful@saltmarsh.example') ?? '';
    const elsewhere = await signIn('careful@saltmarsh.example');
    cookies.set('elsewhere', (elsewhere.headers.get('set-cookie') ?? '').split(';')[0] ?? '');
    expect((await ask('elsewhere', '/api/workouts')).status).toBe(200);
    const change = (currentPassword: string) =>
      ask('careful@saltmarsh.example', '/api/auth/change-password', {
        ...json('POST', { currentPassword, newPassword: 'another hive altogether', revokeOtherSessions: true }),
        headers: { 'Content-Type': 'application/json', origin: base },
      });
    expect((await change('not this one at all')).status).toBe(400);
    const changed = await change(PASSWORD);
    expect(changed.status).toBe(200);
    expect((await ask('elsewhere', '/api/workouts')).status).toBe(401);
    cookies.set('new', (changed.headers.get('set-cookie') ?? here).split(';')[0] ?? '');
    expect((await ask('new', '/api/workouts')).status).toBe(200);
    const { rows } = await context.pool.query<{ password: string }>('SELECT password FROM sign_ins');
    for (const { password } of rows) expect(password).toMatch(/^\$argon2id\$/);
  });
  it('cannot make an account without an invitation, and cannot try passwords all day', async () => {
    const body = { name: 'Walker-in', email: 'walker@saltmarsh.example', password: PASSWORD };
    expect((await ask(null, '/api/auth/sign-up/email', json('POST', body))).status).toBe(400);
    const tried: number[] = [];
    for (let i = 0; i < 14; i++) tried.push((await signIn('owner@saltmarsh.example', 'a wrong password')).status);
    expect(tried.at(-1)).toBe(429);
    expect(tried).not.toContain(200);
    // An address that anybody can write into a header counts for nothing.
    const forged = { 'X-Forwarded-For': '192.0.2.7', 'X-Euphon-Address': '192.0.2.8' };
    const again = await ask(null, '/api/auth/sign-in/email', {
      ...json('POST', { email: 'owner@saltmarsh.example', password: PASSWORD }),
      headers: { 'Content-Type': 'application/json', ...forged },
    });
    expect(again.status).toBe(429);
  });
});
