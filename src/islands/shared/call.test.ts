import { afterEach, describe, expect, it, vi } from 'vitest';
import { ApiError } from './api.ts';
import { addressOf, asking, call } from './call.ts';

/** What the server is asked, and what it answers. */
function serverThat(status: number, body: unknown): { asked: [string, RequestInit][] } {
  const asked: [string, RequestInit][] = [];
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => {
    asked.push([path, init]);
    return Promise.resolve(new Response(status === 204 ? null : JSON.stringify(body), { status }));
  });
  return { asked };
}

afterEach(() => vi.unstubAllGlobals());

describe('a call', () => {
  it('sends JSON with its type, text as text, and a file as what it says it is', async () => {
    const { asked } = serverThat(200, {});
    await call('nameVersion', { id: 'w' }, { body: { name: 'First cut' } });
    await call('setTranscript', { id: 't' }, { body: '[0:01] Squat.', headers: { 'If-Match': '"3"' } });
    const picture = new Blob(['…'], { type: 'image/png' });
    await call('bringInTake', { id: 'w' }, { asked: { name: 'Hive', picture: 'yes' }, body: picture });
    expect(asked.map(([path, { method, headers }]) => [method, path, headers])).toEqual([
      ['POST', '/api/workouts/w/versions', { 'Content-Type': 'application/json' }],
      ['PUT', '/api/takes/t/transcript', { 'Content-Type': 'text/plain', 'If-Match': '"3"' }],
      ['POST', '/api/workouts/w/takes?name=Hive&picture=yes', {}],
    ]);
    expect(asked.map(([, { body }]) => body)).toEqual(['{"name":"First cut"}', '[0:01] Squat.', picture]);
  });
  it('that is refused gives the sentence of the problem and what it is about', async () => {
    serverThat(412, {
      type: 'urn:euphon:problem:changed-elsewhere',
      detail: 'It was changed.',
      about: { revision: 4 },
    });
    const error = await call('getTake', { id: 't' }).catch((e: unknown) => e);
    expect(error).toBeInstanceOf(ApiError);
    expect(error).toMatchObject({ status: 412, message: 'It was changed.', about: { revision: 4 } });
  });
  it('that gives nothing ends without a value', async () => {
    serverThat(204, null);
    expect(await call('removeTake', { id: 't' })).toBeUndefined();
  });
});

describe('the same as data', () => {
  it('is what undo sends the other way round', () => {
    expect(asking('removeExercise', {}, { asked: { name: 'Hive lift' } })).toEqual({
      path: '/api/studio/exercises?name=Hive+lift',
      method: 'DELETE',
    });
    expect(asking('setRole', { id: 't' }, { body: { role: 'camera', ofTake: 'a' } })).toEqual({
      path: '/api/takes/t/role',
      method: 'PUT',
      body: { role: 'camera', ofTake: 'a' },
    });
    expect(addressOf('scriptFile', { id: 'w', format: 'pdf' })).toBe('/api/workouts/w/script/pdf');
  });
});
