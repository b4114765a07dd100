import { ProgrammePlayer } from '../shared/ProgrammePlayer.tsx';
import { useFirstTake } from '../shared/use-overlay-script.ts';
import type { RenderOfPage } from '../shared/use-renders.ts';

/** The newest finished film; before there is one, the programme as it will be. */
export function Film({ newest }: { readonly newest: RenderOfPage | null }) {
  const first = useFirstTake();
  if (first === null) return null;
  return (
    <figure>
      {newest?.sha256 == null ? (
        <ProgrammePlayer />
      ) : (
        <video
          controls
          playsInline
          preload="metadata"
          aria-label="The finished film"
          className="w-full bg-ink"
          style={{ aspectRatio: `${first.width} / ${first.height}` }}
          src={`/media/${newest.sha256}.mp4`}
        />
      )}
      <figcaption className="mt-1 text-[13px] text-soft">
        {newest === null ? (
          'The programme as it will be rendered'
        ) : (
          <>
            The finished film of revision <span className="figures">{newest.revision}</span>
          </>
        )}
      </figcaption>
    </figure>
  );
}
