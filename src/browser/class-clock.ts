/**
 * A clock of the class that can be paused, moved and slowed. Times are microseconds on plan time. Time itself is handed
 * in.
 */
export interface ClassClock {
  readonly at: () => number;
  readonly running: () => boolean;
  readonly speed: () => number;
  readonly start: () => void;
  readonly pause: () => void;
  readonly seek: (us: number) => void;
  readonly setSpeed: (speed: number) => void;
}

/** Slowest and fastest that a class is rehearsed at. */
export const SPEEDS = [0.5, 0.75, 0.9, 1, 1.25, 1.5] as const;

/**
 * `now` gives milliseconds that only go forward; `totalUs` is the class's length, at which the clock stops by itself.
 */
export function classClock(totalUs: number, now: () => number): ClassClock {
  let [from, since, speed, running] = [0, 0, 1, false];
  const at = () => Math.min(totalUs, running ? from + (now() - since) * 1000 * speed : from);
  const hold = () => {
    from = at();
    since = now();
  };
  return {
    at,
    running: () => running && at() < totalUs,
    speed: () => speed,
    start: () => {
      if (at() >= totalUs) [from, running] = [0, false];
      hold();
      running = true;
    },
    pause: () => {
      hold();
      running = false;
    },
    seek: (us) => {
      from = Math.max(0, Math.min(totalUs, us));
      since = now();
    },
    setSpeed: (next) => {
      hold();
      speed = next;
    },
  };
}
