import { useEffect, useMemo, useRef, useState } from 'react';
import { brandFor } from '../../core/looks/look.ts';
import { paint } from '../../core/looks/paint.ts';
import { styleOf } from '../../core/workout/document.ts';
import { writeAss } from '../../formats/ass/ass-writer.ts';
import type { TakeOfPage } from '../../contract/wire.ts';
import { useDerived, useDocument, useStudio, useWorkbench } from '../workbench/workbench-context.tsx';

/** The take that gives the programme its size and its frames; null: nothing was filmed. */
export function useFirstTake(): TakeOfPage | null {
  const takes = useWorkbench().workbench((s) => s.takes);
  const firstId = useDerived().programmeTakes[0]?.takeId;
  return useMemo(() => takes.find((t) => t.take.id === firstId)?.take ?? null, [takes, firstId]);
}

/** A pause in changing this long is enough to draw the overlay of a long class anew. */
const DRAW_AFTER_MS = 150;

/** What is drawn over the programme; null: nothing was filmed. What is changed is on screen before it is drawn. */
export function useOverlayScript(): string | null {
  const { produced } = useDerived();
  const { edit, plan } = useDocument().document;
  const own = useStudio().studio.brand;
  const brand = useMemo(() => brandFor(own, plan.language), [own, plan.language]);
  const first = useFirstTake();
  const lanes = produced?.lanes ?? null;
  const behind = produced?.behind;
  const { rules, overrides } = edit;
  const [ass, setAss] = useState<string | null>(null);
  const isDrawn = useRef(false);
  useEffect(() => {
    const draw = () => {
      isDrawn.current = true;
      setAss(
        lanes === null || first === null
          ? null
          : writeAss(paint(lanes, first, styleOf({ rules, overrides }, brand, behind)), first),
      );
    };
    // The first one is waited for.
    const wait = setTimeout(draw, isDrawn.current ? DRAW_AFTER_MS : 0);
    return () => clearTimeout(wait);
  }, [lanes, behind, first, rules, overrides, brand]);
  return ass;
}
