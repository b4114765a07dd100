import { type MidiEvent, writeMidi as encodeMidi } from 'midi-file';
import { type LaidMusic, beatsOf } from '../../core/music/arrangement.ts';
import type { Segment } from '../../core/plan/segment.ts';
import { labelWithSide } from '../../core/plan/segment.ts';
import type { Length } from '../../core/time/micros.ts';

/** Ticks of a quarter note. */
const TICKS = 480;
/** Where no music lies, a beat is a second. */
const IDLE_US = 1e6;

interface TempoStep {
  readonly atUs: number;
  readonly beatUs: number;
}

/**
 * A Standard MIDI File of the class: tempo changes and metre from the laid music, a marker at each segment, a woodblock
 * on each count (higher on downbeats). Set Tempo holds whole microseconds a quarter (MIDI 1.0), so each step begins on
 * the tick worked out from all before it and nothing adds up.
 */
export function writeMidi(title: string, music: LaidMusic, segments: readonly Segment[], length: Length): Uint8Array {
  const beats = music.laid
    .flatMap((l) => beatsOf(l).map((b) => ({ ...b, metre: l.track.map.metre })))
    .sort((a, b) => a.at - b.at);
  const steps: TempoStep[] = [];
  const put = (atUs: number, beatUs: number) => {
    const last = steps.at(-1);
    if (last === undefined || Math.round(last.beatUs) !== Math.round(beatUs)) steps.push({ atUs, beatUs });
  };
  if ((beats[0]?.at ?? 1) > 0) put(0, IDLE_US);
  beats.forEach((beat, i) => {
    const gap = (beats[i + 1]?.at ?? beat.at) - beat.at;
    if (gap > 150_000 && gap < 3e6) put(beat.at, gap);
  });
  let [tick, us, beatUs] = [0, 0, Math.round(steps[0]?.beatUs ?? IDLE_US)];
  const tempos = steps.map((step) => {
    tick += ((step.atUs - us) / beatUs) * TICKS;
    us = step.atUs;
    beatUs = Math.round(step.beatUs);
    return { us, exact: tick, beatUs };
  });
  const tickAt = (at: number): number => {
    const step = tempos.findLast((t) => t.us <= at);
    return step === undefined
      ? Math.round((at / IDLE_US) * TICKS)
      : Math.round(step.exact + ((at - step.us) / step.beatUs) * TICKS);
  };
  const metres = beats.filter((b, i) => b.one && b.metre !== beats.slice(0, i).findLast((o) => o.one)?.metre);
  const end = tickAt(length);
  const conductor: Timed[] = [
    { tick: 0, is: { type: 'trackName', text: utf8(title) } },
    ...tempos.map((t): Timed => ({
      tick: Math.round(t.exact),
      is: { type: 'setTempo', microsecondsPerBeat: t.beatUs },
    })),
    { tick: 0, is: metreOf(metres[0]?.metre ?? 4) },
    ...metres.slice(1).map((b): Timed => ({ tick: tickAt(b.at), is: metreOf(b.metre) })),
    ...segments.map((s): Timed => ({
      tick: tickAt(s.start),
      is: { type: 'marker', text: utf8(labelWithSide(s)) },
    })),
  ];
  const counts = beats.flatMap((beat): Timed[] => {
    const note = { channel: DRUMS, noteNumber: beat.phrase ? OPEN_TRIANGLE : beat.one ? HIGH_BLOCK : LOW_BLOCK };
    const tick = tickAt(beat.at);
    return [
      { tick, is: { type: 'noteOn', ...note, velocity: beat.one ? 121 : 76 } },
      { tick: tick + TICKS / 4, is: { type: 'noteOff', ...note, velocity: 0 } },
    ];
  });
  return Uint8Array.from(
    encodeMidi({
      header: { format: 1, numTracks: 2, ticksPerBeat: TICKS },
      tracks: [
        inOrder(conductor, end),
        inOrder([{ tick: 0, is: { type: 'trackName', text: 'Count' } }, ...counts], end),
      ],
    }),
  );
}

/** Percussion (General MIDI 1): the tenth channel, woodblocks and the open triangle. */
const DRUMS = 9;
const [HIGH_BLOCK, LOW_BLOCK, OPEN_TRIANGLE] = [76, 77, 81];

type Distributed<T> = T extends unknown ? Omit<T, 'deltaTime'> : never;

/** An event on its tick of the file. */
interface Timed {
  readonly tick: number;
  readonly is: Distributed<MidiEvent>;
}

function metreOf(numerator: number): Timed['is'] {
  return { type: 'timeSignature', numerator, denominator: 4, metronome: 24, thirtyseconds: 8 };
}

/** The events of one track, each with its distance from the one before. */
function inOrder(events: readonly Timed[], end: number): MidiEvent[] {
  const sorted = [...events].sort((a, b) => a.tick - b.tick);
  const last = Math.max(end, sorted.at(-1)?.tick ?? 0);
  return [...sorted, { tick: last, is: { type: 'endOfTrack' } as const }].map(({ tick, is }, i) => ({
    deltaTime: tick - (i === 0 ? 0 : sorted[i - 1]!.tick),
    ...is,
  }));
}

/** Text as UTF-8: the encoder writes one byte a letter. MIDI 1.0 names no encoding; readers take this one. */
function utf8(text: string): string {
  return String.fromCharCode(...new TextEncoder().encode(text));
}
