import { useMemo } from 'react';
import type { Span } from '../../core/time/span.ts';
import { useDerived, useDocument } from '../workbench/workbench-context.tsx';
import { Player } from './Player.tsx';
import { usePlayedMix } from './use-played-mix.ts';
import { useFirstTake, useOverlayScript } from './use-overlay-script.ts';
import type { ProgrammeTime } from '../../core/time/micros.ts';

/** The programme as it will be rendered, with everything over it and under it; nothing where nothing was filmed. */
export function ProgrammePlayer({ loop = null }: { readonly loop?: Span<ProgrammeTime> | null }) {
  const { produced } = useDerived();
  const { sound } = useDocument().document.edit;
  const first = useFirstTake();
  const ass = useOverlayScript();
  const mix = usePlayedMix();
  const tones = useMemo(() => ({ list: produced?.tones ?? [], rules: sound.tones }), [produced, sound.tones]);
  if (produced === null || first === null) return null;
  return (
    <Player
      {...{ first, ass, loop, tones, mix }}
      pictures={produced.pictures}
      sounds={produced.sounds}
      length={produced.programme.length}
      lines={produced.pickUps}
    />
  );
}
