import { useState } from 'react';
import { ProgrammePlayer } from '../shared/ProgrammePlayer.tsx';
import { useFirstTake } from '../shared/use-overlay-script.ts';
import type { RenderOfPage } from '../../contract/wire.ts';

const VIEWS = [
  ['programme', 'The film'],
  ['clean', 'Clean'],
  ['now', 'As it is now'],
] as const;
type View = (typeof VIEWS)[number][0];

/** The newest finished film, with its look or clean; or the programme as it would be rendered now. */
export function Film({ renders }: { readonly renders: readonly RenderOfPage[] }) {
  const first = useFirstTake();
  const [wanted, setWanted] = useState<View>('programme');
  if (first === null) return null;
  const made = (kind: string) => renders.find((r) => r.kind === kind && r.state === 'done') ?? null;
  const there = VIEWS.filter(([view]) => view === 'now' || made(view) !== null);
  const view = there.some(([v]) => v === wanted) ? wanted : there[0]![0];
  const newest = made(view);
  return (
    <figure>
      {newest?.sha256 == null ? (
        <ProgrammePlayer />
      ) : (
        <video
          key={newest.sha256}
          controls
          playsInline
          preload="metadata"
          aria-label="The finished film"
          className="w-full bg-ink"
          style={{ aspectRatio: `${first.width} / ${first.height}` }}
          src={`/media/${newest.sha256}.mp4`}
        />
      )}
      <figcaption className="mt-1.5 flex flex-wrap items-center gap-x-4 gap-y-1 text-[13px] text-soft">
        <span>
          {newest === null ? (
            'The programme as it would be rendered'
          ) : (
            <>
              The finished film of revision <span className="figures">{newest.revision}</span>
            </>
          )}
        </span>
        {there.length > 1 && (
          <span role="group" aria-label="What is played" className="ml-auto flex gap-1">
            {there.map(([v, words]) => (
              <button
                key={v}
                className={`btn ${v === view ? 'btn-main' : ''}`}
                aria-pressed={v === view}
                onClick={() => setWanted(v)}
              >
                {words}
              </button>
            ))}
          </span>
        )}
      </figcaption>
    </figure>
  );
}
