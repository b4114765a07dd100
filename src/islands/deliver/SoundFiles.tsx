import { useState } from 'react';
import { Download } from 'lucide-react';
import { Notice } from '../../ui/Notice.tsx';
import { type RenderOfPage, type SoundPart, useRenders } from '../shared/use-renders.ts';
import { useDocument, useWorkbench } from '../workbench/workbench-context.tsx';

const PART: Readonly<Record<SoundPart, string>> = {
  mix: 'The whole mix, at its loudness',
  voice: 'The voice, cared for',
  music: 'The music, ducked under the voice',
  tones: 'The timer tones',
  clean: 'The voice as it was recorded',
};
const PARTS = Object.keys(PART) as SoundPart[];
const isSound = (render: RenderOfPage) => render.kind.startsWith('sound-');
const partOf = (render: RenderOfPage) => render.kind.slice('sound-'.length) as SoundPart;

/** The sound of the programme by itself, for whoever mixes elsewhere: each part as long as the programme. */
export function SoundFiles() {
  const { workbench } = useWorkbench();
  const id = workbench((s) => s.id);
  const {
    document: {
      plan: { title },
      edit: { sound },
    },
  } = useDocument();
  const [part, setPart] = useState<SoundPart>('mix');
  const { renders, busy, trouble, start, cancel } = useRenders(workbench, id, isSound);
  const name = title.replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-|-$/g, '') || 'workout';
  const lacks = (p: SoundPart) => (p === 'music' && !sound.music) || (p === 'tones' && sound.tones.family === null);
  return (
    <section className="mt-8" aria-label="Sound by itself">
      <h2 className="text-xl">Sound by itself</h2>
      <p className="mt-1 mb-3 text-soft">
        WAV, 24 bits, from the beginning of the programme to its end, a cue point at each segment. Voice, music and
        tones together are the mix before it is brought to its loudness.
      </p>
      <div className="flex flex-wrap gap-2">
        <select
          aria-label="Which part of the sound"
          className="field-box"
          value={part}
          onChange={(e) => setPart(e.target.value as SoundPart)}
        >
          {PARTS.map((p) => (
            <option key={p} value={p} disabled={lacks(p)}>
              {PART[p]}
            </option>
          ))}
        </select>
        <button
          className="btn"
          disabled={busy !== null || lacks(part)}
          onClick={() => start(`/api/workouts/${id}/sound?part=${part}`)}
        >
          Make the WAV
        </button>
      </div>
      {trouble !== null && (
        <div className="mt-3">
          <Notice alarm>{trouble}</Notice>
        </div>
      )}
      <ul className="mt-3">
        {renders.map((render) => (
          <li
            key={render.id}
            className="flex items-center gap-3 border-t py-2"
            data-testid="sound"
            data-state={render.state}
          >
            <span className="flex-1">
              {PART[partOf(render)]}, <span className="text-soft">revision</span>{' '}
              <span className="figures">{render.revision}</span>
              {render.message !== null && <span className="block text-alarm">{render.message}</span>}
            </span>
            {render === busy && (
              <>
                <progress
                  className="w-24"
                  value={render.state === 'queued' ? undefined : render.progress}
                  max={1}
                  aria-label="Mixing"
                />
                <button className="btn" onClick={() => cancel(render)}>
                  Cancel
                </button>
              </>
            )}
            {render.state === 'done' && (
              <a
                className="btn"
                href={`/media/${render.sha256}.wav?as=${encodeURIComponent(`${name}.${partOf(render)}.wav`)}`}
              >
                <Download size={13} />
                <span className="figures">{partOf(render)}.wav</span>
              </a>
            )}
            {render.state === 'cancelled' && <span className="text-soft">cancelled</span>}
          </li>
        ))}
      </ul>
    </section>
  );
}
