import { useMemo } from 'react';
import { isWanted } from '../../core/findings/studio-rules.ts';
import type { Finding } from '../../core/findings/finding.ts';
import { musicFindings, rightsFindings } from '../../core/checks/music-checks.ts';
import { type LaidMusic, blockSpans, layMusic } from '../../core/music/arrangement.ts';
import type { Music } from '../../core/music/music.ts';
import type { Track } from '../../core/music/track.ts';
import type { Plan } from '../../core/plan/plan.ts';
import type { PlannedSegment } from '../../core/plan/segment.ts';
import type { PlanTime } from '../../core/time/micros.ts';
import type { Span } from '../../core/time/span.ts';
import { useDerived, useStudio, useWorkbench } from '../workbench/workbench-context.tsx';

export interface Laid {
  readonly plan: Plan;
  readonly music: Music;
  readonly tracks: readonly Track[];
  readonly segments: readonly PlannedSegment[];
  readonly spans: ReadonlyMap<string, Span<PlanTime>>;
  readonly total: PlanTime;
  readonly laid: LaidMusic<PlanTime>;
  readonly findings: readonly Finding[];
}

/** The music laid on the planned class, and what is to be said of it. */
export function useLaid(): Laid {
  const { workbench } = useWorkbench();
  const { rules } = useStudio().studio;
  const music = workbench((s) => s.document.music);
  const tracks = workbench((s) => s.usable);
  const {
    plan,
    compiled: { segments, total },
  } = useDerived();
  return useMemo(() => {
    const laid = layMusic(music, tracks, segments);
    return {
      plan,
      music,
      tracks,
      segments,
      total,
      spans: blockSpans(segments),
      laid,
      findings: [...musicFindings(plan, segments, music, laid), ...rightsFindings(music, laid)].filter((f) =>
        isWanted(f, rules),
      ),
    };
  }, [plan, music, tracks, segments, total, rules]);
}
