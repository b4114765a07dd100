import MidiFile from '@tonejs/midi';
import { type LaidMusic, beatsOf } from '../../core/music/laid.ts';
import type { Segment } from '../../core/plan/segment.ts';
import { labelWithSide } from '../../core/plan/segment.ts';
import type { Micros } from '../../core/time/micros.ts';

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
 * on each count (higher on ones). Set Tempo holds whole microseconds a quarter (MIDI 1.0), so each step begins on the
 * tick worked out from all before it and nothing adds up.
 */
export function writeMidi(title: string, music: LaidMusic, segments: readonly Segment[], length: Micros): Uint8Array {
  const midi = new MidiFile.Midi();
  midi.header.fromJSON({ ...midi.header.toJSON(), ppq: TICKS, name: title });
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
    return { ticks: Math.round(tick), bpm: 60e6 / beatUs, us, exact: tick, beatUs };
  });
  const tickAt = (at: number): number => {
    const step = tempos.findLast((t) => t.us <= at);
    return step === undefined
      ? Math.round((at / IDLE_US) * TICKS)
      : Math.round(step.exact + ((at - step.us) / step.beatUs) * TICKS);
  };
  midi.header.tempos = tempos.map(({ ticks, bpm }) => ({ ticks, bpm }));
  const metres = beats.filter((b, i) => b.one && b.metre !== beats.slice(0, i).findLast((o) => o.one)?.metre);
  midi.header.timeSignatures = [
    { ticks: 0, timeSignature: [metres[0]?.metre ?? 4, 4] },
    ...metres.slice(1).map((b) => ({ ticks: tickAt(b.at), timeSignature: [b.metre, 4] })),
  ];
  midi.header.meta = segments.map((s) => ({ ticks: tickAt(s.start), type: 'marker', text: labelWithSide(s) }));
  const track = midi.addTrack();
  track.name = 'Count';
  track.channel = 9;
  for (const beat of beats)
    track.addNote({
      midi: beat.phrase ? 81 : beat.one ? 76 : 77,
      ticks: tickAt(beat.at),
      durationTicks: TICKS / 4,
      velocity: beat.one ? 0.95 : 0.6,
    });
  track.endOfTrackTicks = tickAt(length);
  return midi.toArray();
}
