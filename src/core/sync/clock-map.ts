import type { TakeSound } from '../signal/take-sound.ts';
import { type Length, type Micros, type TakeTime, ZERO, later, takeTime } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import type { Transcript } from '../transcript/transcript.ts';

/**
 * How a second recording lies to a take: what the take has at t, it has at offset + t × (1 + drift / 10⁶). `spreadUs`
 * is the median distance of the places compared from that line.
 */
export interface Lie {
  readonly offsetUs: Micros;
  readonly driftPpm: number;
  readonly spreadUs: Length;
}

/** A time on the second recording's clock, on the take's. */
export function toTakeTime(at: Micros, lie: Lie): TakeTime {
  return takeTime((at - lie.offsetUs) / (1 + lie.driftPpm / 1e6));
}

/** What was heard in a second recording, on the take's clock; what lies outside of the take is left out. */
export function soundOnTake(sound: TakeSound, lie: Lie, duration: Micros): TakeSound {
  const place = (at: Micros) => toTakeTime(at, lie);
  const inside = (at: Micros) => at >= 0 && at < duration;
  const spans = <T extends Span<TakeTime>>(list: readonly T[]) =>
    list.map((s) => ({ ...s, start: place(s.start), end: place(s.end) })).filter((s) => inside(s.start));
  return {
    ...sound,
    voice: spans(sound.voice),
    beeps: spans(sound.beeps),
    claps: sound.claps.map(place).filter(inside),
    levels: sound.levels.map((l) => ({ ...l, at: place(l.at) })).filter((l) => inside(l.at)),
    ...(sound.music === undefined
      ? {}
      : {
          music: spans(sound.music).map((m) => ({
            ...m,
            map: { ...m.map, anchors: m.map.anchors.map((a) => ({ ...a, at: place(a.at) })) },
          })),
        }),
  };
}

/** The words of a second recording, on the take's clock. */
export function transcriptOnTake(transcript: Transcript, lie: Lie, duration: Micros): Transcript {
  const place = (at: Micros) => toTakeTime(at, lie);
  return {
    cues: transcript.cues
      .map((cue) => ({
        ...cue,
        start: place(cue.start),
        end: place(cue.end),
        words: cue.words?.map((w) => ({ ...w, start: place(w.start), end: place(w.end) })) ?? null,
      }))
      .filter((cue) => cue.end > 0 && cue.start < duration)
      .map((cue) => ({ ...cue, start: later(ZERO, cue.start) })),
  };
}
