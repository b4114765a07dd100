import type { Alignment, RecordedSegment } from '../align/alignment.ts';
import type { Programme } from '../edit/assemble.ts';
import { type Finding, finding } from '../findings/finding.ts';
import { isActive, labelWithSide } from '../plan/segment.ts';

/** A place less likely than this to be right at all is worth listening to. */
const DOUBTFUL = 0.75;

/** Worked segments whose place is in doubt, the least likely first. */
export function doubtfulOnes(segments: readonly RecordedSegment[]): RecordedSegment[] {
  return segments
    .filter((r) => r.recorded !== null && isActive(r.segment) && r.placed < DOUBTFUL)
    .sort((a, b) => a.placed - b.placed);
}

/** One question for each segment of the programme whose place in its take is in doubt. */
export function doubtFindings(
  { choices }: Pick<Programme, 'choices'>,
  takes: readonly { readonly takeId: string; readonly alignment: Alignment }[],
): Finding[] {
  return takes.flatMap(({ takeId, alignment }) => {
    const used = new Set(choices.flatMap((c) => (c.candidate?.takeId === takeId ? [c.segment.key] : [])));
    return doubtfulOnes(alignment.segments)
      .filter((r) => used.has(r.segment.key))
      .map((r): Finding => {
        const { start } = r.recorded!;
        const { key } = r.segment;
        const fixes = [{ kind: 'pin', label: 'Yes, it begins here', segmentKey: key, at: start }] as const;
        const place = { clock: 'take', at: start, segmentKey: key, takeId, certainty: r.placed, fixes } as const;
        return finding('doubtful-boundary', { move: labelWithSide(r.segment), placed: r.placed }, place);
      });
  });
}

/** One sentence where the plan does not fit the take; null where it does. */
export function misfit(segments: readonly RecordedSegment[]): string | null {
  const worked = segments.filter((r) => isActive(r.segment));
  const likely = worked.filter((r) => r.recorded !== null && r.placed >= DOUBTFUL / 2).length;
  if (worked.length < 4 || likely * 2 >= worked.length) return null;
  return (
    `This plan does not fit the take: of ${worked.length} moves only ${likely} were found where they would ` +
    'be. Was another class filmed, or in another order?'
  );
}
