import type { Finding } from '../../core/findings/finding.ts';
import type { ProgrammeTime } from '../../core/time/micros.ts';
import { applyFix } from '../../core/workout/apply-fix.ts';
import { useLetterCommands } from '../workbench/commands.ts';
import { useDocument } from '../workbench/workbench-context.tsx';
import type { StaveData } from './use-score.ts';

/** Going from finding to finding by key, its first fix at hand, and the fix that is for the whole class. */
export function useFindingCommands(
  staves: readonly StaveData[],
  findings: readonly Finding[],
  selected: string | null,
  show: (key: string, at: ProgrammeTime) => void,
): void {
  const { change } = useDocument();
  const toFinding = (step: 1 | -1) => () => {
    const found = staves.filter((s) => s.findings.length > 0);
    const now = staves.findIndex((s) => s.segment.key === selected);
    const next = step > 0 ? found.find((s) => staves.indexOf(s) > now) : found.findLast((s) => staves.indexOf(s) < now);
    const to = next ?? (step > 0 ? found[0] : found.at(-1));
    if (to === undefined) return;
    show(to.segment.key, to.segment.start);
  };
  const music = findings.flatMap((f) => f.fixes).find((m) => m.kind === 'music');
  useLetterCommands([
    { label: 'To the next finding, its fix at hand', letter: 'm', run: toFinding(1) },
    { label: 'To the finding before', letter: 'Shift+M', keys: 'Shift M', run: toFinding(-1) },
    ...(music === undefined
      ? []
      : [{ label: music.label, letter: 'y', run: () => change(music.label, (d) => applyFix(d, music)) }]),
  ]);
}
