import { axeFinds } from './axe.ts';
import { expect, test } from './fixtures.ts';
import { filmedClass } from './filmed.ts';

test('the page plays the mix, and as it was recorded by one key', async ({ page, request }) => {
  const id = await filmedClass(request, 'Heard', 20);
  // Whatever goes to the sound card is listened to as well.
  await page.addInitScript(() => {
    const connect = AudioNode.prototype.connect as (this: AudioNode, to: AudioNode) => AudioNode;
    const levels: (() => number)[] = [];
    Object.assign(window, { loudest: () => Math.max(0, ...levels.map((level) => level())) });
    AudioNode.prototype.connect = function (this: AudioNode, to: AudioNode) {
      if (to instanceof AudioDestinationNode) {
        const ear = new AnalyserNode(this.context);
        connect.call(this, ear);
        levels.push(() => {
          const samples = new Float32Array(ear.fftSize);
          ear.getFloatTimeDomainData(samples);
          return samples.reduce((most, x) => Math.max(most, Math.abs(x)), 0);
        });
      }
      return connect.call(this, to);
    } as typeof AudioNode.prototype.connect;
  });
  await page.goto(`/w/${id}/score`);
  const mixed = page.getByRole('button', { name: /^Mixed/ });
  // As soon as the take was listened to.
  await expect(mixed).toBeVisible({ timeout: 240_000 });
  await page.getByRole('button', { name: /^Play/ }).click();
  const loudest = () => page.evaluate(() => (window as unknown as { loudest: () => number }).loudest());
  await expect.poll(loudest, { timeout: 60_000 }).toBeGreaterThan(0.01);
  await page.keyboard.press('q');
  await expect(page.getByRole('button', { name: /^Recorded/ })).toHaveAttribute('aria-pressed', 'false');
  await page.getByRole('button', { name: /^Pause/ }).click();
  expect(await axeFinds(page)).toEqual([]);
  await page.getByRole('button', { name: /^Recorded/ }).press('Enter');
  await expect(mixed).toHaveAttribute('aria-pressed', 'true');
});
