import { useDeferredValue, useMemo } from 'react';
import { paint } from '../../core/looks/paint.ts';
import { styleOf } from '../../core/workout/document.ts';
import { writeAss } from '../../formats/ass/ass-writer.ts';
import type { TakeOfPage } from '../workbench/take.ts';
import { useDerived, useDocument, useStudio, useWorkbench } from '../workbench/workbench-context.tsx';

/**
 * The take that gives the programme its size, and what is drawn over the programme; null: there is none. A key is on
 * screen before the overlay of a long class is drawn anew.
 */
export function useOverlayScript(): { readonly first: TakeOfPage | null; readonly ass: string | null } {
  const takes = useWorkbench().workbench((s) => s.takes);
  const { produced, programmeTakes } = useDerived();
  const { edit } = useDocument().document;
  const { brand } = useStudio().studio;
  const firstId = programmeTakes[0]?.takeId;
  const first = useMemo(() => takes.find((t) => t.take.id === firstId)?.take ?? null, [takes, firstId]);
  const lanes = useDeferredValue(produced?.lanes ?? null);
  const { rules, overrides } = edit;
  const ass = useMemo(
    () =>
      first === null || lanes === null
        ? null
        : writeAss(paint(lanes, first, styleOf({ rules, overrides }, brand)), first),
    [lanes, first, rules, overrides, brand],
  );
  return { first, ass };
}
