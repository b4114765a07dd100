// Keeps programs running: what ends by itself is started again, with growing pauses while it ends at once.

const FIRST_PAUSE_MS = 300;
const LONGEST_PAUSE_MS = 10_000;
/** Who lived for so long is well again. */
const WELL_AFTER_MS = 30_000;

/**
 * Starts something and starts it again whenever it ends by itself.
 * @param {(ended: (why: string) => void) => Promise<{ stop: () => Promise<void> }>} start rejects where it cannot start
 * @param {(message: string) => void} tell hears when it ended and when it runs again
 */
export async function supervise(name, start, tell) {
  let stopped = false;
  let service = null;
  let pause = FIRST_PAUSE_MS;
  let timer = null;
  let begun = Date.now();
  const again = (why) => {
    if (stopped || timer !== null) return;
    service = null;
    if (Date.now() - begun > WELL_AFTER_MS) pause = FIRST_PAUSE_MS;
    tell(`The ${name} ended (${why}); it is started again in ${(pause / 1000).toFixed(1)} s.`);
    timer = setTimeout(() => {
      timer = null;
      begun = Date.now();
      start(again).then(
        (started) => {
          if (stopped) return void started.stop();
          service = started;
          tell(`The ${name} runs again.`);
        },
        (error) => again(error.message.split('\n')[0]),
      );
    }, pause);
    pause = Math.min(LONGEST_PAUSE_MS, pause * 2);
  };
  service = await start(again);
  return {
    async stop() {
      stopped = true;
      if (timer !== null) clearTimeout(timer);
      await service?.stop();
    },
  };
}
