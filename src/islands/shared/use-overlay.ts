import { type RefObject, useEffect, useMemo, useRef, useState } from 'react';
import { type Overlay, openOverlay } from '../../browser/overlay.ts';

const EMPTY_SCRIPT =
  '[Script Info]\nScriptType: v4.00+\n\n[Events]\nFormat: Layer, Start, End, Style, Name, MarginL, ' +
  'MarginR, MarginV, Effect, Text\n';

const CANNOT = 'The timer and captions cannot be drawn over the picture in this browser. The rendered file has them.';

/** Timer and captions over the picture; `draw` shows those of a programme time, in seconds. */
export function useOverlay(
  canvas: RefObject<HTMLCanvasElement | null>,
  size: { readonly id: string; readonly width: number; readonly height: number },
  ass: string | null,
  onTrouble: (says: string) => void,
) {
  const overlay = useRef<Overlay | null>(null);
  const last = useRef(0);
  const wanted = useRef(ass);
  wanted.current = ass;
  const [ready, setReady] = useState(false);
  useEffect(() => {
    const element = canvas.current;
    if (element === null) return;
    let ended = false;
    openOverlay(element, size, wanted.current ?? EMPTY_SCRIPT).then(
      (opened) => {
        if (ended) return opened.destroy();
        overlay.current = opened;
        setReady(true);
        void opened.show(wanted.current ?? EMPTY_SCRIPT);
        opened.draw(last.current);
      },
      () => onTrouble(CANNOT),
    );
    return () => {
      ended = true;
      setReady(false);
      overlay.current?.destroy();
      overlay.current = null;
    };
  }, [size.id]);
  useEffect(() => {
    void overlay.current?.show(ass ?? EMPTY_SCRIPT);
  }, [ass]);
  return useMemo(
    () => ({
      ready,
      key: size.id,
      draw(seconds: number) {
        last.current = seconds;
        overlay.current?.draw(seconds);
      },
    }),
    [ready, size.id],
  );
}
