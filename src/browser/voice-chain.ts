import { gainAt } from '../core/music/levels.ts';
import { ATTACK_S } from '../core/sound/limiter.ts';
import { RUMBLE_BELOW_HZ } from '../core/sound/rumble.ts';
import { CLICKS_LAG } from '../core/sound/known-clicks.ts';
import { NOTHING_TAKEN } from '../core/sound/voice-filter.ts';
import { FRAME } from '../core/sound/voice-frames.ts';
import { type Micros, type ProgrammeTime, toSeconds } from '../core/time/micros.ts';
import type { PlayedMix, VoiceTold } from './played-mix.ts';

/** Gains follow their curves with this time constant: a picture's frame. */
export const GLIDE_S = 0.012;
/** The voice comes so much later than it is played: noise is taken out in frames, clicks by what lies behind them. */
const VOICE_LAG_S = (FRAME + CLICKS_LAG) / 48_000;
/** How often its filter is told where in its recording the voice is. */
const PLACE_EVERY_S = 0.25;
/** The voice is out for so long before and after a cut, and is told of a cut so long before. */
const CUT_S = 0.015;
const TOLD_S = 0.12;
/** A filter of the second order without a peak, as Web Audio counts it. */
const FLAT_DB = -3.0103;

/** What runs in the sound card's own thread (`mix-worklet.ts`). */
export interface Worklets {
  /** Takes noise and pops out of the voice. */
  readonly voice: AudioWorkletNode;
  /** Holds the peaks of the whole. */
  readonly limiter: AudioWorkletNode;
}

/**
 * Voice, lines that were spoken again and the whole, in Web Audio: rumble and noise out, out at cuts, through the gains
 * of the mix, and the whole to its loudness with its peaks held.
 */
export class VoiceChain {
  /** Takes what is heard beside the voice, as late as that. */
  readonly beside: AudioNode;
  /** How much later all is heard than it is played. */
  readonly lagS: number;
  private readonly voiceLagS: number;
  private readonly rumble: readonly BiquadFilterNode[];
  private readonly gain: GainNode;
  private readonly cut: GainNode;
  private readonly line: GainNode;
  private readonly master: GainNode;
  /** What the filter was last told, and the last cut that the voice was let out at. */
  private told: { readonly mediaId: string | null; readonly mix: PlayedMix } | null = null;
  private lastCut: ProgrammeTime | null = null;
  private piece: PlayedMix['sounds'][number] | null = null;
  private placedAt = -Infinity;

  /** `worklets`: null where the browser has none, on a page that came without encryption. */
  constructor(
    private readonly context: AudioContext,
    private readonly worklets: Worklets | null,
    elements: readonly HTMLMediaElement[],
    line: HTMLMediaElement,
  ) {
    this.voiceLagS = worklets === null ? 0 : VOICE_LAG_S;
    this.lagS = worklets === null ? 0 : VOICE_LAG_S + ATTACK_S;
    this.rumble = [0, 1].map(() => {
      const highpass = context.createBiquadFilter();
      highpass.type = 'highpass';
      highpass.Q.value = FLAT_DB;
      return highpass;
    });
    this.gain = context.createGain();
    this.cut = context.createGain();
    this.line = context.createGain();
    this.master = context.createGain();
    const { voice, limiter } = worklets ?? { voice: null, limiter: null };
    (limiter === null ? this.master : this.master.connect(limiter)).connect(context.destination);
    const still = this.rumble[0]!.connect(this.rumble[1]!);
    (voice === null ? still : still.connect(voice)).connect(this.cut).connect(this.gain).connect(this.master);
    this.beside = new DelayNode(context, { delayTime: this.voiceLagS });
    this.beside.connect(this.master);
    for (const element of elements) sourceOf(context, element).connect(this.rumble[0]!);
    sourceOf(context, line).connect(this.line).connect(this.beside);
  }

  /** Called for every frame; null: everything as it was recorded. `spoken`: the line that is heard now, by its id. */
  follow(mix: PlayedMix | null, now: Micros, rate: number, spoken: string | null): void {
    if (mix === null) return this.asRecorded();
    // At 0 Hz it lets everything through.
    for (const highpass of this.rumble) highpass.frequency.value = mix.rumble ? RUMBLE_BELOW_HZ : 0;
    const voiceDb = gainAt(mix.gains.voice, now);
    this.glide(this.gain, voiceDb);
    if (spoken !== null) this.glide(this.line, voiceDb + mix.lineDb(spoken));
    this.glide(this.master, mix.masterDb);
    const piece = mix.sounds.find((p) => now < p.at + p.length);
    const mediaId = piece?.mediaId ?? null;
    if (this.told?.mediaId !== mediaId || this.told.mix !== mix) {
      this.told = { mediaId, mix };
      if (mediaId !== null) this.tell({ of: { taken: mix.takenDown(mediaId), clicks: mix.clicksOf(mediaId) } });
      this.worklets?.limiter.port.postMessage(mix.limitDb === null ? Infinity : decibels(mix.limitDb));
    }
    if (piece !== undefined && (piece !== this.piece || this.context.currentTime - this.placedAt >= PLACE_EVERY_S)) {
      this.piece = piece;
      this.placedAt = this.context.currentTime;
      this.tell({ place: { ms: toSeconds((piece.from + now - piece.at) as Micros) * 1000, rate } });
    }
    this.outAtCut(mix.cuts, now, rate);
  }

  private tell(message: VoiceTold): void {
    this.worklets?.voice.port.postMessage(message);
  }

  private asRecorded(): void {
    for (const highpass of this.rumble) highpass.frequency.value = 0;
    for (const node of [this.gain, this.line, this.master]) this.glide(node, 0);
    if (this.told !== null) {
      this.tell({ of: { taken: NOTHING_TAKEN, clicks: [] } });
      this.worklets?.limiter.port.postMessage(Infinity);
    }
    this.told = null;
  }

  private glide({ gain }: GainNode, db: number): void {
    gain.setTargetAtTime(decibels(db), this.context.currentTime, GLIDE_S);
  }

  /** Lets the voice out and in again at a cut that comes next, on the clock of the sound card. */
  private outAtCut(cuts: readonly ProgrammeTime[], now: Micros, rate: number): void {
    const next = cuts.find((at) => at > now);
    const inS = next === undefined ? Infinity : toSeconds((next - now) as Micros) / rate;
    if (next === undefined || inS > TOLD_S || next === this.lastCut) return;
    this.lastCut = next;
    const { currentTime } = this.context;
    const at = currentTime + inS + this.voiceLagS;
    const { gain } = this.cut;
    gain.cancelScheduledValues(currentTime);
    gain.setValueAtTime(1, Math.max(currentTime, at - CUT_S));
    gain.linearRampToValueAtTime(0, at);
    gain.linearRampToValueAtTime(1, at + CUT_S);
  }
}

/**
 * The sound of an element, on two channels: what was recorded on one is as loud in sum as it was, as ffmpeg makes it in
 * the file; Web Audio alone would make it louder by 3 dB.
 */
export function sourceOf(context: AudioContext, element: HTMLMediaElement): AudioNode {
  return context.createMediaElementSource(element).connect(context.createStereoPanner());
}

export const decibels = (db: number) => 10 ** (db / 20);
