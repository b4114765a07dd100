import type { LaidTrack } from '../core/music/arrangement.ts';
import { type HeardTrack, heardTracks } from '../core/music/heard-music.ts';
import { gainAt } from '../core/music/levels.ts';
import type { Track } from '../core/music/track.ts';
import { type Micros, toSeconds } from '../core/time/micros.ts';
import type { PlayedMix } from './played-mix.ts';
import { GLIDE_S, VoiceChain, type Worklets, decibels, sourceOf } from './voice-chain.ts';

/** Music this far off its place runs a little faster or slower; further off it is looked for anew, but not at once. */
const LOOSE_S = 0.008;
const LOST_S = 0.25;
const LOOK_AGAIN_MS = 1_500;
/** A track waits at its beginning so long before it is heard. */
const READY_US = 8e6;

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
  private worklets: Promise<Worklets | null> | null = null;
  private voice: VoiceChain | null = null;
  private readonly decks: Deck[] = [];

  /**
   * `workletUrl`: where the script is that runs in the sound card's thread (`mix-worklet.ts`); `line`: what plays lines
   * that were spoken again.
   */
  constructor(
    private readonly elements: readonly HTMLMediaElement[],
    private readonly workletUrl: string,
    private readonly line: HTMLMediaElement,
  ) {}

  /** How much later all is heard than it is played, microseconds. */
  get lagUs(): number {
    return (this.voice?.lagS ?? 0) * 1e6;
  }

  /** Called as something is about to play, by a key or a click: only then browsers let sound through. */
  async begin(): Promise<void> {
    // What was not allowed the first time is asked for again.
    const context = (this.context ??= new AudioContext({ sampleRate: 48_000 }));
    this.worklets ??= this.workletsIn(context);
    const [worklets] = await Promise.all([this.worklets, context.resume().catch(() => undefined)]);
    if (this.voice === null && context.state === 'running' && this.context === context) this.build(context, worklets);
  }

  private build(context: AudioContext, worklets: Worklets | null): void {
    const voice = new VoiceChain(context, worklets, this.elements, this.line);
    for (let i = 0; i < 2; i++) {
      const element = new Audio();
      const own = context.createGain();
      own.gain.value = 0;
      sourceOf(context, element).connect(own).connect(voice.beside);
      this.decks.push({ element, gain: own, laid: null, looked: 0 });
    }
    this.voice = voice;
  }

  private async workletsIn(context: AudioContext): Promise<Worklets | null> {
    const node = (name: keyof Worklets) => new AudioWorkletNode(context, name, { outputChannelCount: [2] });
    try {
      await context.audioWorklet.addModule(this.workletUrl);
      return { voice: node('voice'), limiter: node('limiter') };
    } catch {
      return null;
    }
  }

  /**
   * Called for every frame of a programme that plays; null: everything as it was recorded. `spoken`: the id of the line
   * spoken again that is heard now.
   */
  follow(mix: PlayedMix | null, now: Micros, rate: number, spoken: string | null = null): void {
    const { context, voice } = this;
    if (context === null || voice === null) return;
    voice.follow(mix, now, rate, spoken);
    if (mix === null) return this.silence();
    const glide = (param: AudioParam, value: number) => param.setTargetAtTime(value, context.currentTime, GLIDE_S);
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
    this.worklets = null;
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
