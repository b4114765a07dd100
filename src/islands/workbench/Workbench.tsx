import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import type { WorkoutDocument } from '../../core/workout/document.ts';
import type { Studio } from '../../core/workout/studio.ts';
import { CommandList } from './CommandList.tsx';
import { ConflictDialog } from './ConflictDialog.tsx';
import { Ribbon } from './Ribbon.tsx';
import { Header } from './Header.tsx';
import { STATIONS, type Station, isStation } from './stations.ts';
import { createWorkbench } from './store.ts';
import type { LibraryTrack } from '../../core/music/library.ts';
import type { TakeWithTranscript } from './take.ts';
import { useDerive } from './use-derive.ts';
import { useTakeWatch } from './use-take-watch.ts';
import { useKeys } from './use-keys.ts';
import { WorkbenchProvider } from './workbench-context.tsx';

const VIEWS: Readonly<Record<Station, React.LazyExoticComponent<React.ComponentType>>> = {
  plan: lazy(async () => ({ default: (await import('../plan/PlanStation.tsx')).PlanStation })),
  script: lazy(async () => ({ default: (await import('../script/ScriptStation.tsx')).ScriptStation })),
  music: lazy(async () => ({ default: (await import('../music/MusicStation.tsx')).MusicStation })),
  shoot: lazy(async () => ({ default: (await import('../shoot/ShootStation.tsx')).ShootStation })),
  align: lazy(async () => ({ default: (await import('../align/AlignStation.tsx')).AlignStation })),
  score: lazy(async () => ({ default: (await import('../score/ScoreStation.tsx')).ScoreStation })),
  deliver: lazy(async () => ({ default: (await import('../deliver/DeliverStation.tsx')).DeliverStation })),
};

interface Props {
  readonly id: string;
  readonly revision: number;
  readonly document: WorkoutDocument;
  readonly takes: readonly TakeWithTranscript[];
  readonly station: Station;
  readonly studio: Studio;
  readonly tracks: readonly LibraryTrack[];
}

/** One open workout: the stations share one document, one undo and one computation. */
export function Workbench({ id, revision, document: first, takes, station: begun, studio, tracks }: Props) {
  const workbench = useMemo(
    () => createWorkbench({ id, revision, document: first, takes, studio, tracks }),
    [id, revision, first, takes, studio, tracks],
  );
  const derived = useDerive(workbench);
  useTakeWatch(workbench);
  const [station, setStation] = useState<Station>(begun);
  const [commands, setCommands] = useState(false);
  const title = workbench((s) => s.document.plan.title);

  const go = useMemo(
    () => (next: Station) => {
      window.history.pushState(null, '', `/w/${id}/${next}`);
      setStation(next);
      window.scrollTo(0, 0);
    },
    [id],
  );
  useEffect(() => {
    const back = () => {
      const name = window.location.pathname.split('/').at(-1);
      if (isStation(name)) setStation(name);
    };
    const leave = (event: BeforeUnloadEvent) => {
      if (workbench.getState().save.kind !== 'saved') {
        void workbench.flush();
        event.preventDefault();
      }
    };
    window.addEventListener('popstate', back);
    window.addEventListener('beforeunload', leave);
    return () => {
      window.removeEventListener('popstate', back);
      window.removeEventListener('beforeunload', leave);
    };
  }, [workbench]);
  useEffect(() => {
    document.title = `${title || 'Untitled'} · ${STATIONS.find((s) => s.name === station)?.word} · Euphon`;
  }, [title, station]);
  useKeys(workbench, go, () => setCommands(true));

  const View = VIEWS[station];
  return (
    <WorkbenchProvider workbench={workbench} derived={derived}>
      <Header station={station} go={go} openCommands={() => setCommands(true)} />
      <Ribbon station={station} />
      <main id="station" aria-label={STATIONS.find((s) => s.name === station)?.word}>
        <h1 className="sr-only">
          {title || 'Untitled'}: {STATIONS.find((s) => s.name === station)?.word}
        </h1>
        <Suspense fallback={<p className="p-8 text-soft">Opening …</p>}>
          <View />
        </Suspense>
      </main>
      {commands && <CommandList go={go} onClose={() => setCommands(false)} />}
      <ConflictDialog />
    </WorkbenchProvider>
  );
}
