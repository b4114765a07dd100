import { createServer, request } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ownHosts } from '../server/own-hosts.ts';
import { refusedAtTheDoor } from './door.ts';

const isOurs = ownHosts({});
const server = createServer((req, res) => {
  if (!refusedAtTheDoor(isOurs, req, res)) res.end('in');
});
let port = 0;
beforeAll(async () => {
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
  port = (server.address() as AddressInfo).port;
});
afterAll(() => server.close());

const status = (method: string, path: string, headers: Record<string, string>) =>
  new Promise<number>((done, failed) => {
    const asked = request({ port, host: '127.0.0.1', method, path, headers }, (res) => {
      res.resume();
      done(res.statusCode ?? 0);
    });
    asked.on('error', failed);
    asked.end();
  });
const MEDIA = `/media/${'0'.repeat(64)}.mp4`;

describe('the door', () => {
  it.each([
    ['a foreign name', 'GET', '/', { host: 'evil.example' }, 421],
    ['a foreign name for media', 'GET', MEDIA, { host: 'evil.example' }, 421],
    ['a page by a link from anywhere', 'GET', '/', { 'sec-fetch-site': 'cross-site' }, 200],
    ['media for another site', 'GET', MEDIA, { 'sec-fetch-site': 'cross-site' }, 403],
    ['media for our page', 'GET', MEDIA, { 'sec-fetch-site': 'same-origin' }, 200],
    ['an upload from another site', 'POST', '/uploads', { origin: 'https://elsewhere.example' }, 403],
    ['an upload by a program', 'POST', '/uploads', {}, 200],
    ['speech for another site', 'GET', '/api/speech?text=x', { 'sec-fetch-site': 'cross-site' }, 403],
  ] as const)('%s', async (_, method, path, headers, wanted) => {
    expect(await status(method, path, headers)).toBe(wanted);
  });
});
