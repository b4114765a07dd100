import { call } from '../shared/call.ts';
import { useState } from 'react';
import { SOUND_PARTS, type SoundPart } from '../../core/sound/parts.ts';
import { RenderRows, fileBase } from '../shared/RenderRows.tsx';
import type { RenderOfPage } from '../../contract/wire.ts';
import { type Renders, rendersOfKind } from '../shared/use-renders.ts';
import { useDocument, useWorkbench } from '../workbench/workbench-context.tsx';

const PART: Readonly<Record<SoundPart, string>> = {
  mix: 'The whole mix, at its loudness',
  voice: 'The voice, cared for',
  music: 'The music, ducked under the voice',
  tones: 'The timer tones',
  clean: 'The voice as it was recorded',
};
const isSound = (render: RenderOfPage) => render.kind.startsWith('sound-');
const partOf = (render: RenderOfPage) => render.kind.slice('sound-'.length) as SoundPart;

/** The sound of the programme by itself, for whoever mixes elsewhere: each part as long as the programme. */
export function SoundFiles({ of }: { readonly of: Renders }) {
  const { workbench } = useWorkbench();
  const id = workbench((s) => s.id);
  const {
    document: {
      plan: { title },
      edit: { sound },
    },
  } = useDocument();
  const [part, setPart] = useState<SoundPart>('mix');
  const renders = rendersOfKind(of, isSound);
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
          {SOUND_PARTS.map((p) => (
            <option key={p} value={p} disabled={lacks(p)}>
              {PART[p]}
            </option>
          ))}
        </select>
        <button
          className="btn"
          disabled={renders.busy !== null || lacks(part)}
          onClick={() => renders.start(() => call('queueSound', { id }, { asked: { part } }))}
        >
          Make the WAV
        </button>
      </div>
      <RenderRows
        of={{ ...renders, renders: renders.renders.slice(0, 5) }}
        doing="Mixing"
        testId="sound"
        name={(render) => (
          <>
            {PART[partOf(render)]}, revision <span className="figures">{render.revision}</span>
          </>
        )}
        file={(render) => ({
          extension: 'wav',
          fileName: `${fileBase(title)}.${partOf(render)}.wav`,
          link: <span className="figures">{partOf(render)}.wav</span>,
        })}
      />
    </section>
  );
}
