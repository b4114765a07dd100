import { type APIRequestContext, type Page, test as base } from '@playwright/test';
import type { Page as ListPage, WorkoutSummary } from '../../src/contract/wire.ts';
import type { Station } from '../../src/islands/workbench/stations.ts';

export { expect } from '@playwright/test';

/** The workouts that the demo brings, by the beginnings of their titles. */
type DemoTitle = 'Broomstick' | 'From Smoker';

/** What the tests do with workouts. Each begins from its own, so that none needs what another left behind. */
interface Workouts {
  /** A new workout from an outline; its id. */
  create(outline: string): Promise<string>;
  /** A new workout with the plan and the script of one of the demo's, under its title; its id. */
  copyOf(title: DemoTitle): Promise<string>;
  /** The demo's own, with its take: who changes it takes the change back. */
  demo(title?: DemoTitle): Promise<string>;
}

/** Goes to a station of a workout and waits until the page can be worked with. */
type Open = (id: string, station: Station, on?: Page) => Promise<string>;

/** A new workout: from an outline, from another one, with a title; its id. */
export async function createWorkout(request: APIRequestContext, data: Record<string, string>): Promise<string> {
  return ((await (await request.post('/api/workouts', { data })).json()) as { id: string }).id;
}

/** Makes a new workout from an outline and goes to a station of it; its id. */
export async function openNew(page: Page, outline: string, station: Station): Promise<string> {
  const id = await createWorkout(page.request, { outline });
  await page.goto(`/w/${id}/${station}`);
  await (station === 'plan' ? page.getByTestId('total') : page.getByRole('navigation', { name: 'Stations' })).waitFor();
  return id;
}

export const test = base.extend<{ workouts: Workouts; open: Open }>({
  workouts: async ({ request }, give) => {
    const demo = async (title: DemoTitle = 'Broomstick') => {
      const { items: list } = (await (await request.get('/api/workouts')).json()) as ListPage<WorkoutSummary>;
      const named = {
        Broomstick: 'Broomstick Strong for Beekeepers',
        'From Smoker': 'From Smoker to Super: Lifting Day Strength',
      }[title];
      const found = list.find((w) => w.title === named);
      if (found === undefined) throw new Error(`The demo's “${named}” is not in the list.`);
      return found.id;
    };
    await give({
      create: (outline) => createWorkout(request, { outline }),
      copyOf: async (title) => createWorkout(request, { from: await demo(title), title: `${title}, for a test` }),
      demo,
    });
  },
  open: async ({ page }, give) => {
    await give(async (id, station, on = page) => {
      await on.goto(`/w/${id}/${station}`);
      await on.getByRole('navigation', { name: 'Stations' }).waitFor();
      return id;
    });
  },
});
