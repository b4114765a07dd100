// What people do while everything is killed: a class is edited, words and a track are changed, recordings are sent.
import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

const pause = (ms) => new Promise((done) => setTimeout(done, ms));

/** Asks until there is an answer that is not “later”, as the page does; gives up when `isEnding`. */
export function createAsk(base, isEnding) {
  const headers = { Origin: base, 'Content-Type': 'application/json' };
  const ask = async (path, init = {}) => {
    for (;;) {
      try {
        const signal = AbortSignal.timeout(20_000);
        const response = await fetch(base + path, { ...init, headers: { ...headers, ...init.headers }, signal });
        if (response.status < 500) return response;
      } catch {
        /* no answer */
      }
      if (isEnding()) return new Response('{}', { status: 499 });
      await pause(150);
    }
  };
  return { ask, json: async (path, init) => (await ask(path, init)).json() };
}

/** Makes a class with a chosen take, and a track. */
export async function makeClass(folder, { ask, json }) {
  const video = join(folder, 'chaos.mp4');
  const picture = ['-f', 'lavfi', '-i', 'testsrc2=size=320x180:rate=25', '-f', 'lavfi', '-i', 'sine=440'];
  spawnSync('ffmpeg', ['-v', 'error', '-y', ...picture, '-t', '6', '-pix_fmt', 'yuv420p', video]);
  const bytes = readFileSync(video);
  const outline = '# Chaos\n## Main: 3/2, no last rest\n- Squat\n- Row';
  const { id } = await json('/api/workouts', { method: 'POST', body: JSON.stringify({ outline }) });
  const take = await json(`/api/workouts/${id}/takes?name=First`, {
    method: 'POST',
    body: bytes,
    headers: { 'Content-Type': 'video/mp4' },
  });
  await ask(`/api/workouts/${id}`, {
    method: 'PATCH',
    headers: { 'If-Match': '"1"' },
    body: JSON.stringify([{ op: 'replace', path: '/edit/takeId', value: take.id }]),
  });
  const beat = { style: 'straight', fromMilliBpm: 120_000, toMilliBpm: 120_000, phrases: 1 };
  const track = await json('/api/tracks/practice', { method: 'POST', body: JSON.stringify(beat) });
  return { workoutId: id, takeId: take.id, trackId: track.id, bytes };
}

/**
 * Three resources that count up: how each is set to a number (true where that was acknowledged), and which number is
 * there.
 */
export function countersOf({ workoutId, takeId, trackId }, { ask, json }) {
  const wordsNow = async () => {
    const takes = await json(`/api/workouts/${workoutId}/takes`);
    return takes.find((t) => t.take.id === takeId)?.transcript ?? null;
  };
  /** Sends a change on the newest revision, as often as another one was quicker. */
  const onRevision = async (path, revision, { headers, ...init }) => {
    for (;;) {
      const response = await ask(path, { ...init, headers: { ...headers, 'If-Match': `"${revision}"` } });
      if (response.status !== 412) return response.ok;
      revision = (await response.json()).detail.revision;
    }
  };
  return {
    edits: {
      set: async (n) =>
        onRevision(`/api/workouts/${workoutId}`, (await json(`/api/workouts/${workoutId}`)).revision, {
          method: 'PATCH',
          headers: { 'Change-Id': randomUUID() },
          body: JSON.stringify([{ op: 'replace', path: '/plan/instructor', value: String(n) }]),
        }),
      shown: async () => Number((await json(`/api/workouts/${workoutId}`)).document.plan.instructor || 0),
    },
    words: {
      set: async (n) =>
        onRevision(`/api/takes/${takeId}/transcript`, (await wordsNow())?.revision ?? 0, {
          method: 'PUT',
          headers: { 'Content-Type': 'text/plain' },
          body: `[0:00] Squat, take ${n}.\n[0:03] And rest.\n`,
        }),
      shown: async () => Number(/take (\d+)/.exec((await wordsNow())?.text ?? '')?.[1] ?? 0),
    },
    tracks: {
      set: async (n) =>
        onRevision(`/api/tracks/${trackId}`, (await json(`/api/tracks/${trackId}`)).revision, {
          method: 'PATCH',
          body: JSON.stringify({ rights: { credit: String(n) } }),
        }),
      shown: async () => Number((await json(`/api/tracks/${trackId}`)).rights.credit || 0),
    },
  };
}

/** An MP4 box that players pass over, with a number in it. */
export function freeBox(n) {
  const box = Buffer.alloc(16);
  box.writeUInt32BE(16, 0);
  box.write('free', 4);
  box.writeUInt32BE(n, 8);
  return box;
}

/** Sends a file in pieces by the tus protocol, going on from where the server is after each lost answer. */
export async function upload(ask, bytes) {
  const tus = { 'Tus-Resumable': '1.0.0' };
  const made = await ask('/uploads', { method: 'POST', headers: { ...tus, 'Upload-Length': String(bytes.length) } });
  const place = made.headers.get('location');
  if (place === null) return null;
  for (;;) {
    const at = Number((await ask(place, { method: 'HEAD', headers: tus })).headers.get('upload-offset') ?? -1);
    if (at < 0) return null;
    if (at >= bytes.length) return place.split('/').at(-1);
    await ask(place, {
      method: 'PATCH',
      headers: { ...tus, 'Upload-Offset': String(at), 'Content-Type': 'application/offset+octet-stream' },
      body: bytes.subarray(at, at + 40_000),
    });
  }
}
