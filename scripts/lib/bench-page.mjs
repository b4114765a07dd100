// The pages in the browser: how soon one is usable, how soon a key is on screen, what long classes cost.
import { say } from './say.mjs';

/** Prints them for a server that runs and has the demo; `page` is an empty one. */
export async function benchPage(page, base) {
  const { items: list } = await (await fetch(`${base}/api/workouts`)).json();
  const id = list.find((w) => w.title.startsWith('Broomstick')).id;
  const time = async (name, path, ready) => {
    const times = [];
    for (let i = 0; i < 5; i++) {
      const from = performance.now();
      await page.goto(base + path, { waitUntil: 'commit' });
      await page.locator(ready).first().waitFor();
      times.push(performance.now() - from);
    }
    say(`${name.padEnd(40)} ${times.map((t) => t.toFixed(0)).join(', ')} ms  (bar 1000)`);
  };
  await time('page usable: list', '/', 'h1');
  await time('page usable: plan', `/w/${id}/plan`, '[data-testid=total]');
  await time('page usable: score, aligned and drawn', `/w/${id}/score`, '[data-stave]');
  const create = creator(base);
  await keysInLongPlan(page, base, create);
  await ordersOfTen(page, base, create);
  await hourOfLines(page, base, create);
}

const creator = (base) => async (outline) =>
  (
    await (
      await fetch(`${base}/api/workouts`, {
        method: 'POST',
        body: JSON.stringify({ outline }),
        headers: { 'Content-Type': 'application/json', Origin: base },
      })
    ).json()
  ).id;

async function keysInLongPlan(page, base, create) {
  // Keys typed into a class of 1 000 segments; each time is the browser's own, from the key to the next paint
  // (Event Timing, steps of 8 ms).
  const long = await create(
    `# Long\n## Main: 50 rounds, 40/20\n${Array.from({ length: 10 }, (_, i) => `- Squat ${i}`).join('\n')}`,
  );
  await page.goto(`${base}/w/${long}/plan`);
  await page.getByTestId('total').waitFor();
  await page.waitForTimeout(800);
  await page.evaluate(() => {
    window.keyTimes = [];
    new PerformanceObserver((list) => {
      for (const e of list.getEntries()) if (e.name === 'keydown') window.keyTimes.push(e.duration);
    }).observe({ type: 'event', durationThreshold: 16, buffered: false });
  });
  await page.getByPlaceholder('Name of the move').nth(4).click();
  const KEYS = 40;
  for (let i = 0; i < KEYS; i++) {
    await page.keyboard.press('abcdefghij'[i % 10]);
    await page.waitForTimeout(90);
  }
  await page.waitForTimeout(300);
  // The reference of this minute: the same sort as in the core's bench, in the page.
  const sorted = await page.evaluate(() => {
    let seed = 7;
    const from = performance.now();
    Array.from({ length: 100_000 }, () => (seed = (seed * 1103515245 + 12345) & 0x7fffffff)).sort((a, b) => a - b);
    return performance.now() - from;
  });
  say(`reference sort in the page               ${sorted.toFixed(0)} ms`);
  const slow = (await page.evaluate(() => window.keyTimes)).sort((a, b) => a - b);
  // A key quicker than the observer's least step is not listed.
  const all = [...Array(Math.max(0, KEYS - slow.length)).fill(16), ...slow];
  say(
    `keystroke in 1 000 segments, to the paint  median ${all[Math.floor(all.length / 2)]} ` +
      `ms, 95 % ${all[Math.floor(all.length * 0.95)]} ms, worst ${all.at(-1)} ms  (bar 50)`,
  );
}

async function ordersOfTen(page, base, create) {
  const ten = await create(
    '# Ten\n## Main: 3 rounds, 40/20\n- Squat\n- Sumo squat\n- Push-up\n- Broomstick row\n- Plank\n' +
      '- Reverse lunge\n- Dead bug\n- Step jack\n- Glute bridge\n- Overhead press',
  );
  const orders = [];
  for (let i = 0; i < 4; i++) {
    await page.goto(`${base}/w/${ten}/plan`);
    await page.getByRole('button', { name: 'more' }).first().click();
    const from = performance.now();
    await page.getByRole('button', { name: 'Find a better order' }).click();
    await page.getByRole('dialog').getByRole('status').waitFor();
    orders.push(performance.now() - from);
  }
  say(
    `order of ten moves, from click to answer  ${orders.map((t) => t.toFixed(0)).join(', ')} ` +
      "ms, the worker's start included  (bar 300)",
  );
}

async function hourOfLines(page, base, create) {
  // A class of an hour with 600 segments and 3 000 written lines, worked out in the page's own worker.
  const hour = await create(
    `# Hour\n## Main: 30 rounds, 5/1\n${Array.from({ length: 10 }, (_, i) => `- Squat ${i}`).join('\n')}`,
  );
  const cues = Array.from({ length: 300 }, (_, s) =>
    Array.from({ length: 10 }, (_, k) => ({
      id: `c${s * 10 + k + 1}`,
      segmentKey: `b1/b1m${(s % 10) + 1}/r${Math.floor(s / 10) + 1}/s1/work/both`,
      kind: 'form',
      anchor: { kind: 'start', afterUs: k * 400_000 },
      text: [
        'Ribs down.',
        'Two more moves.',
        'Great job.',
        'Sit back.',
        'Half-way.',
        'Breathe out.',
        'Long neck.',
        'Next up, squat 3.',
        'Knees soft.',
        'Heavy heels.',
      ][k],
    })),
  );
  const set = await fetch(`${base}/api/workouts/${hour}`, {
    method: 'PATCH',
    headers: { 'Content-Type': 'application/json', Origin: base, 'If-Match': '"1"' },
    body: JSON.stringify([
      {
        op: 'replace',
        path: '/plan/blocks/0/scheme',
        value: { kind: 'interval', workUs: 8_000_000, restUs: 4_000_000, sets: 1 },
      },
      { op: 'replace', path: '/script/cues', value: cues.flat() },
    ]),
  });
  if (!set.ok) say(`the hour could not be set: ${await set.text()}`);
  await page.goto(`${base}/w/${hour}/script`);
  await page.getByText('lines fit').waitFor();
  await page.evaluate(() => {
    window.keyTimes = [];
    new PerformanceObserver((list) => {
      for (const e of list.getEntries()) if (e.name === 'keydown') window.keyTimes.push(e.duration);
    }).observe({ type: 'event', durationThreshold: 16, buffered: false });
  });
  await page.locator('textarea[data-line]').nth(3).click();
  for (let i = 0; i < 20; i++) {
    await page.keyboard.press('abcdefghij'[i % 10]);
    await page.waitForTimeout(250);
  }
  await page.waitForTimeout(800);
  for (const [name, words] of [
    ['euphon script placed', 'placed'],
    ['euphon script looked at', 'checked'],
  ]) {
    const worked = (await page.evaluate((n) => performance.getEntriesByName(n).map((e) => e.duration), name)).sort(
      (a, b) => a - b,
    );
    say(
      `an hour, 600 segments, 3 000 lines, ${words} in the page's worker  first ${worked.at(-1).toFixed(0)} ` +
        `ms, best ${worked[0].toFixed(0)}, median ${worked[Math.floor(worked.length / 2)].toFixed(0)} ` +
        `ms of ${worked.length}${words === 'placed' ? '  (bar 100)' : ''}`,
    );
  }
  const keys = (await page.evaluate(() => window.keyTimes)).sort((a, b) => a - b);
  const typed = [...Array(Math.max(0, 20 - keys.length)).fill(16), ...keys];
  say(
    `keystroke in that script, to the paint    median ${typed[10]} ms, worst ${typed.at(-1)} ms  (bar: ` +
      'typing never waits)',
  );
}
