import { memo, useMemo } from 'react';
import { isActive, type SegmentKind } from '../../core/plan/segment.ts';
import { type Micros, programmeTime } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { usePlayhead } from '../shared/playhead.ts';
import type { Station } from './stations.ts';
import { useDerived } from './workbench-context.tsx';

interface Piece {
  readonly key: string;
  readonly kind: SegmentKind;
  readonly start: number;
  readonly end: number;
  readonly title: string;
  readonly group: string;
}

/** The drawing's own units: as wide as a usual window, as high as the band. */
const WIDTH = 1200;
const BAND = 31;

/** Height of a piece in the ribbon, by how hard its kind works. */
const HEIGHT: Readonly<Record<SegmentKind, number>> = {
  work: 30,
  hold: 19,
  rest: 9,
  'change-over': 7,
  water: 9,
  talk: 12,
  demo: 14,
  'set-up': 9,
};

/** The whole class as one thin band: what it is made of, where the playhead stands, planned and filmed length. */
export function Ribbon({ station }: { readonly station: Station }) {
  const { compiled, inHand, produced: whole } = useDerived();
  const produced = station === 'align' ? inHand : whole;
  const onProgramme =
    produced !== null && (station === 'score' || station === 'check' || station === 'deliver' || station === 'align');
  const pieces = useMemo<Piece[]>(
    () =>
      onProgramme
        ? produced.programme.segments.map((s) => ({
            key: s.key,
            kind: s.kind,
            start: s.start,
            end: s.end,
            title: s.label,
            group: s.segment === null || s.extra ? '' : blockOf(s.segment),
          }))
        : compiled.segments.map((s) => ({
            key: s.key,
            kind: s.kind,
            start: s.start,
            end: s.end,
            title: s.label,
            group: blockOf(s),
          })),
    [compiled, produced, onProgramme],
  );
  const total = onProgramme ? produced.programme.length : compiled.total;
  const groups = useMemo(() => groupsOf(pieces), [pieces]);
  if (total === 0) return <section aria-label="The whole class" className="h-[69px] border-b" />;
  const x = (us: number) => `${(us / total) * 100}%`;
  return (
    <section aria-label="The whole class" className="border-b px-4 pt-1.5 sm:px-6">
      <div className="relative h-[17px] text-[13px] text-soft" aria-hidden="true">
        {groups.map((p, i) => {
          const width = ((groups[i + 1]?.start ?? total) - p.start) / total;
          return width < 0.045 ? null : (
            <span
              key={p.key}
              className="absolute truncate pr-2"
              style={{ left: x(p.start), maxWidth: `${width * 100}%` }}
            >
              {p.group}
            </span>
          );
        })}
      </div>
      <div
        className="relative h-[32px] border-b border-ink"
        role="img"
        aria-label={`The class, ${writeTime(total)} long, ${pieces.filter(isActive).length} intervals`}
        onPointerMove={(e) => {
          const box = e.currentTarget.getBoundingClientRect();
          const at = ((e.clientX - box.left) / box.width) * total;
          const piece = pieces.find((p) => at >= p.start && at < p.end);
          e.currentTarget.title = piece === undefined ? '' : `${writeTime(piece.start as Micros, 0)} ${piece.title}`;
        }}
        onClick={(e) => {
          if (!onProgramme) return;
          const box = e.currentTarget.getBoundingClientRect();
          usePlayhead.getState().seek?.(programmeTime(((e.clientX - box.left) / box.width) * total));
        }}
      >
        <Band pieces={pieces} total={total} />
        {onProgramme && <RibbonPlayhead total={total} />}
      </div>
      <div className="flex h-[19px] items-center justify-between text-[13px] text-soft">
        {onProgramme ? <RibbonTime total={total} /> : <span />}
        <span>
          <span className="figures">
            {compiled.slack > 0 && '~'}
            {writeTime(compiled.total, compiled.slack > 0 ? 0 : 'auto')}
          </span>{' '}
          planned
          {produced !== null && (
            <>
              {' '}
              · <span className="figures">{writeTime(produced.programme.length, 0)}</span> filmed
            </>
          )}
        </span>
      </div>
    </section>
  );
}

/** Where a group of pieces begins: a block, or a round of it. */
function groupsOf(pieces: readonly Piece[]): Piece[] {
  let group = '';
  return pieces.filter((p) => {
    if (p.group === '' || p.group === group) return false;
    group = p.group;
    return true;
  });
}

/** The playhead alone follows each frame. */
function RibbonPlayhead({ total }: { readonly total: number }) {
  const at = usePlayhead((s) => s.at);
  if (at === null) return null;
  const left = `${(Math.min(at, total) / total) * 100}%`;
  return <span className="absolute -top-1 -bottom-1 w-[2px] bg-ink" style={{ left }} />;
}

/** The time under it, in tenths of a second. */
function RibbonTime({ total }: { readonly total: number }) {
  const at = usePlayhead((s) => (s.at === null ? null : Math.floor(s.at / 1e5) * 1e5));
  const left = at === null ? 0 : `min(${(Math.min(at, total) / total) * 100}%, calc(100% - 18rem))`;
  return (
    <span className="figures w-14 text-ink" style={{ marginLeft: left }}>
      {at === null ? '' : writeTime(at as Micros, 1)}
    </span>
  );
}

/** The pieces, one path for each kind: a class of a thousand segments is eight elements and not a thousand. */
const Band = memo(function Band({ pieces, total }: { readonly pieces: readonly Piece[]; readonly total: number }) {
  const paths = new Map<SegmentKind, string>();
  for (const p of pieces) {
    const [x, width] = [(p.start / total) * WIDTH, ((p.end - p.start) / total) * WIDTH];
    const gap = Math.min(1, width / 3);
    paths.set(
      p.kind,
      `${paths.get(p.kind) ?? ''}M${x.toFixed(2)} ${BAND}h${(width - gap).toFixed(2)}v${-HEIGHT[p.kind]}` +
        `h${(gap - width).toFixed(2)}z`,
    );
  }
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${BAND}`}
      preserveAspectRatio="none"
      className="absolute inset-0 h-full w-full"
      aria-hidden="true"
    >
      {[...paths].map(([kind, d]) => (
        <path key={kind} d={d} className={`kind-${kind}`} fill="var(--k)" />
      ))}
    </svg>
  );
});

/** The name stands by itself (U+2068, U+2069): the round follows it also where the name is written from the right. */
function blockOf(segment: { blockName: string; rounds: number; round: number }): string {
  return segment.rounds > 1 ? `\u2068${segment.blockName}\u2069 · ${segment.round}` : segment.blockName;
}
