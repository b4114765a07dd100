/** A beat that clicks: seconds on the track, and which click. */
export interface Click {
  readonly at: number;
  readonly hz: number;
}

/** Clicks are handed to the sound card this far ahead, in seconds. */
const AHEAD_S = 0.25;
const LOOK_MS = 60;
const CLICK_S = 0.03;

export interface TrackPlayer {
  readonly audio: HTMLAudioElement;
  /** Replaces the clicks at once; an empty list is silent. */
  click(clicks: readonly Click[]): void;
  destroy(): void;
}

/**
 * Plays a track with a click on its beats. The click is made on the sound card's own clock, so that it sits on the
 * beat.
 */
export function openTrackPlayer(url: string): TrackPlayer {
  const audio = new Audio(url);
  audio.preload = 'auto';
  let context: AudioContext | null = null;
  let clicks: readonly Click[] = [];
  let done = -1;
  const look = (): void => {
    if (audio.paused || clicks.length === 0) {
      done = -1;
      return;
    }
    context ??= new AudioContext();
    const now = audio.currentTime;
    if (done < 0 || now < done - 2 * AHEAD_S) done = now;
    for (const { at, hz } of clicks) {
      if (at <= done || at > now + AHEAD_S) continue;
      const [tone, gain] = [context.createOscillator(), context.createGain()];
      const start = context.currentTime + (at - now) / audio.playbackRate;
      tone.frequency.value = hz;
      gain.gain.setValueAtTime(0.5, start);
      gain.gain.exponentialRampToValueAtTime(0.001, start + CLICK_S);
      tone.connect(gain).connect(context.destination);
      tone.start(Math.max(start, context.currentTime));
      tone.stop(start + CLICK_S);
    }
    done = now + AHEAD_S;
  };
  const timer = setInterval(look, LOOK_MS);
  return {
    audio,
    click(next) {
      clicks = next;
    },
    destroy() {
      clearInterval(timer);
      audio.pause();
      audio.removeAttribute('src');
      void context?.close();
    },
  };
}
