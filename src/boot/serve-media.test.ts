import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { FileTooLarge, openFileStore } from '../media/file-store.ts';
import { rangeOf, serveMedia } from './serve-media.ts';

// RFC 9110, byte ranges (from memory).
describe('a range header', () => {
  it.each([
    [undefined, null],
    ['bytes=0-9', { start: 0, end: 9 }],
    ['bytes=90-', { start: 90, end: 99 }],
    ['bytes=-10', { start: 90, end: 99 }],
    ['bytes=-1000', { start: 0, end: 99 }],
    ['bytes=50-1000', { start: 50, end: 99 }],
    ['bytes=99-99', { start: 99, end: 99 }],
    ['bytes=100-', 'unsatisfiable'],
    ['bytes=9-3', 'unsatisfiable'],
    ['bytes=-', null],
    ['bytes=0-1,5-6', null],
    ['lines=0-1', null],
    ['bytes=a-b', null],
  ])('%s of 100 bytes is %j', (header, expected) => expect(rangeOf(header, 100)).toEqual(expected));
});

describe('media over HTTP', () => {
  const folder = mkdtempSync(join(tmpdir(), 'euphon-store-'));
  const store = openFileStore(folder);
  const bytes = Buffer.from(Array.from({ length: 1000 }, (_, i) => i % 251));
  let server: Server;
  let base: string;
  let sha: string;
  beforeAll(async () => {
    const incoming = await store.receive(Readable.from([bytes.subarray(0, 400), bytes.subarray(400)]), 10_000);
    sha = incoming.sha256;
    await store.keep(incoming, 'mp4');
    server = createServer((request, response) => {
      void serveMedia(store, request, response).then((done) => done || response.writeHead(418).end());
    });
    await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
    base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  });
  afterAll(() => {
    server.close();
    rmSync(folder, { recursive: true });
  });

  it('gives the whole file with its type and size', async () => {
    const response = await fetch(`${base}/media/${sha}.mp4`);
    expect([response.status, response.headers.get('content-type'), response.headers.get('accept-ranges')]).toEqual([
      200,
      'video/mp4',
      'bytes',
    ]);
    expect(Buffer.from(await response.arrayBuffer()).equals(bytes)).toBe(true);
  });
  it('hands out what is no sound and no picture to be saved, never to be shown', async () => {
    const incoming = await store.receive(Readable.from([Buffer.from('<script>alert(1)</script>')]), 10_000);
    await store.keep(incoming, 'html');
    const response = await fetch(`${base}/media/${incoming.sha256}.html`);
    expect([
      response.status,
      response.headers.get('content-type'),
      response.headers.get('x-content-type-options'),
    ]).toEqual([200, 'application/octet-stream', 'nosniff']);
    expect(response.headers.get('content-disposition')).toContain('attachment');
  });
  it('gives a part', async () => {
    const response = await fetch(`${base}/media/${sha}.mp4`, { headers: { Range: 'bytes=10-19' } });
    expect([response.status, response.headers.get('content-range')]).toEqual([206, 'bytes 10-19/1000']);
    expect([...new Uint8Array(await response.arrayBuffer())]).toEqual([...bytes.subarray(10, 20)]);
  });
  it('says when a part is past the end', async () => {
    const response = await fetch(`${base}/media/${sha}.mp4`, { headers: { Range: 'bytes=5000-' } });
    expect([response.status, response.headers.get('content-range')]).toEqual([416, 'bytes */1000']);
  });
  it('answers HEAD without a body, and refuses to be written to', async () => {
    const head = await fetch(`${base}/media/${sha}.mp4`, { method: 'HEAD' });
    expect([head.status, head.headers.get('content-length'), await head.text()]).toEqual([200, '1000', '']);
    expect((await fetch(`${base}/media/${sha}.mp4`, { method: 'POST' })).status).toBe(405);
  });
  it('names the file for a download', async () => {
    const response = await fetch(`${base}/media/${sha}.mp4?as=${encodeURIComponent('Ümlaut "x".mp4')}`);
    expect(response.headers.get('content-disposition')).toBe(`attachment; filename*=UTF-8''%C3%9Cmlaut%20%22x%22.mp4`);
    await response.arrayBuffer();
  });
  it.each([
    '/media/../../etc/passwd',
    '/media/%2e%2e/x.mp4',
    `/media/${'0'.repeat(63)}.mp4`,
    `/media/${'0'.repeat(64)}.script`,
    '/other',
  ])('leaves %s to others', async (path) => {
    expect((await fetch(base + path)).status).toBe(418);
  });
  it('does not know a file that was never kept', async () => {
    expect((await fetch(`${base}/media/${'0'.repeat(64)}.mp4`)).status).toBe(404);
  });
  it('keeps nothing of a file that is too large', async () => {
    await expect(store.receive(Readable.from([Buffer.alloc(5000), Buffer.alloc(5000)]), 6_000)).rejects.toThrow(
      FileTooLarge,
    );
  });
});
