import { readFileSync, readdirSync } from 'node:fs';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { join } from 'node:path';
import { describe, expect, it, vi } from 'vitest';
import { refusedAtTheDoor } from '../src/boot/door.ts';
import { ownHosts } from '../src/server/own-hosts.ts';
import { Refusal } from '../src/server/refusal.ts';
import { readText } from '../src/server/http.ts';

const PAGES = new URL('../src/pages', import.meta.url).pathname;
/** Every endpoint that there is, from the files themselves, and the two that stand before the pages. */
const routes = (readdirSync(PAGES, { recursive: true }) as string[])
  .filter((file) => file.endsWith('.ts'))
  .flatMap((file) => {
    const path = `/${file.replace(/\.ts$/, '').replace(/(^|\/)index$/, '')}`.replace(/\[[^\]]+\]/g, 'x');
    const methods = [
      ...readFileSync(join(PAGES, file), 'utf8').matchAll(/export const (GET|POST|PUT|PATCH|DELETE)\b/g),
    ];
    return methods.map(([, method]) => [method ?? '', path] as const);
  })
  .concat([
    ['GET', '/media/x.mp4'],
    ['POST', '/uploads'],
    ['PATCH', '/uploads/x'],
    ['GET', '/uploads/x'],
  ]);
const HOST = '127.0.0.1:4680';
const OURS = ownHosts({ EUPHON_PORT: '4680' });

/** The status with which a request is refused at the door; null: it is let in. */
function refusal(method: string, url: string, headers: Record<string, string>): number | null {
  let status: number | null = null;
  const response = {
    writeHead: (code: number) => void (status = code),
    end: () => undefined,
  } as unknown as ServerResponse;
  refusedAtTheDoor(OURS, { method, url, headers: { host: HOST, ...headers } } as unknown as IncomingMessage, response);
  return status;
}

describe('every route', () => {
  it('is known: some 60 of them', () => expect(routes.length).toBeGreaterThan(55));
  it.each(routes)('%s %s lets nobody in from elsewhere', (method, path) => {
    expect(refusal(method, path, { host: 'evil.example' })).toBe(421);
    expect(refusal(method, path, { host: 'evil.example:4680' })).toBe(421);
    expect(refusal(method, path, { 'sec-fetch-site': 'same-origin' })).toBeNull();
    // What the load balancer of a machine asks for is no data.
    if (path === '/healthz') return;
    expect(refusal(method, path, { 'sec-fetch-site': 'cross-site' })).toBe(403);
    expect(refusal(method, path, { 'sec-fetch-site': 'same-site' })).toBe(403);
    if (method !== 'GET') expect(refusal(method, path, { origin: 'https://elsewhere.example' })).toBe(403);
  });
});

describe('a body that comes too slowly', () => {
  it('is given up after a minute, and one that comes in time is read whole', async () => {
    const post = (body: ReadableStream<Uint8Array>) =>
      new Request('http://localhost/', { method: 'POST', body, duplex: 'half' } as RequestInit);
    const said = (text: string) => new TextEncoder().encode(text);
    const whole = new ReadableStream<Uint8Array>({
      start(out) {
        for (const part of ['{"a"', ':', '1}']) out.enqueue(said(part));
        out.close();
      },
    });
    expect(await readText(post(whole), 100)).toBe('{"a":1}');
    vi.useFakeTimers();
    const endless = new ReadableStream<Uint8Array>({ start: (out) => out.enqueue(said('{')) });
    const reading = readText(post(endless), 100).catch((error: unknown) => error);
    await vi.advanceTimersByTimeAsync(61_000);
    vi.useRealTimers();
    const error = await reading;
    expect(error).toBeInstanceOf(Refusal);
    expect((error as Refusal).status).toBe(408);
  });
  it('that is larger than it may be is refused, whatever its head says', async () => {
    const request = new Request('http://localhost/', { method: 'POST', body: 'ж'.repeat(60) });
    await expect(readText(request, 100)).rejects.toMatchObject({ status: 413 });
  });
});
