import { Key } from '../../ui/Key.tsx';
import clsx from 'clsx';
import { useCallback, useDeferredValue, useEffect, useState } from 'react';
import type { PlacedInsert } from '../../core/edit/inserts.ts';
import type { ProgrammeTime } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { NotYet } from '../shared/NotYet.tsx';
import { ProgrammePlayer } from '../shared/ProgrammePlayer.tsx';
import { useFirstTake } from '../shared/use-overlay-script.ts';
import { usePlayhead } from '../shared/playhead.ts';
import { LongList } from '../shared/LongList.tsx';
import { useAim } from '../workbench/go-to.ts';
import { useLetterCommands } from '../workbench/commands.ts';
import { useDerived, useDocument } from '../workbench/workbench-context.tsx';
import { inField } from '../workbench/use-keys.ts';
import { InsertsPanel } from './InsertsPanel.tsx';
import { Inspector } from './Inspector.tsx';
import { staveRows } from './stave-rows.tsx';
import { LookPanel } from './LookPanel.tsx';
import { RulesPanel } from './RulesPanel.tsx';
import { TakesPanel } from './TakesPanel.tsx';
import { useCutCommands } from './use-cut-commands.ts';
import { useRoomCommands } from './use-room-commands.ts';
import { useInsertCommands } from './use-insert-commands.ts';
import { useTakeCommands } from './use-take-commands.ts';
import { useFindingCommands } from './use-finding-commands.ts';
import { useScore } from './use-score.ts';

type Below = 'segment' | 'takes' | 'inserts' | 'look' | 'rules';
const BELOW = [
  ['segment', 'This segment'],
  ['takes', 'Takes'],
  ['inserts', 'Inserts'],
  ['look', 'Look'],
  ['rules', 'Rules'],
] as const satisfies readonly (readonly [Below, string])[];

const ZOOMS_S = [20, 30, 40, 60, 90, 120] as const;
/** After the last of them a segment is one line. */
const DENSE = ZOOMS_S.length;

/** The score: the class as it was recorded, a stave a segment, with the picture beside it. */
export function ScoreStation() {
  const { produced, programmeTakes, aligning } = useDerived();
  const {
    document: { edit },
  } = useDocument();
  const first = useFirstTake();
  const { staves, findings } = useScore();
  const [selected, setSelected] = useState<string | null>(null);
  // The stave is marked at once; its details follow.
  const looked = useDeferredValue(selected);
  const [zoom, setZoom] = useState(2);
  const [below, setBelow] = useState<Below>('segment');
  const [loops, setLoops] = useState(false);
  /** The segment whose first fix is to be at hand as soon as it is there. */
  const [toFix, setToFix] = useState<string | null>(null);
  const rowUs = (ZOOMS_S[zoom] ?? 40) * 1e6;
  const select = useCallback((key: string, at: ProgrammeTime) => {
    setSelected(key);
    usePlayhead.getState().seek?.(at);
  }, []);
  useTakeCommands(selected);
  const { add } = useInsertCommands(selected, () => setBelow('inserts'));
  const { mark, cuts } = useCutCommands();
  useRoomCommands();
  useLetterCommands([{ label: 'Repeat this segment, or go on', letter: 'l', run: () => setLoops((on) => !on) }]);
  useFindingCommands(staves, findings, selected, (key, at) => {
    setBelow('segment');
    setToFix(key);
    select(key, at);
  });
  // Where another station pointed to, once there is a player.
  const aim = useAim((s) => s.aim);
  const canSeek = usePlayhead((s) => s.seek !== null);
  useEffect(() => {
    if (aim === null || !canSeek) return;
    useAim.setState({ aim: null });
    setBelow('segment');
    setToFix(aim.segmentKey);
    select(aim.segmentKey, aim.at);
  }, [aim, canSeek, select]);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (inField(event) || event.ctrlKey || event.metaKey || event.altKey) return;
      const at = staves.findIndex((s) => s.segment.key === selected);
      const to = { ArrowDown: at + 1, j: at + 1, ArrowUp: Math.max(0, at - 1), k: Math.max(0, at - 1) }[event.key];
      if (event.key === '+' || event.key === '=') setZoom((z) => Math.max(0, z - 1));
      else if (event.key === '-') setZoom((z) => Math.min(DENSE, z + 1));
      else if (to !== undefined && staves[to] !== undefined) {
        select(staves[to].segment.key, staves[to].segment.start);
      } else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [staves, selected, select]);

  if (produced === null || first === null)
    return aligning || programmeTakes.length > 0 ? (
      <p role="status" className="p-8 text-soft">
        Aligning …
      </p>
    ) : (
      <NotYet title="Nothing recorded to draw" href="shoot" action="To the takes">
        The score shows the class as it was filmed. It needs a take and its transcript.
      </NotYet>
    );
  const showInsert = (placed: PlacedInsert) => {
    setBelow('inserts');
    select(placed.insert.segmentKey, placed.start);
  };
  const rows = staveRows({
    staves,
    inserts: produced.programme.inserts,
    dense: zoom === DENSE,
    rowUs,
    selected,
    down: edit.rules.timer.direction === 'down',
    select,
    showInsert,
  });
  const current = staves.find((s) => s.segment.key === looked) ?? null;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] lg:grid-cols-[minmax(0,1fr)_24.5rem]">
      <div className="min-w-0 pb-10 max-lg:order-2">
        <div className="flex items-center justify-between gap-4 px-4 py-1.5 text-[13px] text-soft sm:px-6">
          <span>
            <Key>↑</Key> <Key>↓</Key> staves · <Key>space</Key> plays · <Key>,</Key> <Key>.</Key> frames · <Key>L</Key>
            {loops ? ' repeats this segment' : ' repeats'} · <Key>M</Key> next finding · <Key>C</Key>{' '}
            {mark === null ? (
              'cuts'
            ) : (
              <strong className="text-alarm">cuts out from {writeTime(mark, 2)} to here</strong>
            )}
            {cuts.length > 0 && (
              <>
                {' · '}
                <Key>N</Key> next of <span className="figures">{cuts.length}</span>
                {cuts.length === 1 ? ' cut' : ' cuts'} · <Key>E</Key> dissolves · <Key>[</Key> <Key>]</Key> trim ·{' '}
                <Key>B</Key> brings back
              </>
            )}
          </span>
          <label className="flex shrink-0 items-center gap-2 whitespace-nowrap">
            a row is
            <select className="field-box" value={zoom} onChange={(e) => setZoom(Number(e.target.value))}>
              {ZOOMS_S.map((s, i) => (
                <option key={s} value={i}>
                  {s} s
                </option>
              ))}
              <option value={DENSE}>a segment</option>
            </select>
          </label>
        </div>
        <LongList label="Staves" rows={rows} shown={selected} />
      </div>
      <aside
        aria-label="Picture and details"
        className="border-l bg-sheet/60 px-4 py-4 lg:sticky lg:top-0 lg:h-screen lg:overflow-y-auto"
      >
        <ProgrammePlayer loop={loops && current !== null ? current.segment : null} />
        <div className="mt-3 mb-2 flex border-b" role="group" aria-label="What stands below">
          {BELOW.map(([name, word]) => (
            <button
              key={name}
              className={clsx(
                'px-2 py-1',
                below === name ? 'font-bold shadow-[inset_0_-2px_0_var(--color-ink)]' : 'text-soft',
              )}
              aria-pressed={below === name}
              onClick={() => setBelow(name)}
            >
              {word}
            </button>
          ))}
        </div>
        {below === 'look' && <LookPanel data={current} first={first} />}
        {below === 'rules' && <RulesPanel />}
        {below === 'takes' && <TakesPanel selected={selected} select={select} />}
        {below === 'inserts' && <InsertsPanel selected={selected} add={add} select={select} />}
        {below === 'segment' && (
          <Inspector
            toFix={toFix}
            onAtHand={() => setToFix(null)}
            data={current}
            findings={findings}
            shots={produced.programme.shots}
            select={select}
          />
        )}
      </aside>
    </div>
  );
}
