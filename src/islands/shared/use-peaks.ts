import type { Peaks } from '../../contract/wire.ts';
import { useEffect, useState } from 'react';
import { ApiError } from './api.ts';
import { call } from './call.ts';

const RETRY_MS = 1_500;
const MOST_TRIES = 40;

/** The take's peaks. The worker makes them; until it has, they are asked for again. */
export function usePeaks(takeId: string): {
  readonly state: 'waiting' | 'here' | 'none';
  readonly peaks: Peaks | null;
} {
  const [found, setFound] = useState<{ takeId: string; peaks: Peaks | null } | null>(null);
  useEffect(() => {
    let ended = false;
    let timer: ReturnType<typeof setTimeout>;
    const load = async (tries: number): Promise<void> => {
      try {
        const peaks = await call('waveform', { id: takeId });
        if (!ended) setFound({ takeId, peaks });
      } catch (error) {
        if (!(error instanceof ApiError)) throw error;
        if (ended) return;
        if (tries >= MOST_TRIES) return setFound({ takeId, peaks: null });
        timer = setTimeout(() => void load(tries + 1), RETRY_MS);
      }
    };
    void load(0);
    return () => {
      ended = true;
      clearTimeout(timer);
    };
  }, [takeId]);
  const mine = found !== null && found.takeId === takeId ? found : null;
  return { state: mine === null ? 'waiting' : mine.peaks === null ? 'none' : 'here', peaks: mine?.peaks ?? null };
}

/** Draws peaks over the whole canvas, one column a pixel, in the canvas's own text colour. */
export function drawPeaks(canvas: HTMLCanvasElement, peaks: readonly number[]): void {
  const ratio = window.devicePixelRatio || 1;
  const [width, height] = [Math.round(canvas.clientWidth * ratio), Math.round(canvas.clientHeight * ratio)];
  [canvas.width, canvas.height] = [width, height];
  const c = canvas.getContext('2d');
  if (c === null || peaks.length === 0) return;
  c.fillStyle = getComputedStyle(canvas).color;
  for (let x = 0; x < width; x++) {
    const from = Math.floor((x / width) * peaks.length);
    const to = Math.max(from + 1, Math.ceil(((x + 1) / width) * peaks.length));
    const h = Math.max(1, (Math.max(...peaks.slice(from, to)) / 255) * height);
    c.fillRect(x, (height - h) / 2, 1, h);
  }
}
