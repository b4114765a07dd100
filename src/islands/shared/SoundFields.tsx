import { useEffect, useRef } from 'react';
import { Volume2 } from 'lucide-react';
import { TonePlayer } from '../../browser/tone-player.ts';
import {
  type ProgrammeSound,
  TONE_FAMILIES,
  type ToneFamily,
  type ToneRules,
  type VoiceCare,
} from '../../core/edit/decisions.ts';
import { tonePeakDb } from '../../core/sound/mix-gains.ts';
import { useDerived, useDocument } from '../workbench/workbench-context.tsx';

/** Where a class is shown, and how loud it is wanted there (common practice; EBU R 128 for broadcasts). */
const TARGETS = [
  [-14, 'Video platforms'],
  [-16, 'Own pages and apps'],
  [-18, 'Quiet rooms'],
  [-23, 'Broadcast, EBU R 128'],
] as const;

type Flag = 'start' | 'half' | 'lastThree' | 'end' | 'sides';
const WHEN: readonly (readonly [Flag, string])[] = [
  ['start', 'work begins'],
  ['half', 'half of it'],
  ['lastThree', 'last three seconds'],
  ['end', 'work ends'],
  ['sides', 'other side'],
];
const LEVELS = [
  [0, 'as loud as the voice'],
  [6, 'a little softer'],
  [12, 'soft'],
  [18, 'hardly there'],
] as const;

/** How the finished video sounds: its loudness, the voice, the music laid under the class, and timer tones. */
export function SoundFields() {
  const { document, change } = useDocument();
  const { produced } = useDerived();
  const { sound } = document.edit;
  const set = (next: Partial<ProgrammeSound>) =>
    change('Sound of the programme', (d) => ({
      ...d,
      edit: { ...d.edit, sound: { ...d.edit.sound, ...next } },
    }));
  const setVoice = (next: Partial<VoiceCare>) => set({ voice: { ...sound.voice, ...next } });
  const setTones = (next: Partial<ToneRules>) => set({ tones: { ...sound.tones, ...next } });
  const player = useRef<TonePlayer | null>(null);
  useEffect(() => () => player.current?.close(), []);
  const { tones } = sound;
  const { family } = tones;
  const known = sound.targetLufs === null || TARGETS.some(([lufs]) => lufs === sound.targetLufs);
  const levelKnown = LEVELS.some(([db]) => db === tones.belowDb);
  return (
    <fieldset className="mb-4 grid grid-cols-[auto_minmax(0,1fr)] gap-x-4 gap-y-2 border-y py-3">
      <legend className="sr-only">Sound</legend>
      <label className="contents">
        <span className="pt-1">Loudness</span>
        <select
          className="field-box justify-self-start"
          value={sound.targetLufs ?? 'as'}
          onChange={(e) => set({ targetLufs: e.target.value === 'as' ? null : Number(e.target.value) })}
        >
          {TARGETS.map(([lufs, where]) => (
            <option key={lufs} value={lufs}>
              −{-lufs} LUFS · {where}
            </option>
          ))}
          {!known && <option value={sound.targetLufs ?? ''}>{sound.targetLufs} LUFS</option>}
          <option value="as">as it was recorded</option>
        </select>
      </label>
      <span>Voice</span>
      <div className="grid gap-1">
        <Check on={sound.voice.level} set={(level) => setVoice({ level })}>
          equally loud in every segment
        </Check>
        <Check on={sound.voice.rumble} set={(rumble) => setVoice({ rumble })}>
          rumble and hum taken out
        </Check>
        <Check on={sound.voice.noise} set={(noise) => setVoice({ noise })}>
          steady noise taken down: a fan, a hiss
        </Check>
        <Check on={sound.voice.pops} set={(pops) => setVoice({ pops })}>
          breath pops and clicks softened
        </Check>
      </div>
      <span>Music</span>
      <Check on={sound.music} set={(music) => set({ music })}>
        music under the voice
      </Check>
      <span className="pt-1">Timer tones</span>
      <div className="grid gap-1">
        <div className="flex flex-wrap items-center gap-2">
          <select
            aria-label="Timer tones"
            className="field-box"
            value={family ?? 'none'}
            onChange={(e) => setTones({ family: e.target.value === 'none' ? null : (e.target.value as ToneFamily) })}
          >
            <option value="none">none</option>
            {TONE_FAMILIES.map((name) => (
              <option key={name}>{name}</option>
            ))}
          </select>
          {family !== null && (
            <>
              <select
                aria-label="Loudness of the tones"
                className="field-box"
                value={tones.belowDb}
                onChange={(e) => setTones({ belowDb: Number(e.target.value) })}
              >
                {LEVELS.map(([db, says]) => (
                  <option key={db} value={db}>
                    {says}
                  </option>
                ))}
                {!levelKnown && <option value={tones.belowDb}>{tones.belowDb} dB below the voice</option>}
              </select>
              <button
                className="btn"
                onClick={() =>
                  (player.current ??= new TonePlayer()).play(family, 'start', tonePeakDb(null, tones.belowDb))
                }
              >
                <Volume2 size={14} /> Hear it
              </button>
            </>
          )}
        </div>
        {family !== null && (
          <div className="grid grid-cols-2 gap-x-4 gap-y-1">
            {WHEN.map(([flag, says]) => (
              <Check key={flag} on={tones[flag]} set={(on) => setTones({ [flag]: on })}>
                {says}
              </Check>
            ))}
            <span className="text-soft">
              <span className="figures">{produced?.tones.length ?? 0}</span> tones in this class
            </span>
          </div>
        )}
      </div>
    </fieldset>
  );
}

function Check({
  on,
  set,
  children,
}: {
  readonly on: boolean;
  readonly set: (on: boolean) => void;
  readonly children: string;
}) {
  return (
    <label className="flex items-center gap-2">
      <input type="checkbox" checked={on} onChange={(e) => set(e.target.checked)} />
      {children}
    </label>
  );
}
