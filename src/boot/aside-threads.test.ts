import { writeFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { afterAll, describe, expect, it } from 'vitest';
import { openAside } from './aside-threads.ts';

const folder = mkdtempSync(join(tmpdir(), 'euphon-aside-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A thread whose one task repeats what it is given, never ends, dies, or goes wrong. */
function thread(): URL {
  const comlink = new URL('../../node_modules/comlink/dist/esm/comlink.mjs', import.meta.url).href;
  const adapter = new URL('../../node_modules/comlink/dist/esm/node-adapter.mjs', import.meta.url).href;
  const path = join(folder, 'thread.mjs');
  writeFileSync(
    path,
    `import { expose } from ${JSON.stringify(comlink)};
     import nodeEndpoint from ${JSON.stringify(adapter)};
     import { parentPort, threadId } from 'node:worker_threads';
     expose({ readPlan(text) {
       if (text === 'for ever') for (;;);
       if (text === 'die') process.exit(1);
       if (text === 'wrong') throw new Error('went wrong');
       return { value: text, problems: [], threadId };
     } }, nodeEndpoint(parentPort));`,
  );
  return pathToFileURL(path);
}

describe('a task aside', () => {
  it('comes back with what it made, or with what went wrong', async () => {
    const { aside, close } = openAside(thread());
    expect(await aside('readPlan', 'a line')).toMatchObject({ value: 'a line', problems: [] });
    await expect(aside('readPlan', 'wrong')).rejects.toThrow('went wrong');
    close();
  });
  it('that never ends is given up with a sentence, and the next one is done by another thread', async () => {
    const { aside, close } = openAside(thread(), 2_000);
    await expect(aside('readPlan', 'for ever')).rejects.toMatchObject({ status: 422 });
    expect(await aside('readPlan', 'after')).toMatchObject({ value: 'after' });
    close();
  });
  it('whose thread dies is told, and holds up no other', async () => {
    const { aside, close } = openAside(thread());
    const [dead, alive] = await Promise.allSettled([aside('readPlan', 'die'), aside('readPlan', 'beside')]);
    expect([dead.status, alive.status]).toEqual(['rejected', 'fulfilled']);
    close();
  });
});
