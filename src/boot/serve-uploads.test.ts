import { createServer, type Server } from 'node:http';
import { mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { ownHosts } from '../server/own-hosts.ts';
import { refusedAtTheDoor } from './door.ts';
import { serveUploads } from './serve-uploads.ts';

const folder = mkdtempSync(join(tmpdir(), 'euphon-uploads-'));
afterAll(() => rmSync(folder, { recursive: true }));

async function start(): Promise<{ base: string; server: Server }> {
  const uploads = serveUploads(folder);
  const server = createServer((request, response) => {
    if (refusedAtTheDoor(ownHosts({}), request, response)) return;
    if (!uploads(request, response)) response.writeHead(404).end();
  });
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
  const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  // The store makes its folder beside everything else: it has, once it has answered about an upload that there is not.
  await fetch(`${base}/uploads/none`, { method: 'HEAD', headers: tus() });
  return { base, server };
}
const stop = (server: Server) =>
  new Promise((done) => {
    server.close(done);
    server.closeAllConnections();
  });
const tus = (more: Record<string, string> = {}) => ({ 'Tus-Resumable': '1.0.0', ...more });
const body = Buffer.from(Uint8Array.from({ length: 300_000 }, (_, i) => (i * 7919) % 251));

describe('an upload', () => {
  it('goes on where it was after the server was stopped in the middle, and nothing is lost or doubled', async () => {
    let { base, server } = await start();
    const made = await fetch(`${base}/uploads`, {
      method: 'POST',
      headers: tus({ 'Upload-Length': String(body.length) }),
    });
    expect(made.status).toBe(201);
    const path = new URL(made.headers.get('location') ?? '', `${base}/uploads`).pathname;
    const patch = (from: number, to: number) =>
      fetch(base + path, {
        method: 'PATCH',
        headers: tus({ 'Upload-Offset': String(from), 'Content-Type': 'application/offset+octet-stream' }),
        body: body.subarray(from, to),
      });
    expect((await patch(0, 120_000)).status).toBe(204);
    await stop(server);
    ({ base, server } = await start());
    const head = await fetch(base + path, { method: 'HEAD', headers: tus() });
    expect(head.headers.get('upload-offset')).toBe('120000');
    // A piece that begins elsewhere than where it stopped is refused.
    expect((await patch(0, 50_000)).status).toBe(409);
    expect((await patch(120_000, body.length)).status).toBe(204);
    const [name] = readdirSync(folder).filter((f) => !f.endsWith('.json'));
    expect(readFileSync(join(folder, name ?? '')).equals(body)).toBe(true);
    await stop(server);
  });
  it('from another site is refused', async () => {
    const { base, server } = await start();
    const made = await fetch(`${base}/uploads`, {
      method: 'POST',
      headers: tus({ 'Upload-Length': '10', Origin: 'http://elsewhere.example' }),
    });
    expect(made.status).toBe(403);
    expect((await fetch(`${base}/other`)).status).toBe(404);
    await stop(server);
  });
});
