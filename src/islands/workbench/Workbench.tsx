import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import type { WorkoutDocument } from '../../core/workout/document.ts';
import type { Studio } from '../../core/workout/studio.ts';
import { CommandList } from './CommandList.tsx';
import { ConflictDialog } from './ConflictDialog.tsx';
import { Ribbon } from './Ribbon.tsx';
import { GoContext } from './go-to.ts';
import { Header } from './Header.tsx';
import { STATIONS, type Station, isStation } from './stations.ts';
import { createWorkbench } from './store.ts';
import type { LibraryTrack } from '../../core/music/library.ts';
import type { TakeWithTranscript } from '../../contract/wire.ts';
import { useDerive } from './use-derive.ts';
import { useTakeWatch } from './use-take-watch.ts';
import { useKeys } from './use-keys.ts';
import { WorkbenchProvider, useWorkbench } from './workbench-context.tsx';
import { Notice } from '../../ui/Notice.tsx';

const VIEWS: Readonly<Record<Station, React.LazyExoticComponent<React.ComponentType>>> = {
  plan: lazy(async () => ({ default: (await import('../plan/PlanStation.tsx')).PlanStation })),
  script: lazy(async () => ({ default: (await import('../script/ScriptStation.tsx')).ScriptStation })),
  music: lazy(async () => ({ default: (await import('../music/MusicStation.tsx')).MusicStation })),
  shoot: lazy(async () => ({ default: (await import('../shoot/ShootStation.tsx')).ShootStation })),
  align: lazy(async () => ({ default: (await import('../align/AlignStation.tsx')).AlignStation })),
  score: lazy(async () => ({ default: (await import('../score/ScoreStation.tsx')).ScoreStation })),
  check: lazy(async () => ({ default: (await import('../check/CheckStation.tsx')).CheckStation })),
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
  readonly mayChange: boolean;
}

/** One open workout: the stations share one document, one undo and one computation. */
export function Workbench({ document: begunWith, station: begun, ...opened }: Props) {
  const { id, revision, takes, studio, tracks, mayChange } = opened;
  const workbench = useMemo(
    () => createWorkbench({ id, revision, document: begunWith, takes, studio, tracks, mayChange }),
    [id, revision, begunWith, takes, studio, tracks, mayChange],
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
    // What can be sent is sent while the page goes; what cannot is kept by the browser, and only then is leaving asked.
    const leave = (event: BeforeUnloadEvent) => {
      workbench.leave();
      const { save, conflicts } = workbench.getState();
      if (save.kind === 'waiting' || conflicts.length > 0) event.preventDefault();
    };
    // Phones end a page that is out of sight without another word.
    const hide = () => {
      if (document.visibilityState === 'hidden' && workbench.getState().save.kind !== 'saved') {
        workbench.keepDrafts();
        void workbench.flush(true);
      }
    };
    const online = () => workbench.tryAgain();
    window.addEventListener('popstate', back);
    window.addEventListener('beforeunload', leave);
    document.addEventListener('visibilitychange', hide);
    window.addEventListener('online', online);
    void workbench.restore();
    return () => {
      window.removeEventListener('popstate', back);
      window.removeEventListener('beforeunload', leave);
      document.removeEventListener('visibilitychange', hide);
      window.removeEventListener('online', online);
    };
  }, [workbench]);
  const asked = workbench((s) => s.conflicts.length > 0);
  const [choosing, setChoosing] = useState(false);
  useEffect(() => setChoosing(asked), [asked]);
  useEffect(() => {
    document.title = `${title || 'Untitled'} · ${STATIONS.find((s) => s.name === station)?.word} · Euphon`;
  }, [title, station]);
  useKeys(workbench, go, () => setCommands(true));

  const View = VIEWS[station];
  return (
    <WorkbenchProvider workbench={workbench} derived={derived}>
      <Header station={station} go={go} openCommands={() => setCommands(true)} choose={() => setChoosing(true)} />
      <WorkbenchNotice />
      <Ribbon station={station} />
      <main id="station" aria-label={STATIONS.find((s) => s.name === station)?.word}>
        <h1 className="sr-only">
          {title || 'Untitled'}: {STATIONS.find((s) => s.name === station)?.word}
        </h1>
        <GoContext.Provider value={go}>
          <Suspense fallback={<p className="p-8 text-soft">Opening …</p>}>
            <View />
          </Suspense>
        </GoContext.Provider>
      </main>
      {commands && <CommandList go={go} onClose={() => setCommands(false)} />}
      <ConflictDialog open={choosing} onClose={() => setChoosing(false)} />
    </WorkbenchProvider>
  );
}

/** What the person should know about saving, until they put it away. */
function WorkbenchNotice() {
  const { workbench } = useWorkbench();
  const notice = workbench((s) => s.notice);
  if (notice === null) return null;
  return (
    <div className="px-4 pt-2 sm:px-6">
      <Notice>
        <span className="flex items-center gap-4">
          {notice}
          <button className="btn btn-quiet ml-auto" onClick={() => workbench.getState().putAwayNotice()}>
            Put away
          </button>
        </span>
      </Notice>
    </div>
  );
}
