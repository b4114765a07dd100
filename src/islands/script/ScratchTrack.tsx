import { addressOf } from '../shared/call.ts';
import { useRef, useState } from 'react';
import { Notice } from '../../ui/Notice.tsx';
import { useWorkbench } from '../workbench/workbench-context.tsx';

/**
 * A spoken track of the whole class to practise with. It is made while it is fetched, so its progress is the file's; it
 * can be stopped.
 */
export function ScratchTrack() {
  const { workbench } = useWorkbench();
  const id = workbench((s) => s.id);
  const title = workbench((s) => s.document.plan.title);
  const [share, setShare] = useState<number | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const stop = useRef<AbortController | null>(null);
  const make = async () => {
    setTrouble(null);
    setShare(0);
    const controller = new AbortController();
    stop.current = controller;
    try {
      await workbench.flush();
      const answer = await fetch(addressOf('scratchTrack', { id }), { signal: controller.signal });
      if (!answer.ok || answer.body === null)
        throw new Error(
          ((await answer.json().catch(() => null)) as { message?: string } | null)?.message ??
            `The server answered ${answer.status}.`,
        );
      const whole = Number(answer.headers.get('content-length') ?? 0);
      const parts: Uint8Array<ArrayBuffer>[] = [];
      let got = 0;
      const reader = answer.body.getReader();
      for (let next = await reader.read(); !next.done; next = await reader.read()) {
        parts.push(next.value);
        got += next.value.length;
        setShare(whole === 0 ? 0 : got / whole);
      }
      const link = document.createElement('a');
      link.href = URL.createObjectURL(new Blob(parts, { type: 'audio/wav' }));
      link.download = `${title.replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-|-$/g, '') || 'workout'}.scratch.wav`;
      link.click();
      setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
    } catch (error) {
      if (!controller.signal.aborted)
        setTrouble(error instanceof Error ? error.message : 'The track could not be made.');
    } finally {
      setShare(null);
    }
  };
  return (
    <div>
      <h2 className="text-lg">Scratch voice track</h2>
      <p className="text-[13px] text-soft">
        The whole class spoken by a machine at your pace, as WAV, to practise with.
      </p>
      {share === null ? (
        <button className="btn btn-quiet border-line mt-1" onClick={() => void make()}>
          Make the track
        </button>
      ) : (
        <div className="mt-1 flex items-center gap-2">
          <progress className="h-2 flex-1" max={1} value={share} aria-label="The track is being made" />
          <span className="figures">{Math.round(share * 100)} %</span>
          <button className="btn" onClick={() => stop.current?.abort()}>
            Stop
          </button>
        </div>
      )}
      {trouble !== null && (
        <div className="mt-2">
          <Notice alarm>{trouble}</Notice>
        </div>
      )}
    </div>
  );
}
