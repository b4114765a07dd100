import { useCallback, useEffect, useState } from 'react';
import type { RenderOfPage } from '../../contract/wire.ts';
import type { Workbench } from '../workbench/store.ts';
import { ApiError } from './api.ts';
import { addressOf, call } from './call.ts';

export const isUnderWay = ({ state }: Pick<RenderOfPage, 'state'>) => state === 'queued' || state === 'running';

export type Renders = ReturnType<typeof useRenders>;

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
  const look = useCallback(
    () => guard(call('renders', { id }).then((all) => setRenders(all.filter(wanted)))),
    [id, guard, wanted],
  );
  useEffect(look, [look]);
  // Of several the oldest is the one that is made: it is followed, then the next.
  const busy = renders.findLast(isUnderWay) ?? null;
  const busyId = busy?.id;
  useEffect(() => {
    if (busyId === undefined) return;
    const events = new EventSource(addressOf('renderEvents', { id: busyId }));
    events.onmessage = (e) => {
      const render = JSON.parse(e.data as string) as RenderOfPage;
      put(render);
      if (isUnderWay(render)) return;
      events.close();
      // Another worker may have made others meanwhile.
      look();
    };
    return () => events.close();
  }, [busyId, put, look]);
  return {
    renders,
    busy,
    trouble,
    /** Saves what is open, then asks for a render. */
    start: (ask: () => Promise<RenderOfPage>) =>
      guard(
        (async () => {
          setTrouble(null);
          await workbench.flush();
          put(await ask());
          // With a kit films may have been asked for, too.
          look();
        })(),
      ),
    cancel: (render: RenderOfPage) => guard(call('stopRender', { id: render.id }).then(put)),
  };
}

/** Those of a kind, of all that are followed. */
export function rendersOfKind(of: Renders, isWanted: (render: RenderOfPage) => boolean): Renders {
  const renders = of.renders.filter(isWanted);
  return { ...of, renders, busy: renders.findLast(isUnderWay) ?? null };
}

/** `1.2 MB`: how large a file is. */
export function sizeInWords(bytes: number): string {
  const [unit, name] = bytes >= 1e9 ? [1e9, 'GB'] : bytes >= 1e6 ? [1e6, 'MB'] : [1e3, 'kB'];
  const value = bytes / unit;
  return `${value < 10 ? value.toFixed(1) : Math.round(value)} ${name}`;
}
