import { useMemo } from 'react';
import { Player } from '../shared/Player.tsx';
import { useOverlayScript } from '../shared/use-overlay-script.ts';
import type { RenderOfPage } from '../shared/use-renders.ts';
import { useDerived, useDocument } from '../workbench/workbench-context.tsx';

/** The newest finished film; before there is one, the programme as it will be. */
export function Film({ newest }: { readonly newest: RenderOfPage | null }) {
  const { produced } = useDerived();
  const { edit } = useDocument().document;
  const { first, ass } = useOverlayScript();
  const tones = useMemo(() => ({ list: produced?.tones ?? [], rules: edit.sound.tones }), [produced, edit.sound.tones]);
  if (newest?.sha256 != null)
    return (
      <figure>
        <video
          controls
          playsInline
          preload="metadata"
          aria-label="The finished film"
          className="w-full bg-ink"
          style={first === null ? {} : { aspectRatio: `${first.width} / ${first.height}` }}
          src={`/media/${newest.sha256}.mp4`}
        />
        <figcaption className="mt-1 text-[13px] text-soft">
          The finished film of revision <span className="figures">{newest.revision}</span>
        </figcaption>
      </figure>
    );
  if (produced === null || first === null) return null;
  return (
    <figure>
      <Player
        first={first}
        pictures={produced.pictures}
        sounds={produced.sounds}
        length={produced.programme.length}
        ass={ass}
        lines={produced.pickUps}
        tones={tones}
      />
      <figcaption className="mt-1 text-[13px] text-soft">The programme as it will be rendered</figcaption>
    </figure>
  );
}
