import { useMemo } from 'react';
import type { Finding } from '../../core/findings/finding.ts';
import { findingsOf } from '../../core/workout/findings-of.ts';
import { useSound } from '../music/use-sound.ts';
import { useFirstTake } from '../shared/use-overlay-script.ts';
import { useScript } from '../script/use-script.ts';
import { useDerived, useDocument, useStudio, useWorkbench } from '../workbench/workbench-context.tsx';

const FULL_HD = { width: 1920, height: 1080 };

interface Found {
  readonly findings: readonly Finding[];
  /** Something is still being looked at. */
  readonly looking: boolean;
}

/** Every finding of the workout. */
export function useFindings(): Found {
  const { document } = useDocument();
  const { timed, compiled, programmeTakes, produced, aligning } = useDerived();
  const { studio, book } = useStudio();
  const { workbench } = useWorkbench();
  const tracks = workbench((s) => s.usable);
  const script = useScript();
  const sound = useSound();
  const picture = useFirstTake() ?? FULL_HD;
  const findings = useMemo(
    () =>
      findingsOf({
        ...{ document, plan: timed, compiled, studio, book, tracks, takes: programmeTakes, produced },
        picture,
        script: script?.findings ?? [],
        sound: sound?.findings ?? [],
      }),
    [document, timed, compiled, studio, book, tracks, programmeTakes, produced, picture, script, sound],
  );
  const looking = script === null || aligning || (produced !== null && sound === null);
  return { findings, looking };
}
