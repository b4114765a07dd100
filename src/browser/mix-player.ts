import type { LaidTrack } from '../core/music/arrangement.ts';
import { type HeardTrack, heardTracks } from '../core/music/heard-music.ts';
import { gainAt } from '../core/music/levels.ts';
import type { BedLevels } from '../core/music/music.ts';
import type { Track } from '../core/music/track.ts';
import type { Piece } from '../core/edit/views.ts';
import type { MixGains } from '../core/sound/mix-gains.ts';
import { RUMBLE_BELOW_HZ } from '../core/sound/rumble.ts';
import { FRAME, NOTHING_TAKEN, type TakenDown } from '../core/sound/voice-filter.ts';
import { type Micros, toSeconds } from '../core/time/micros.ts';

/** What a programme's mix is played by. */
export interface PlayedMix {
  readonly gains: MixGains;
  readonly rumble: boolean;
  /** The recordings that are heard, and what is taken down of each. */
  readonly sounds: readonly Piece[];
  readonly takenDown: (mediaId: string) => TakenDown;
  /** How many recordings are heard with their noise, though the file has it taken down. */
  readonly withNoise: number;
  readonly laid: readonly LaidTrack[];
  readonly levels: BedLevels;
  readonly urlOf: (track: Track) => string;
}

/** Gains follow their curves with this time constant: a picture's frame. */
const GLIDE_S = 0.012;
/** Music this far off its place runs a little faster or slower; further off it is looked for anew, but not at once. */
const LOOSE_S = 0.008;
const LOST_S = 0.25;
const LOOK_AGAIN_MS = 1_500;
/** A track waits at its beginning so long before it is heard. */
const READY_US = 8e6;
/** The voice comes so much later than it is played: its noise is taken out in whole frames. */
const VOICE_LAG_S = FRAME / 48_000;
/** A filter of the second order without a peak, as Web Audio counts it. */
const FLAT_DB = -3.0103;

/** A player for one track. */
interface Deck {
  readonly element: HTMLAudioElement;
  readonly gain: GainNode;
  laid: LaidTrack | null;
  looked: number;
}

/**
 * Plays the mix of a programme: the voice of the elements that it is given through the same gains as the file has, and
 * the music under it, from its beats, stretched, faded and ducked. Where the browser lets no sound through, the
 * elements are heard as they are.
 */
export class MixPlayer {
  private context: AudioContext | null = null;
  private filter: Promise<AudioWorkletNode | null> | null = null;
  private voice: {
    readonly rumble: readonly BiquadFilterNode[];
    /** null: the browser has none, on a page that came without encryption. */
    readonly filter: AudioWorkletNode | null;
    readonly gain: GainNode;
  } | null = null;
  private readonly decks: Deck[] = [];
  /** What the voice's filter was last told. */
  private told: { readonly mediaId: string | null; readonly mix: PlayedMix } | null = null;

  /** `filterUrl`: where the script is that takes noise out of the voice (`voice-worklet.ts`). */
  constructor(
    private readonly elements: readonly HTMLMediaElement[],
    private readonly filterUrl: string,
  ) {}

  /** How much later all is heard than it is played, microseconds. */
  get lagUs(): number {
    return this.voice?.filter == null ? 0 : VOICE_LAG_S * 1e6;
  }

  /** Called as something is about to play, by a key or a click: only then browsers let sound through. */
  async begin(): Promise<void> {
    // What was not allowed the first time is asked for again.
    const context = (this.context ??= new AudioContext({ sampleRate: 48_000 }));
    this.filter ??= this.filterIn(context);
    const [filter] = await Promise.all([this.filter, context.resume().catch(() => undefined)]);
    if (this.voice === null && context.state === 'running' && this.context === context) this.build(context, filter);
  }

  private build(context: AudioContext, filter: AudioWorkletNode | null): void {
    const rumble = [0, 1].map(() => {
      const filter = context.createBiquadFilter();
      filter.type = 'highpass';
      filter.Q.value = FLAT_DB;
      return filter;
    });
    const gain = context.createGain();
    const still = rumble[0]!.connect(rumble[1]!);
    (filter === null ? still : still.connect(filter)).connect(gain).connect(context.destination);
    const late = new DelayNode(context, { delayTime: filter === null ? 0 : VOICE_LAG_S });
    late.connect(context.destination);
    for (const element of this.elements) context.createMediaElementSource(element).connect(rumble[0]!);
    for (let i = 0; i < 2; i++) {
      const element = new Audio();
      const own = context.createGain();
      own.gain.value = 0;
      context.createMediaElementSource(element).connect(own).connect(late);
      this.decks.push({ element, gain: own, laid: null, looked: 0 });
    }
    this.voice = { rumble, filter, gain };
  }

  private async filterIn(context: AudioContext): Promise<AudioWorkletNode | null> {
    try {
      await context.audioWorklet.addModule(this.filterUrl);
      return new AudioWorkletNode(context, 'voice', { outputChannelCount: [2] });
    } catch {
      return null;
    }
  }

  /** Called for every frame of a programme that plays; null: everything as it was recorded. */
  follow(mix: PlayedMix | null, now: Micros, rate: number): void {
    const { context, voice } = this;
    if (context === null || voice === null) return;
    const glide = (param: AudioParam, value: number) => param.setTargetAtTime(value, context.currentTime, GLIDE_S);
    if (mix === null) {
      for (const filter of voice.rumble) filter.frequency.value = 0;
      glide(voice.gain.gain, 1);
      if (this.told !== null) voice.filter?.port.postMessage(NOTHING_TAKEN);
      this.told = null;
      return this.silence();
    }
    // At 0 Hz it lets everything through.
    for (const filter of voice.rumble) filter.frequency.value = mix.rumble ? RUMBLE_BELOW_HZ : 0;
    glide(voice.gain.gain, decibels(gainAt(mix.gains.voice, now)));
    const mediaId = mix.sounds.find((p) => now < p.at + p.length)?.mediaId ?? null;
    if (this.told?.mediaId !== mediaId || this.told.mix !== mix) {
      this.told = { mediaId, mix };
      if (mediaId !== null) voice.filter?.port.postMessage(mix.takenDown(mediaId));
    }
    const heard = heardTracks(mix.laid, now, mix.levels).slice(0, this.decks.length);
    const ducked = decibels(gainAt(mix.gains.duck, now));
    for (const deck of this.decks)
      if (deck.laid !== null && !heard.some((h) => isSame(h.laid, deck.laid))) {
        glide(deck.gain.gain, 0);
        if (now >= deck.laid.start || now < deck.laid.start - READY_US) this.free(deck);
      }
    for (const track of heard) {
      const deck = this.deckOf(track.laid, mix.urlOf);
      if (deck === null) continue;
      keep(deck, track, rate);
      glide(deck.gain.gain, track.amplitude * ducked);
    }
    const next = mix.laid.find((l) => l.start > now && l.start <= now + READY_US);
    if (next !== undefined) this.deckOf(next, mix.urlOf);
  }

  /** The music stands still. */
  silence(): void {
    for (const { element } of this.decks) element.pause();
  }

  close(): void {
    this.silence();
    for (const deck of this.decks) this.free(deck);
    void this.context?.close();
    this.context = null;
    this.filter = null;
    this.voice = null;
  }

  private free(deck: Deck): void {
    deck.element.pause();
    deck.laid = null;
  }

  /** The player that has a track, or takes it up; null: both are at work. */
  private deckOf(laid: LaidTrack, urlOf: (track: Track) => string): Deck | null {
    const own = this.decks.find((d) => isSame(laid, d.laid));
    const deck = own ?? this.decks.find((d) => d.laid === null);
    if (deck === undefined) return null;
    deck.laid = laid;
    if (own === undefined) {
      const url = urlOf(laid.track);
      if (deck.element.dataset.url !== url) {
        deck.element.dataset.url = url;
        deck.element.src = url;
      }
      deck.element.currentTime = toSeconds(laid.from);
      deck.looked = performance.now();
    }
    return deck;
  }
}

/** Laid anew by an edit it is another object, and the same music. */
const isSame = (a: LaidTrack, b: LaidTrack | null) => a.placement.id === b?.placement.id;

/** Keeps a track at its place. */
function keep(deck: Deck, { at, speed }: HeardTrack, rate: number): void {
  const { element } = deck;
  const offS = element.currentTime - toSeconds(at);
  if (
    Math.abs(offS) > LOST_S &&
    !element.seeking &&
    (element.paused || performance.now() - deck.looked > LOOK_AGAIN_MS)
  ) {
    element.currentTime = toSeconds(at);
    deck.looked = performance.now();
  }
  // Within some seconds it is back; nobody hears two in a hundred.
  const nudge = Math.abs(offS) < LOOSE_S ? 0 : Math.max(-0.02, Math.min(0.02, offS / 2));
  const wanted = rate * speed * (1 - nudge);
  if (Math.abs(element.playbackRate - wanted) > 0.001) element.playbackRate = wanted;
  if (element.paused) void element.play().catch(() => undefined);
}

const decibels = (db: number) => 10 ** (db / 20);
