import { type Finding, wordsOf } from '../../core/findings/finding.ts';

/** What was measured, what is wanted and by which source, on one line. */
export function MeasuredWanted({ finding }: { readonly finding: Finding }) {
  const { measured, wanted, source } = wordsOf(finding);
  return (
    <>
      {measured}; wanted {wanted} ({source})
    </>
  );
}
