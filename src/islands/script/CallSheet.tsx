import { type CallKind, freeCueId } from '../../core/script/cue.ts';
import { memo, useMemo, useRef } from 'react';
import { isActive, type Segment } from '../../core/plan/segment.ts';
import {
  type FieldState,
  SHEET_COLUMNS,
  type SheetField,
  type SheetRow,
  columnCounts,
  cueForCall,
  emptyColumn,
  fillColumn,
  isColumnOn,
} from '../../core/script/call-sheet.ts';
import { writeSeconds, writeTime } from '../../core/time/typed-time.ts';
import { sideWord } from '../shared/words.ts';
import { useChange, useDerived, useDocument } from '../workbench/workbench-context.tsx';
import { CALL_WORDS } from './call-words.ts';
import { withCues } from './edit-script.ts';

type Column = (typeof SHEET_COLUMNS)[number];
const STATE_WORDS: Readonly<Record<FieldState, string>> = {
  filled: 'said',
  missing: 'missing',
  late: 'late',
  'no-fit': 'does not fit',
};

/**
 * Segments against the calls they want. F fills the column the focus is in, E empties it, Enter writes or opens the
 * line.
 */
export function CallSheet({
  rows,
  toLine,
  toSegment,
}: {
  readonly rows: readonly SheetRow[];
  readonly toLine: (cueId: string) => void;
  readonly toSegment: (index: number) => void;
}) {
  const {
    compiled: { segments },
  } = useDerived();
  const {
    document: {
      script: { calls },
    },
  } = useDocument();
  const change = useChange();
  const table = useRef<HTMLTableElement>(null);
  const counts = useMemo(() => columnCounts(rows), [rows]);
  // By a way of calling most calls come now and then: those that do not are no mistake.
  const own = calls.way === 'own';
  const rules = (label: string, next: (c: typeof calls) => typeof calls) =>
    change(label, (d) => ({ ...d, script: { ...d.script, calls: next(d.script.calls) } }));
  const toggle = (column: CallKind, on: boolean) =>
    rules(`${on ? 'Fill' : 'Empty'} ${CALL_WORDS[column].toLowerCase()}`, (c) =>
      on ? fillColumn(c, column) : emptyColumn(c, column),
    );
  const write = (segment: Segment, field: SheetField) => {
    if (field.cueId !== null) return toLine(field.cueId);
    let made: string | null = null;
    change('Write the call as a line', (d) => {
      const cue = cueForCall(field.call, segment, field.text, freeCueId(d.script.cues));
      if (cue === null) return d;
      made = cue.id;
      return withCues(d, (cues) => [...cues, cue]);
    });
    if (made !== null) return toLine(made);
    // Some calls no written line stands for: a missing one is filled with its column, else its place is shown.
    if (field.state === 'missing') toggle(field.call, true);
    else toSegment(segment.index);
  };
  const onKey = (e: React.KeyboardEvent<HTMLTableElement>) => {
    const cell = (e.target as HTMLElement).closest<HTMLElement>('[data-cell]');
    if (cell === null || e.ctrlKey || e.metaKey || e.altKey) return;
    const [r, c] = (cell.dataset.cell as string).split(',').map(Number) as [number, number];
    const column = SHEET_COLUMNS[c] as Column;
    const step: Readonly<Record<string, [number, number]>> = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
    };
    const by = step[e.key];
    if (by !== undefined) {
      e.preventDefault();
      const next = table.current?.querySelector<HTMLElement>(`[data-cell="${r + by[0]},${c + by[1]}"]`);
      next?.focus();
    } else if (e.key === 'f' || e.key === 'e') {
      e.preventDefault();
      e.stopPropagation();
      toggle(column, e.key === 'f');
    } else if (e.key === 'Enter') {
      const row = rows[r];
      const [segment, field] = [segments[row?.segmentIndex ?? -1], row?.fields.get(column)];
      if (segment === undefined || field === undefined) return;
      e.preventDefault();
      write(segment, field);
    }
  };
  const sum = (state: FieldState) => [...counts.values()].reduce((n, c) => n + c[state], 0);
  return (
    <section aria-label="Call sheet">
      <p className="mb-2 flex flex-wrap gap-x-5 text-[13px] text-soft">
        {(['filled', 'missing', 'late', 'no-fit'] as const).map((state) => (
          <span key={state} className="flex items-center gap-1.5">
            <Mark state={state} /> {STATE_WORDS[state]} <span className="figures">{sum(state)}</span>
          </span>
        ))}
        <span className="max-sm:hidden">
          <kbd className="key">F</kbd> fill the column · <kbd className="key">E</kbd> empty it ·{' '}
          <kbd className="key">Enter</kbd> write the line by hand
        </span>
      </p>
      <div className="overflow-x-auto">
        <table ref={table} className="border-collapse text-[13px]" onKeyDown={onKey}>
          <thead>
            <tr>
              <th className="sticky left-0 bg-paper text-left font-normal text-soft">segment</th>
              {SHEET_COLUMNS.map((column, c) => {
                const {
                  filled,
                  missing,
                  late,
                  'no-fit': not,
                } = counts.get(column) ?? { filled: 0, missing: 0, late: 0, 'no-fit': 0 };
                const on = isColumnOn(calls, column);
                return (
                  <th key={column} className="px-0.5 pb-1 align-bottom font-normal" scope="col">
                    <button
                      data-cell={`-1,${c}`}
                      className={`flex h-28 w-8 flex-col items-center justify-end gap-1 hover:bg-shade ${on ? 'font-bold' : 'text-soft'}`}
                      aria-pressed={on}
                      title={`${CALL_WORDS[column]}: ${filled} said, ${missing} missing, ${late} late, ${not} do not fit. ${on ? 'Click to empty' : 'Click to fill'} the column.`}
                      onClick={() => toggle(column, !on)}
                    >
                      <span className="[writing-mode:vertical-rl] rotate-180">{CALL_WORDS[column]}</span>
                      <span
                        className={`figures text-[13px] ${late + not + (own ? missing : 0) > 0 ? 'text-alarm' : 'text-soft'}`}
                      >
                        {missing + late + not > 0 ? missing + late + not : '·'}
                      </span>
                    </button>
                  </th>
                );
              })}
            </tr>
          </thead>
          <tbody>
            {rows.map((row, r) => {
              const segment = segments[row.segmentIndex];
              return segment === undefined ? null : (
                <Row
                  key={segment.key}
                  row={row}
                  r={r}
                  label={segment.label}
                  side={sideWord(segment.side)}
                  start={writeTime(segment.start)}
                  active={isActive(segment)}
                  write={(field) => write(segment, field)}
                />
              );
            })}
          </tbody>
        </table>
      </div>
    </section>
  );
}

interface RowProps {
  readonly row: SheetRow;
  readonly r: number;
  readonly label: string;
  readonly side: string;
  readonly start: string;
  readonly active: boolean;
  readonly write: (field: SheetField) => void;
}

const Row = memo(
  function Row({ row, r, label, side, start, active, write }: RowProps) {
    return (
      <tr className="border-b border-line/60 hover:bg-shade/60">
        <th
          scope="row"
          className={`sticky left-0 max-w-56 truncate bg-paper pr-3 text-left ${active ? 'font-semibold' : 'font-normal text-soft'}`}
        >
          <time className="mr-2 font-normal text-soft">{start}</time>
          {label}
          {side !== '' && <span className="font-normal text-soft"> · {side}</span>}
        </th>
        {SHEET_COLUMNS.map((column, c) => {
          const field = row.fields.get(column);
          if (field === undefined)
            return (
              <td
                key={column}
                data-cell={`${r},${c}`}
                tabIndex={-1}
                className="text-center text-line"
                aria-label={`${CALL_WORDS[column]}: not wanted here`}
              >
                ·
              </td>
            );
          const off =
            field.offUs === 0 ? '' : `, ${writeSeconds(field.offUs)} s ${field.state === 'late' ? 'late' : 'too long'}`;
          const words = `${CALL_WORDS[column]}: ${STATE_WORDS[field.state]}${off}. ${field.text}`;
          return (
            <td key={column} className="p-0 text-center">
              <button
                data-cell={`${r},${c}`}
                className="h-6 w-8 hover:bg-line"
                title={words}
                aria-label={words}
                onClick={() => write(field)}
              >
                <Mark state={field.state} />
              </button>
            </td>
          );
        })}
      </tr>
    );
  },
  (a, b) =>
    a.r === b.r &&
    a.label === b.label &&
    a.side === b.side &&
    a.start === b.start &&
    a.row.fields.size === b.row.fields.size &&
    [...a.row.fields].every(([call, f]) => {
      const o = b.row.fields.get(call);
      return o !== undefined && o.state === f.state && o.text === f.text && o.offUs === f.offUs && o.cueId === f.cueId;
    }),
);

/** Full, empty, half and crossed: the state is a shape first and a colour second. */
function Mark({ state }: { readonly state: FieldState }) {
  return (
    <svg
      viewBox="0 0 12 12"
      className={`inline-block h-3 w-3 ${state === 'filled' ? 'text-rest' : state === 'missing' ? 'text-soft' : 'text-alarm'}`}
      aria-hidden="true"
    >
      {state === 'filled' && (
        <path d="M1 3.5 Q6 12 11 3.5 Q6 6 1 3.5Z" fill="currentColor" stroke="currentColor" strokeWidth="1" />
      )}
      {state === 'missing' && (
        <path d="M1 3.5 Q6 12 11 3.5 Q6 6 1 3.5Z" fill="none" stroke="currentColor" strokeWidth="1" />
      )}
      {state === 'late' && (
        <>
          <path d="M1 3.5 Q6 12 11 3.5" fill="none" stroke="currentColor" strokeWidth="1.4" />
          <path d="M6 1v4l2.5 1.5" fill="none" stroke="currentColor" strokeWidth="1.4" />
        </>
      )}
      {state === 'no-fit' && <path d="M2 2l8 8M10 2l-8 8" stroke="currentColor" strokeWidth="1.8" />}
    </svg>
  );
}
