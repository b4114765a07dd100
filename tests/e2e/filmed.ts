import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { APIRequestContext } from '@playwright/test';
import { createWorkout } from './fixtures.ts';

export const TAKE = 'demo/media/broomstick-strong-take-1.mp4';
const OUTLINE = 'demo/broomstick-strong.outline.md';
const TRANSCRIPT = 'demo/broomstick-strong.words.vtt';
/** The demo's class up to its first interval of the circuit, for what need not wait for eight minutes of picture. */
const BEGINNING =
  '## Welcome: talk, 0:15\n## Warm-up: warm-up, 20/0, no last rest\n- Shoulder rolls\n' +
  '- Broomstick twists | needs: broomstick';

/**
 * A workout of its own with the demo's take and its words, or their first `seconds` under another outline, so that no
 * other test sees what is changed. Returns its id.
 */
export async function filmedClass(
  request: APIRequestContext,
  title: string,
  seconds?: number,
  beginning = BEGINNING,
): Promise<string> {
  const outline =
    seconds === undefined ? readFileSync(OUTLINE, 'utf8').replace(/^# .*/, `# ${title}`) : `# ${title}\n${beginning}`;
  const id = await createWorkout(request, { outline });
  let file = TAKE;
  if (seconds !== undefined) {
    file = join(mkdtempSync(join(tmpdir(), 'euphon-filmed-')), 'beginning.mp4');
    execFileSync('ffmpeg', ['-v', 'error', '-y', '-i', TAKE, '-t', String(seconds), '-c', 'copy', file]);
  }
  const take = (await (
    await request.post(`/api/workouts/${id}/takes?name=Take`, {
      data: readFileSync(file),
      headers: { 'Content-Type': 'video/mp4' },
    })
  ).json()) as { id: string };
  await request.put(`/api/takes/${take.id}/transcript`, {
    data: readFileSync(TRANSCRIPT, 'utf8'),
    headers: { 'Content-Type': 'text/plain', 'If-Match': '"0"' },
  });
  await request.patch(`/api/workouts/${id}`, {
    data: [{ op: 'replace', path: '/edit/takeId', value: take.id }],
    headers: { 'If-Match': '"1"', 'Content-Type': 'application/json-patch+json' },
  });
  return id;
}
