import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { probe } from '../../src/media/probe.ts';
import { run } from '../../src/media/child-process.ts';

const folder = mkdtempSync(join(tmpdir(), 'euphon-doors-'));
const at = (name: string) => join(folder, name);
let asked = 0;
const server = createServer((_, response) => {
  asked += 1;
  response.end('no');
});
let port = 0;
beforeAll(async () => {
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
  port = (server.address() as AddressInfo).port;
  execFileSync('ffmpeg', ['-v', 'error', '-f', 'lavfi', '-i', 'sine=440:d=3', at('tone.wav')]);
});
afterAll(() => {
  server.close();
  rmSync(folder, { recursive: true, force: true });
});

describe('files that lead to other files or hosts', () => {
  it.each([
    [
      'HLS',
      'a.mp4',
      () => `#EXTM3U\n#EXT-X-TARGETDURATION:3\n#EXTINF:3,\nhttp://127.0.0.1:${port}/a.ts\n#EXT-X-ENDLIST\n`,
    ],
    ['HLS of a local file', 'b.m3u8', () => `#EXTM3U\n#EXTINF:3,\nfile://${at('tone.wav')}\n#EXT-X-ENDLIST\n`],
    ['a list for concat', 'c.mp4', () => `ffconcat version 1.0\nfile tone.wav\n`],
    [
      'DASH',
      'd.mp4',
      () =>
        '<?xml version="1.0"?><MPD xmlns="urn:mpeg:dash:schema:mpd:2011" type="static" ' +
        'mediaPresentationDuration="PT3S"><Period><AdaptationSet mimeType="audio/mp4"><Representation id="1" ' +
        `bandwidth="1"><BaseURL>http://127.0.0.1:${port}/d.mp4</BaseURL></Representation></AdaptationSet></` +
        'Period></MPD>',
    ],
  ])('%s is refused with a sentence, and nothing is asked of any host', async (_, name, text) => {
    writeFileSync(at(name), text());
    const found = await probe(at(name));
    expect(found.ok).toBe(false);
    expect(found.ok || found.message).toMatch(/\.$/);
    expect(asked).toBe(0);
  });
  it('an address is no file for ffmpeg', async () => {
    await expect(
      run('ffmpeg', ['-v', 'error', '-i', `http://127.0.0.1:${port}/x.mp4`, '-f', 'null', '-']),
    ).rejects.toThrow();
    expect(asked).toBe(0);
  });
  it('a plain sound file is taken as before', async () => {
    expect((await probe(at('tone.wav'))).ok).toBe(true);
  });
});
