import { Key } from '../../ui/Key.tsx';
import { AudioLines, AudioWaveform, Pause, Play } from 'lucide-react';
import type { ProgrammeTime } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { Hint } from '../../ui/Hint.tsx';
import { PlayheadSlider, PlayheadTime } from './PlayheadClock.tsx';

interface Props {
  readonly playing: boolean;
  readonly toggle: () => void;
  readonly length: ProgrammeTime;
  readonly seek: (time: ProgrammeTime) => void;
  readonly rate: number;
  readonly setRate: (rate: number) => void;
  /** Heard as it will be mixed, or as it was recorded; null: there is no mix. */
  readonly mixed: boolean | null;
  readonly toggleMixed: () => void;
  /** So many recordings are heard with their noise, which the file has taken down. */
  readonly withNoise?: number;
}

/** Longer times stand below each other: they have their room. */
const HOUR_US = 3600e6;
const AS_MIXED = 'You hear the mix of the file. Press to hear the takes as they were recorded.';
const WITH_NOISE =
  'You hear the mix of the file, but with the noise of a take that was not measured yet: Music, Sound of ' +
  'the film, listens to it again.';
const AS_RECORDED = 'You hear the takes as they were recorded, without music. Press to hear the mix.';
const RATES = [0.5, 0.75, 1, 1.5, 2] as const;

export function PlayerControls({
  playing,
  toggle,
  length,
  seek,
  rate,
  setRate,
  mixed,
  toggleMixed,
  withNoise = 0,
}: Props) {
  return (
    <>
      <div className="mt-1 flex items-center gap-3">
        <PlayheadSlider length={length} seek={seek} />
        <span className={`whitespace-nowrap ${length < HOUR_US ? '' : 'grid text-[13px] leading-[15px]'}`}>
          <PlayheadTime /> <span className="text-soft">of {writeTime(length, 0)}</span>
        </span>
      </div>
      <div className="mt-1 flex items-center gap-2">
        <button className="btn" onClick={toggle}>
          {playing ? <Pause size={13} /> : <Play size={13} />}
          {playing ? 'Pause' : 'Play'} <Key>space</Key>
        </button>
        {mixed !== null && (
          <Hint says={mixed ? (withNoise > 0 ? WITH_NOISE : AS_MIXED) : AS_RECORDED}>
            <button className="btn" aria-pressed={mixed} onClick={toggleMixed}>
              {mixed ? <AudioLines size={13} /> : <AudioWaveform size={13} />}
              {mixed ? 'Mixed' : 'Recorded'} <Key>Q</Key>
            </button>
          </Hint>
        )}
        <select
          aria-label="Speed"
          className="field-box ml-auto w-[4.4rem] px-1!"
          value={rate}
          onChange={(e) => setRate(Number(e.target.value))}
        >
          {RATES.map((r) => (
            <option key={r} value={r}>
              {r} ×
            </option>
          ))}
        </select>
      </div>
    </>
  );
}
