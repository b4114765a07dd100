import type { ProgrammeSound } from '../../core/edit/decisions.ts';
import { useDocument } from '../workbench/workbench-context.tsx';

/** Where a class is shown, and how loud it is wanted there (common practice; EBU R 128 for broadcasts). */
const TARGETS = [
  [-14, 'Video platforms'],
  [-16, 'Own pages and apps'],
  [-18, 'Quiet rooms'],
  [-23, 'Broadcast, EBU R 128'],
] as const;

/** How loud the finished video is, and whether the music laid under the class is in it. */
export function SoundFields() {
  const { document, change } = useDocument();
  const { sound } = document.edit;
  const set = (next: Partial<ProgrammeSound>) =>
    change('Sound of the programme', (d) => ({
      ...d,
      edit: { ...d.edit, sound: { ...d.edit.sound, ...next } },
    }));
  const known = sound.targetLufs === null || TARGETS.some(([lufs]) => lufs === sound.targetLufs);
  return (
    <div className="mb-4 flex flex-wrap items-center gap-x-5 gap-y-2">
      <label className="flex items-center gap-2">
        Loudness
        <select
          className="field-box"
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
      <label className="flex items-center gap-2">
        <input type="checkbox" checked={sound.music} onChange={(e) => set({ music: e.target.checked })} />
        music under the voice
      </label>
    </div>
  );
}
