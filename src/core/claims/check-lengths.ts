import { type Segment, isActive } from '../plan/segment.ts';
import type { Said } from './claim.ts';
import { type RunningClass, CLASS_LENGTH_SHARE, LENGTH_SLACK, type Verdict, truth } from './verdict.ts';

export function checkLength(
  claim: Extract<Said, { type: 'length' }>,
  here: Segment,
  about: Segment,
  { segments, planned }: RunningClass,
): Verdict | null {
  if (claim.of === 'class') {
    const total = [...planned.values()].reduce((sum, us) => sum + us, 0) / 1e6;
    return {
      claimed: claim.seconds,
      actual: Math.round(total),
      verdict: truth(Math.abs(total - claim.seconds) <= Math.max(30, claim.seconds * CLASS_LENGTH_SHARE)),
    };
  }
  const lengthOf = (s: Segment) => planned.get(s.key) ?? s.end - s.start;
  const near =
    claim.of === 'work'
      ? [
          about,
          ...(isActive(here)
            ? []
            : segments
                .slice(here.index + 1)
                .filter(isActive)
                .slice(0, 1)),
        ].filter(isActive)
      : [here, ...segments.slice(here.index + 1, here.index + 3)]
          .filter((s) => s.kind === 'rest' || s.kind === 'change-over' || s.kind === 'water')
          .slice(0, 2);
  // In talk the promise is about the block that comes.
  const coming =
    here.kind === 'talk'
      ? segments.filter((s) => s.index > here.index && (claim.of === 'work' ? isActive(s) : s.kind === 'rest'))
      : near;
  if (coming.length === 0) return null;
  const lengths = coming.map(lengthOf);
  const actual = lengths.reduce((a, b) =>
    Math.abs(b - claim.seconds * 1e6) < Math.abs(a - claim.seconds * 1e6) ? b : a,
  );
  const holds = Math.abs(actual - claim.seconds * 1e6) <= LENGTH_SLACK;
  // What counted moves last is worked out, not promised.
  const open =
    claim.loosely || (claim.of === 'work' && coming.every((s) => s.scheme === 'reps' || s.scheme === 'counts'));
  const verdict = !holds && open ? 'unsure' : truth(holds);
  return { claimed: claim.seconds, actual: actual / 1e6, verdict };
}

export function endOf(segments: readonly Segment[], here: Segment, of: 'round' | 'block'): number {
  return (
    segments.findLast((s) => s.blockId === here.blockId && (of === 'block' || s.round === here.round))?.end ?? here.end
  );
}

export function startOf(segments: readonly Segment[], here: Segment): number {
  return segments.find((s) => s.blockId === here.blockId && s.round === here.round)?.start ?? here.start;
}
