import { createServer } from 'node:net';
import { chmodSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it, vi } from 'vitest';

vi.mock('astro:middleware', () => ({ defineMiddleware: (handler: unknown) => handler }));

describe('who may change something', () => {
  const allowed = async (headers: Record<string, string>) => {
    const { fromOurselves } = await import('../src/server/same-origin.ts');
    return fromOurselves(new Headers(headers));
  };
  it.each<[string, Record<string, string>, boolean]>([
    ['our own page', { origin: 'http://127.0.0.1:4680', host: '127.0.0.1:4680' }, true],
    ['another port', { origin: 'http://127.0.0.1:9999', host: '127.0.0.1:4680' }, false],
    ['another site', { origin: 'https://elsewhere.example', host: '127.0.0.1:4680' }, false],
    ['an opaque origin', { origin: 'null', host: '127.0.0.1:4680' }, false],
    ['a program without a browser', { host: '127.0.0.1:4680' }, true],
    [
      'a browser on another site that sends no origin',
      { host: '127.0.0.1:4680', 'sec-fetch-site': 'cross-site' },
      false,
    ],
    ['a browser on our site', { host: '127.0.0.1:4680', 'sec-fetch-site': 'same-origin' }, true],
  ])('%s', async (_name, headers, expected) => expect(await allowed(headers)).toBe(expected));
});

describe('what another site gets', () => {
  const answer = async (path: string, headers: Record<string, string>, method = 'GET') => {
    const { onRequest } = await import('../src/middleware.ts');
    const handle = onRequest as unknown as (
      context: { request: Request; url: URL },
      next: () => Promise<Response>,
    ) => Promise<Response>;
    const url = new URL(path, 'http://127.0.0.1:4680');
    // A Request of the platform drops forbidden headers; a plain object carries them as the server does.
    const request = { method, headers: new Headers(headers) } as Request;
    return (await handle({ request, url }, async () => new Response('here'))).status;
  };
  it.each([
    ['/api/speech?text=x', { 'sec-fetch-site': 'cross-site' }, 403],
    ['/api/workouts', { 'sec-fetch-site': 'same-site' }, 403],
    ['/media/abc.mp4', { 'sec-fetch-site': 'cross-site' }, 403],
    ['/api/workouts', { 'sec-fetch-site': 'same-origin' }, 200],
    ['/api/workouts', {}, 200],
    // A link to a page may stand anywhere.
    ['/w/1/plan', { 'sec-fetch-site': 'cross-site' }, 200],
    ['/_image?href=/x.png', {}, 404],
  ] as const)('GET %s', async (path, headers, status) => expect(await answer(path, headers)).toBe(status));
});

describe('the names that are answered under', () => {
  it.each([
    ['127.0.0.1:4680', {}, true],
    ['localhost:4680', {}, true],
    ['[::1]:4680', {}, true],
    ['LOCALHOST', {}, true],
    ['evil.example:4680', {}, false],
    ['127.0.0.1.evil.example', {}, false],
    ['localhost@evil.example', {}, false],
    ['', {}, false],
    ['studio.example:4680', { EUPHON_HOSTS: 'studio.example, other.example' }, true],
    ['studio.example', { EUPHON_HOST: '0.0.0.0' }, false],
  ] as const)('%s with %j: %s', async (host, env, ours) => {
    const { ownHosts } = await import('../src/server/own-hosts.ts');
    expect(ownHosts(env)(host)).toBe(ours);
  });
  it('no name at all is none of ours', async () => {
    const { ownHosts } = await import('../src/server/own-hosts.ts');
    expect(ownHosts({})(null)).toBe(false);
  });
});

interface Cluster {
  closedParent(folder: string): string | null;
  freePort(from: number): Promise<number>;
  isFree(port: number): Promise<boolean>;
}
interface Need {
  which(program: string): string | null;
  postgresFolder(): string | null;
  checkNode(): void;
}

describe('the start scripts', () => {
  const cluster = () => import('../scripts/lib/cluster.mjs') as Promise<Cluster>;
  const need = () => import('../scripts/lib/need.mjs') as Promise<Need>;

  it('find a free port and step over one in use', async () => {
    const { freePort, isFree } = await cluster();
    const from = await freePort(48_500);
    const taken = createServer();
    await new Promise<void>((ready) => taken.listen(from, '127.0.0.1', ready));
    expect([await isFree(from), (await freePort(from)) > from]).toEqual([false, true]);
    taken.close();
  });
  it('see, as root, a folder that the database’s account cannot pass', async () => {
    const { closedParent } = await cluster();
    const folder = mkdtempSync(join(tmpdir(), 'euphon-closed-'));
    mkdirSync(join(folder, 'inner'));
    chmodSync(folder, 0o700);
    expect(closedParent(join(folder, 'inner', 'data'))).toBe(process.getuid?.() === 0 ? folder : null);
    chmodSync(folder, 0o755);
    expect(closedParent(join(folder, 'inner', 'data'))).toBeNull();
    rmSync(folder, { recursive: true });
  });
  it('find programs on the path and the database’s off it', async () => {
    const { which, postgresFolder, checkNode } = await need();
    expect([which('node') !== null, which('no-such-program-here')]).toEqual([true, null]);
    expect(postgresFolder()).not.toBeNull();
    expect(() => checkNode()).not.toThrow();
  });
});
