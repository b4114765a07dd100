import { Key } from '../../ui/Key.tsx';
import clsx from 'clsx';
import { type CallKind } from '../../core/language/call-kind.ts';
import { freeCueId } from '../../core/script/cue.ts';
import { useMemo, useRef } from 'react';
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
import { writeTime } from '../../core/time/typed-time.ts';
import { sideWord } from '../shared/words.ts';
import { useChange, useDerived, useDocument } from '../workbench/workbench-context.tsx';
import { CALL_WORDS } from './call-words.ts';
import { withCues } from './edit-script.ts';
import { Row, Mark, STATE_WORDS } from './CallRow.tsx';
import { Hint } from '../../ui/Hint.tsx';

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
      plan: { language },
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
      on ? fillColumn(c, column, language) : emptyColumn(c, column),
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
    const [r, c] = cell.dataset.cell!.split(',').map(Number) as [number, number];
    const column = SHEET_COLUMNS[c]!;
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
          <Key>F</Key> fill the column · <Key>E</Key> empty it · <Key>Enter</Key> write the line by hand
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
                    <Hint
                      says={
                        `${CALL_WORDS[column]}: ${filled} said, ${missing} missing, ${late} late, ${not} do not fit. ` +
                        `${on ? 'Click to empty' : 'Click to fill'} the column.`
                      }
                    >
                      <button
                        data-cell={`-1,${c}`}
                        className={clsx(
                          'flex h-28 w-8 flex-col items-center justify-end gap-1 hover:bg-shade',
                          on ? 'font-bold' : 'text-soft',
                        )}
                        aria-pressed={on}
                        onClick={() => toggle(column, !on)}
                      >
                        <span className="[writing-mode:vertical-rl] rotate-180">{CALL_WORDS[column]}</span>
                        <span
                          className={clsx(
                            'figures text-[13px]',
                            late + not + (own ? missing : 0) > 0 ? 'text-alarm' : 'text-soft',
                          )}
                        >
                          {missing + late + not > 0 ? missing + late + not : '·'}
                        </span>
                      </button>
                    </Hint>
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
