import type { PlacedPickUp } from '../core/sound/pick-ups.ts';
import { type Micros, micros, toSeconds } from '../core/time/micros.ts';

export type PlayedLine = PlacedPickUp & { readonly url: string };

/** Further off its place than this, a line is put right; nobody hears less. */
const LOOSE_S = 0.12;

/** Plays lines that were spoken again along with a programme. */
export class LinePlayer {
  readonly element = new Audio();
  private current: PlayedLine | null = null;

  /** The line that is heard now. */
  get heard(): string | null {
    return this.current?.pickUpId ?? null;
  }

  /** Called for every frame of a programme that plays. Gives how loud the take's own voice is to be, 0 or 1. */
  follow(lines: readonly PlayedLine[], now: Micros, rate: number): number {
    const line = lines.find((l) => now >= l.at && now < l.at + l.length) ?? null;
    if (line === null) this.silence();
    else {
      const speed = line.speedPpm / 1e6;
      const wanted = toSeconds(micros(line.from + (now - line.at) * speed));
      if (this.current?.pickUpId !== line.pickUpId || this.element.dataset.url !== line.url) {
        this.current = line;
        this.element.dataset.url = line.url;
        this.element.src = line.url;
        this.element.currentTime = wanted;
      } else if (Math.abs(this.element.currentTime - wanted) > LOOSE_S) this.element.currentTime = wanted;
      this.element.playbackRate = rate * speed;
      if (this.element.paused) void this.element.play().catch(() => undefined);
    }
    return lines.some((l) => l.muted !== null && now >= l.muted.start && now < l.muted.end) ? 0 : 1;
  }

  silence(): void {
    this.element.pause();
    this.current = null;
  }
}
