import { Key } from '../../ui/Key.tsx';
import { call } from '../shared/call.ts';
import { useState } from 'react';
import { STRETCH_SHAPES, type StretchShape, type StretchWanted, sizeOfShape } from '../../core/delivery/stretch.ts';
import type { ProgrammeSegment } from '../../core/edit/assemble.ts';
import { partsOf } from '../../core/plan/at-home.ts';
import type { Plan } from '../../core/plan/plan.ts';
import { isActive, labelWithSide } from '../../core/plan/segment.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { type Micros, micros } from '../../core/time/micros.ts';
import { useLetterCommands } from '../workbench/commands.ts';
import { useDerived, useWorkbench } from '../workbench/workbench-context.tsx';
import { RenderRows, fileBase } from '../shared/RenderRows.tsx';
import { useFirstTake } from '../shared/use-overlay-script.ts';
import type { RenderOfPage } from '../../contract/wire.ts';
import { type Renders, rendersOfKind } from '../shared/use-renders.ts';

const SHAPE: Readonly<Record<StretchShape, string>> = {
  filmed: 'as it was filmed',
  '9:16': 'upright, 9:16',
  '1:1': 'square, 1:1',
};

/** The parts of the programme, each from its first segment to its last. */
function partsIn(
  plan: Pick<Plan, 'blocks'>,
  segments: readonly ProgrammeSegment[],
): { readonly name: string; readonly from: string; readonly to: string }[] {
  return partsOf(plan).flatMap(({ name, blockIds }) => {
    const own = segments.filter((s) => s.segment !== null && blockIds.includes(s.segment.blockId));
    const [first, last] = [own[0], own.at(-1)];
    return first === undefined || last === undefined ? [] : [{ name, from: first.key, to: last.key }];
  });
}

/** One move, block or part of the class by itself: for a trailer, a library, or to look at before all is rendered. */
export function Piece({ of }: { readonly of: Renders }) {
  const { workbench } = useWorkbench();
  const id = workbench((s) => s.id);
  const title = workbench((s) => s.document.plan.title);
  const { plan, produced } = useDerived();
  const segments = produced?.programme.segments ?? [];
  const parts = partsIn(plan, segments);
  const take = useFirstTake();
  const first = segments.find(isActive)?.key ?? segments[0]?.key ?? '';
  const [asked, setAsked] = useState<Omit<StretchWanted, 'fromKey' | 'toKey'>>({
    ...{ shape: '9:16', look: true, sound: true, draft: false },
  });
  const [span, setSpan] = useState<{ from: string; to: string } | null>(null);
  const known = (key: string | undefined) => segments.some((s) => s.key === key);
  const from = known(span?.from) ? span!.from : first;
  const to = known(span?.to) ? span!.to : from;
  const [begins, ends] = [segments.findIndex((s) => s.key === from), segments.findIndex((s) => s.key === to)];
  const last = segments[Math.max(begins, ends)];
  const length = last === undefined ? 0 : last.end - segments[begins]!.start;
  const pieces = rendersOfKind(of, (r) => r.kind === 'stretch');
  const make = () => {
    if (pieces.busy === null && last !== undefined)
      of.start(() =>
        call('queueFilm', { id }, { asked: { kind: 'stretch' }, body: { ...asked, fromKey: from, toKey: last.key } }),
      );
  };
  useLetterCommands([{ label: 'Make a piece of the class', letter: 'e', run: make }]);
  if (segments.length === 0 || take === null) return null;
  const size = sizeOfShape(asked.shape, take);
  const nameOf = (render: RenderOfPage) => {
    const { fromKey = '', toKey = '', shape = 'filmed', draft = false } = render.options?.stretch ?? {};
    const label = (key: string) => segments.find((s) => s.key === key)?.label ?? 'a piece';
    const words = fromKey === toKey ? label(fromKey) : `${label(fromKey)} to ${label(toKey)}`;
    return `${words}, ${SHAPE[shape]}${draft ? ', draft' : ''}`;
  };
  const flag = (key: 'look' | 'sound' | 'draft', words: string) => (
    <label className="flex items-center gap-2">
      <input type="checkbox" checked={asked[key]} onChange={(e) => setAsked({ ...asked, [key]: e.target.checked })} />
      {words}
    </label>
  );
  return (
    <section className="mt-8" aria-label="A piece of the class">
      <h2 className="text-xl">A piece of the class</h2>
      <p className="mt-1 mb-3 text-soft">
        A move, a block or a part by itself. In an upright or square picture a window follows who is filmed.
      </p>
      {parts.length > 0 && (
        <p className="mb-3 flex flex-wrap gap-1.5">
          {parts.map(({ name, ...part }) => (
            <button
              key={part.from}
              className="btn btn-quiet border-line"
              aria-pressed={part.from === from && part.to === last?.key}
              onClick={() => setSpan(part)}
            >
              {name}
            </button>
          ))}
        </p>
      )}
      <div className="grid gap-x-4 gap-y-2.5 sm:grid-cols-[auto_minmax(0,1fr)] sm:items-center">
        <label htmlFor="piece-from">From</label>
        <SegmentSelect
          id="piece-from"
          {...{ segments, value: from }}
          choose={(key) => setSpan({ from: key, to: segments.findIndex((s) => s.key === key) > ends ? key : to })}
        />
        <label htmlFor="piece-to">To the end of</label>
        <SegmentSelect
          id="piece-to"
          {...{ segments: segments.slice(begins), value: last?.key ?? from }}
          choose={(key) => setSpan({ from, to: key })}
        />
        <label htmlFor="piece-shape">Picture</label>
        <div className="flex flex-wrap items-center gap-3">
          <select
            id="piece-shape"
            className="field-box"
            value={asked.shape}
            onChange={(e) => setAsked({ ...asked, shape: e.target.value as StretchShape })}
          >
            {STRETCH_SHAPES.map((s) => (
              <option key={s} value={s}>
                {SHAPE[s]}
              </option>
            ))}
          </select>
          <span className="figures text-[13px] text-soft">
            {size.width} × {size.height}
          </span>
        </div>
      </div>
      <div className="mt-3 flex flex-wrap items-center gap-x-5 gap-y-2">
        {flag('look', 'with the look')}
        {flag('sound', 'with sound')}
        {flag('draft', 'draft: small, in seconds, sound as recorded')}
      </div>
      <p className="mt-3 flex flex-wrap items-center gap-x-4 gap-y-2">
        <button className="btn" disabled={pieces.busy !== null} onClick={make}>
          Make the piece <Key>E</Key>
        </button>
        <span className="figures text-soft">{writeTime(micros(Math.round(length / 1e5) * 1e5), 1)}</span>
      </p>
      <RenderRows
        of={{ ...pieces, renders: pieces.renders.slice(0, 5) }}
        doing="Making the piece"
        testId="piece"
        name={nameOf}
        file={(r) => ({
          extension: 'mp4',
          fileName: `${fileBase(title)}.${fileBase(nameOf(r))}.mp4`,
          link: 'Download',
        })}
      />
    </section>
  );
}

interface SelectOf {
  readonly id: string;
  readonly segments: readonly ProgrammeSegment[];
  readonly value: string;
  readonly choose: (key: string) => void;
}

/** Segments by their blocks and rounds, with the time at which each begins. */
function SegmentSelect({ id, segments, value, choose }: SelectOf) {
  const groups: { name: string; own: ProgrammeSegment[] }[] = [];
  for (const s of segments) {
    const { blockName = '', round = 1, rounds = 1 } = s.segment ?? {};
    const name = rounds > 1 ? `${blockName}, round ${round}` : blockName;
    const group = groups.at(-1);
    if (group?.name === name) group.own.push(s);
    else groups.push({ name, own: [s] });
  }
  const begins = (at: Micros) => writeTime(micros(Math.floor(at / 1e6) * 1e6), 0);
  return (
    <select id={id} className="field-box w-full min-w-0" value={value} onChange={(e) => choose(e.target.value)}>
      {groups.map(({ name, own }, i) => (
        <optgroup key={i} label={name === '' ? 'Beyond the plan' : name}>
          {own.map((s) => (
            <option key={s.key} value={s.key}>
              {begins(s.start)} {labelWithSide(s)}
            </option>
          ))}
        </optgroup>
      ))}
    </select>
  );
}
