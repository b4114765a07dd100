import { useEffect, useRef } from 'react';
import { drawPeaks, usePeaks } from '../shared/use-peaks.ts';

/** The take's sound, one column a pixel. It is made by the worker; until then the band says so. */
export function Waveform({ takeId }: { readonly takeId: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { state, peaks } = usePeaks(takeId);
  useEffect(() => {
    if (canvas.current !== null && peaks !== null) drawPeaks(canvas.current, peaks.peaks);
  }, [peaks]);
  return (
    <div className="relative mt-2 h-14 border-y bg-sheet">
      <canvas ref={canvas} className="h-full w-full" role="img" aria-label="Waveform of the take" />
      {state !== 'here' && (
        <span className="absolute inset-0 flex items-center justify-center text-[13px] text-soft">
          {state === 'waiting' ? 'Making the waveform …' : 'The waveform could not be made.'}
        </span>
      )}
    </div>
  );
}
