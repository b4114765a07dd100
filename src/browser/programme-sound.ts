import type { ToneRules } from '../core/edit/decisions.ts';
import { tonePeakDb } from '../core/sound/mix-gains.ts';
import type { Tone } from '../core/sound/tones.ts';
import { type Micros, micros } from '../core/time/micros.ts';
import { LinePlayer, type PlayedLine } from './line-player.ts';
import { MixPlayer } from './mix-player.ts';
import type { PlayedMix } from './played-mix.ts';
import { TonePlayer } from './tone-player.ts';
import workletUrl from './mix-worklet.ts?worker&url';

/** What is heard with a picture besides the recordings themselves. */
export interface WithPicture {
  readonly lines: readonly PlayedLine[];
  readonly tones: { readonly list: readonly Tone[]; readonly rules: ToneRules } | undefined;
  readonly mix: PlayedMix | null;
}

/** Plays everything that is heard with a programme: its recordings as they are mixed, lines spoken again, tones. */
export class ProgrammeSound {
  private readonly tones = new TonePlayer();
  private readonly lines = new LinePlayer();
  private readonly mix: MixPlayer;

  constructor(elements: readonly HTMLMediaElement[]) {
    this.mix = new MixPlayer(elements, workletUrl, this.lines.element);
  }

  /** Called as something is about to play. */
  begin(): void {
    void this.mix.begin();
  }

  /** Called for every frame of a programme that plays. Gives how loud the takes' own voice is to be, 0 or 1. */
  follow({ lines, tones, mix }: WithPicture, now: Micros, rate: number): number {
    const taken = lines.length > 0 ? this.lines.follow(lines, now, rate) : 1;
    this.mix.follow(mix, now, rate, this.lines.heard);
    if (tones !== undefined && tones.rules.family !== null) {
      const { family, belowDb } = tones.rules;
      const peakDb = tonePeakDb(mix?.gains.spokenLufs ?? null, belowDb) + (mix?.masterDb ?? 0);
      this.tones.follow(tones.list, { family, peakDb, now: micros(now - this.mix.lagUs * rate), rate });
    }
    return taken;
  }

  silence(): void {
    this.tones.silence();
    this.lines.silence();
    this.mix.silence();
  }

  close(): void {
    this.silence();
    this.tones.close();
    this.mix.close();
  }
}
