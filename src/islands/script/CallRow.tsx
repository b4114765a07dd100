import clsx from 'clsx';
import { memo } from 'react';
import { type FieldState, SHEET_COLUMNS, type SheetField, type SheetRow } from '../../core/script/call-sheet.ts';
import { writeSeconds } from '../../core/time/typed-time.ts';
import { CALL_WORDS } from './call-words.ts';

export type Column = (typeof SHEET_COLUMNS)[number];

export const STATE_WORDS: Readonly<Record<FieldState, string>> = {
  filled: 'said',
  missing: 'missing',
  late: 'late',
  'no-fit': 'does not fit',
};

interface RowProps {
  readonly row: SheetRow;
  readonly r: number;
  readonly label: string;
  readonly side: string;
  readonly start: string;
  readonly active: boolean;
  readonly write: (field: SheetField) => void;
}

export const Row = memo(
  function Row({ row, r, label, side, start, active, write }: RowProps) {
    return (
      <tr className="border-b border-line/60 hover:bg-shade/60">
        <th
          scope="row"
          className={clsx(
            'sticky left-0 max-w-56 truncate bg-paper pr-3 text-left',
            active ? 'font-semibold' : 'font-normal text-soft',
          )}
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
export function Mark({ state }: { readonly state: FieldState }) {
  return (
    <svg
      viewBox="0 0 12 12"
      className={clsx(
        'inline-block h-3 w-3',
        state === 'filled' ? 'text-rest' : state === 'missing' ? 'text-soft' : 'text-alarm',
      )}
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
