import { addressOf } from '../shared/call.ts';
import { useEffect, useRef, useState } from 'react';
import { useDerived } from '../workbench/workbench-context.tsx';
import type { PlacedLine } from '../../core/script/placed-line.ts';

/** Lines this far ahead are fetched before they are needed. */
const AHEAD_US = 15e6;
/** A step of the clock longer than this is a jump: what lies under it is not said. */
const LONGEST_STEP_US = 700_000;

const urlOf = (text: string, language = 'en') => addressOf('spokenLine', {}, { text, language });

/** Says each line when the clock comes to its start. Returns a sentence where the voice is not to be had. */
export function useVoice(
  lines: readonly PlacedLine[],
  {
    at,
    running,
    speed,
    on,
  }: { readonly at: number; readonly running: boolean; readonly speed: number; readonly on: boolean },
): string | null {
  const { language } = useDerived().plan;
  const [trouble, setTrouble] = useState<string | null>(null);
  const before = useRef(at);
  const fetched = useRef(new Map<string, HTMLAudioElement>());
  const playing = useRef<HTMLAudioElement | null>(null);
  useEffect(() => {
    const from = before.current;
    before.current = at;
    if (!on || !running) {
      playing.current?.pause();
      return;
    }
    for (const line of lines) {
      if (
        line.start < at - LONGEST_STEP_US ||
        line.start > at + AHEAD_US ||
        fetched.current.has(line.text) ||
        line.text.trim() === ''
      )
        continue;
      const audio = new Audio(urlOf(line.text, language));
      audio.preload = 'auto';
      audio.onerror = () => setTrouble('The server has no voice for this line; the class goes on in silence.');
      fetched.current.set(line.text, audio);
    }
    if (at - from > LONGEST_STEP_US * speed || at < from) return;
    const due = lines.findLast((line) => line.start > from && line.start <= at);
    const audio = due === undefined ? undefined : fetched.current.get(due.text);
    if (audio === undefined) return;
    playing.current?.pause();
    audio.currentTime = 0;
    audio.playbackRate = speed;
    playing.current = audio;
    void audio.play().catch(() => undefined);
  }, [lines, at, running, speed, on, language]);
  useEffect(() => () => playing.current?.pause(), []);
  return trouble;
}
