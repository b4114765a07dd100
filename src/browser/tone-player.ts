import type { ToneFamily } from '../core/edit/decisions.ts';
import { TONE_RATE_HZ, toneSamples } from '../core/sound/tone-shapes.ts';
import type { Tone, ToneKind } from '../core/sound/tones.ts';
import { type Micros, toSeconds } from '../core/time/micros.ts';

/** Tones are handed to the sound card so long before they are due, in seconds of its own clock. */
const AHEAD_S = 0.15;
/** A tone this late is left out: it would say something wrong. */
const LATE_S = 0.03;

/** Plays timer tones with a programme that plays, on the clock of the sound card. */
export class TonePlayer {
  private context: AudioContext | null = null;
  private readonly buffers = new Map<string, AudioBuffer>();
  private readonly playing = new Set<AudioBufferSourceNode>();
  private list: readonly Tone[] = [];
  private next = 0;
  private last = -1;

  /** Plays a tone at once, to be listened to; its peak in dB of full scale. */
  play(family: ToneFamily, kind: ToneKind, peakDb: number): void {
    this.start(family, { kind }, peakDb, 0);
  }

  /** Called for every frame of a programme that plays: hands over the tones that are due soon. */
  follow(
    tones: readonly Tone[],
    {
      family,
      peakDb,
      now,
      rate,
    }: { readonly family: ToneFamily; readonly peakDb: number; readonly now: Micros; readonly rate: number },
  ): void {
    // Somebody went elsewhere, or the list is another one.
    if (tones !== this.list || now < this.last || now > this.last + 500_000) {
      this.list = tones;
      this.silence();
      this.next = tones.findIndex((t) => t.at >= now);
      if (this.next < 0) this.next = tones.length;
    }
    this.last = now;
    for (let tone = tones[this.next]; tone !== undefined; tone = tones[++this.next]) {
      const inS = toSeconds((tone.at - now) as Micros) / rate;
      if (inS > AHEAD_S) break;
      if (inS >= -LATE_S) this.start(family, tone, peakDb, Math.max(0, inS));
    }
  }

  /** Ends what was handed over. */
  silence(): void {
    for (const source of this.playing) source.stop();
    this.playing.clear();
    this.last = -1;
  }

  close(): void {
    this.silence();
    void this.context?.close();
    this.context = null;
  }

  private start(family: ToneFamily, tone: Pick<Tone, 'kind' | 'tonic'>, peakDb: number, inS: number): void {
    const context = (this.context ??= new AudioContext());
    void context.resume();
    const source = context.createBufferSource();
    const gain = context.createGain();
    source.buffer = this.bufferOf(context, family, tone);
    gain.gain.value = 10 ** (peakDb / 20);
    source.connect(gain).connect(context.destination);
    source.start(context.currentTime + inS);
    this.playing.add(source);
    source.onended = () => this.playing.delete(source);
  }

  private bufferOf(
    context: AudioContext,
    family: ToneFamily,
    { kind, tonic }: Pick<Tone, 'kind' | 'tonic'>,
  ): AudioBuffer {
    const name = `${family} ${kind} ${tonic ?? ''}`;
    const known = this.buffers.get(name);
    if (known !== undefined) return known;
    const samples = toneSamples(family, kind, tonic);
    const buffer = context.createBuffer(1, samples.length, TONE_RATE_HZ);
    buffer.copyToChannel(new Float32Array(samples), 0);
    this.buffers.set(name, buffer);
    return buffer;
  }
}
