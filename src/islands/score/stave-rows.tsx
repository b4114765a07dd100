import type { ProgrammeSegment } from '../../core/edit/assemble.ts';
import type { PlacedInsert } from '../../core/edit/inserts.ts';
import type { ProgrammeTime } from '../../core/time/micros.ts';
import type { ListRow } from '../shared/LongList.tsx';
import { DenseStave } from './DenseStave.tsx';
import { InsertRow } from './InsertRow.tsx';
import { Stave } from './Stave.tsx';
import type { StaveData } from './use-score.ts';

interface Shown {
  readonly staves: readonly StaveData[];
  readonly inserts: readonly PlacedInsert[];
  /** One line a segment. */
  readonly dense: boolean;
  readonly rowUs: number;
  readonly selected: string | null;
  /** The timer counts down. */
  readonly down: boolean;
  readonly select: (key: string, at: ProgrammeTime) => void;
  readonly showInsert: (placed: PlacedInsert) => void;
}

/** About how high rows are before they are measured, pixels. */
const ABOUT_PX = { group: 40, insert: 36, dense: 23, stave: 104 } as const;

/** The rows of the score: the staves in groups, with what was inserted between them. The row of a stave has its key. */
export function staveRows(shown: Shown): ListRow[] {
  const { staves, inserts, dense, rowUs, selected, down, select, showInsert } = shown;
  const longestUs = staves.reduce((most, s) => Math.max(most, s.segment.end - s.segment.start), 1);
  const insertRow = (placed: PlacedInsert): ListRow => ({
    key: `insert ${placed.insert.id}`,
    aboutPx: ABOUT_PX.insert,
    draw: () => <InsertRow placed={placed} dense={dense} show={showInsert} />,
  });
  const seen = new Set<string>();
  const rows = staves.flatMap((data, i): ListRow[] => {
    const { segment, group } = data;
    const around = inserts.length === 0 ? [] : insertsAround(segment, inserts, i === 0);
    // A move that was made up later comes twice.
    const key = seen.has(segment.key) ? `${segment.key}@${segment.start}` : segment.key;
    seen.add(key);
    const row: ListRow = {
      key,
      aboutPx: dense ? ABOUT_PX.dense : ABOUT_PX.stave * Math.max(1, Math.ceil((segment.end - segment.start) / rowUs)),
      draw: () =>
        dense ? (
          <DenseStave
            {...{ data, longestUs, select }}
            covered={around.some((p) => p.insert.place === 'over')}
            selected={segment.key === selected}
          />
        ) : (
          <Stave {...{ data, rowUs, down, select }} selected={segment.key === selected} />
        ),
    };
    return [
      ...(group === staves[i - 1]?.group ? [] : [groupRow(group, key)]),
      ...around.filter((p) => !dense || p.insert.place !== 'over').map(insertRow),
      row,
    ];
  });
  const end = staves.at(-1)?.segment.end ?? 0;
  return [...rows, ...inserts.filter((p) => p.insert.place !== 'over' && p.start >= end).map(insertRow)];
}

function groupRow(group: string, before: string): ListRow {
  return {
    key: `group ${before}`,
    aboutPx: ABOUT_PX.group,
    draw: () => (
      <div className="border-b-2 border-ink! px-4 pt-3 pb-0.5 font-display text-[15px] font-semibold sm:px-6">
        {group}
      </div>
    ),
  };
}

/** What was inserted right before a segment, and what covers it; before the first, all that is before it. */
function insertsAround(
  segment: ProgrammeSegment,
  inserts: readonly PlacedInsert[],
  isFirst: boolean,
): readonly PlacedInsert[] {
  return inserts.filter(({ insert, start, end }) => {
    if (insert.place === 'instead') return false;
    if (insert.place === 'over') return start >= segment.start && start < segment.end;
    return end <= segment.start && (isFirst || segment.start - end < 100_000);
  });
}
