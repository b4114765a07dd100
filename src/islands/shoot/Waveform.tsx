import { useEffect, useRef, useState } from 'react';
import { ApiError, api } from '../shared/api.ts';

const RETRY_MS = 1_500;
const MOST_TRIES = 40;

/** The take's sound, one column a pixel. It is made by the worker; until then the band says so. */
export function Waveform({ takeId }: { readonly takeId: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [state, setState] = useState<'waiting' | 'drawn' | 'none'>('waiting');
  useEffect(() => {
    let ended = false;
    let timer: ReturnType<typeof setTimeout>;
    const load = async (tries: number): Promise<void> => {
      try {
        const { peaks } = await api<{ peaks: number[] }>(`/api/takes/${takeId}/waveform`);
        if (ended || canvas.current === null) return;
        draw(canvas.current, peaks);
        setState('drawn');
      } catch (error) {
        if (!(error instanceof ApiError)) throw error;
        if (ended) return;
        if (tries >= MOST_TRIES) return setState('none');
        timer = setTimeout(() => void load(tries + 1), RETRY_MS);
      }
    };
    void load(0);
    return () => {
      ended = true;
      clearTimeout(timer);
    };
  }, [takeId]);
  return (
    <div className="relative mt-2 h-14 border-y bg-sheet">
      <canvas ref={canvas} className="h-full w-full" role="img" aria-label="Waveform of the take" />
      {state !== 'drawn' && (
        <span className="absolute inset-0 flex items-center justify-center text-[13px] text-soft">
          {state === 'waiting' ? 'Making the waveform …' : 'The waveform could not be made.'}
        </span>
      )}
    </div>
  );
}

function draw(canvas: HTMLCanvasElement, peaks: readonly number[]): void {
  const ratio = window.devicePixelRatio || 1;
  const [width, height] = [Math.round(canvas.clientWidth * ratio), Math.round(canvas.clientHeight * ratio)];
  [canvas.width, canvas.height] = [width, height];
  const c = canvas.getContext('2d');
  if (c === null || peaks.length === 0) return;
  c.fillStyle = getComputedStyle(canvas).color;
  for (let x = 0; x < width; x++) {
    const [from, to] = [
      Math.floor((x / width) * peaks.length),
      Math.max(1, Math.ceil(((x + 1) / width) * peaks.length)),
    ];
    const peak = Math.max(...peaks.slice(from, Math.max(from + 1, to)));
    const h = Math.max(1, (peak / 255) * height);
    c.fillRect(x, (height - h) / 2, 1, h);
  }
}
