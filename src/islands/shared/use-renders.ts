import { useCallback, useEffect, useState } from 'react';
import type { Certificate } from '../../core/proof/certificate.ts';
import type { SoundPart } from '../../core/sound/parts.ts';
import type { Workbench } from '../workbench/store.ts';
import { ApiError, api } from './api.ts';

/** A render of the programme, of the music bed or of its sound, as the server gives it to the page. */
export interface RenderOfPage {
  readonly id: string;
  readonly kind: 'programme' | 'bed-wav' | 'bed-flac' | `sound-${SoundPart}`;
  readonly revision: number;
  readonly state: 'queued' | 'running' | 'done' | 'failed' | 'cancelled';
  readonly progress: number;
  readonly message: string | null;
  readonly sha256: string | null;
  readonly createdAt: string;
  /** What was read in the finished film; null: it was not read back. */
  readonly certificate: Certificate | null;
}

/**
 * The renders of a workout that `wanted` keeps, newest first: they are followed while they run, begun and cancelled
 * here.
 */
export function useRenders(workbench: Workbench, id: string, wanted: (render: RenderOfPage) => boolean) {
  const [renders, setRenders] = useState<readonly RenderOfPage[]>([]);
  const [trouble, setTrouble] = useState<string | null>(null);
  const put = useCallback(
    (render: RenderOfPage) =>
      setRenders((all) =>
        [render, ...all.filter((r) => r.id !== render.id)].sort((a, b) => b.createdAt.localeCompare(a.createdAt)),
      ),
    [],
  );
  const guard = useCallback(
    (work: Promise<void>) =>
      void work.catch((error: unknown) =>
        setTrouble(error instanceof ApiError ? error.message : 'Something went wrong on this page.'),
      ),
    [],
  );
  useEffect(
    () => guard(api<RenderOfPage[]>(`/api/workouts/${id}/renders`).then((all) => setRenders(all.filter(wanted)))),
    [id, guard, wanted],
  );
  const busy = renders.find((r) => r.state === 'queued' || r.state === 'running') ?? null;
  const busyId = busy?.id;
  useEffect(() => {
    if (busyId === undefined) return;
    const events = new EventSource(`/api/renders/${busyId}/events`);
    events.onmessage = (e) => {
      const render = JSON.parse(e.data as string) as RenderOfPage;
      put(render);
      if (render.state !== 'queued' && render.state !== 'running') events.close();
    };
    return () => events.close();
  }, [busyId, put]);
  return {
    renders,
    busy,
    trouble,
    /** Saves what is open, then asks for a render at a path. */
    start: (path: string) =>
      guard(
        (async () => {
          setTrouble(null);
          await workbench.flush();
          put(await api<RenderOfPage>(path, { method: 'POST' }));
        })(),
      ),
    cancel: (render: RenderOfPage) =>
      guard(api<RenderOfPage>(`/api/renders/${render.id}`, { method: 'DELETE' }).then(put)),
  };
}
