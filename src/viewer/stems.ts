/** How loud voice and music are, 0 to 1 each; at 1 and 1 the film's own sound is heard. */
interface Stems {
  readonly set: (which: 'voice' | 'rest', volume: number) => void;
  readonly volumeOf: (which: 'voice' | 'rest') => number;
  /** Brings the stems to where the film is; asked at every picture. */
  readonly follow: () => void;
}

/** So far a stem may be from the picture before it is put right, in seconds. */
const APART_S = 0.06;

/**
 * Plays the voice and the rest beside a muted film while one of them is turned down. Null where the page came without
 * them. `onReset`: both are full again, for somebody turned the film's own sound on.
 */
export function stemsOf(film: HTMLVideoElement, onReset: () => void): Stems | null {
  const [voice, rest] = ['voice', 'rest'].map((id) => document.getElementById(id) as HTMLAudioElement | null);
  if (voice == null || rest == null) return null;
  const volumes = { voice: 1, rest: 1 };
  let apart = false;
  const both = [voice, rest];
  const stop = () => both.forEach((a) => a.pause());
  const follow = () => {
    if (!apart) return;
    for (const stem of both) {
      stem.playbackRate = film.playbackRate;
      if (Math.abs(stem.currentTime - film.currentTime) > APART_S && !stem.seeking) stem.currentTime = film.currentTime;
      if (stem.paused !== film.paused) void (film.paused ? stem.pause() : stem.play().catch(() => undefined));
    }
  };
  const sound = () => {
    apart = volumes.voice < 1 || volumes.rest < 1;
    film.muted = apart;
    voice.volume = volumes.voice * film.volume;
    rest.volume = volumes.rest * film.volume;
    if (!apart) stop();
    follow();
  };
  film.addEventListener('volumechange', () => {
    if (apart && !film.muted) {
      volumes.voice = volumes.rest = 1;
      onReset();
    }
    sound();
  });
  for (const event of ['play', 'pause', 'seeked', 'ratechange', 'ended']) film.addEventListener(event, follow);
  return {
    follow,
    volumeOf: (which) => volumes[which],
    set(which, volume) {
      volumes[which] = volume;
      sound();
    },
  };
}
