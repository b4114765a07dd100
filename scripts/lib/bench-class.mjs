import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';

/** What a bundled bench prints as JSON. */
export function printed(entry) {
  const { stdout, stderr } = spawnSync(process.execPath, [entry], { encoding: 'utf8', maxBuffer: 1e8 });
  if (stdout === '') throw new Error(stderr);
  return JSON.parse(stdout);
}

/** Makes a workout with its film and words on a server that runs; `edit`: what is decided about it. Gives its id. */
export async function makeClass(base, { outline, film, vtt, edit = {} }) {
  const ask = async (method, path, body, headers) => {
    const response = await fetch(base + path, { method, body, headers: { Origin: base, ...headers } });
    if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`);
    return response.status === 204 ? null : response.json();
  };
  const kind = (type) => ({ 'Content-Type': type });
  const { id } = await ask('POST', '/api/workouts', JSON.stringify({ outline }), kind('application/json'));
  const take = await ask('POST', `/api/workouts/${id}/takes?name=Take`, readFileSync(film), kind('video/mp4'));
  await ask('PUT', `/api/takes/${take.id}/transcript`, vtt, { ...kind('text/plain'), 'If-Match': '"0"' });
  const decided = Object.entries({ takeId: take.id, ...edit });
  const patch = decided.map(([field, value]) => ({ op: 'replace', path: `/edit/${field}`, value }));
  const headers = { ...kind('application/json-patch+json'), 'If-Match': '"1"' };
  await ask('PATCH', `/api/workouts/${id}`, JSON.stringify(patch), headers);
  return id;
}
