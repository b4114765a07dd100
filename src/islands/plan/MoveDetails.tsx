import { X } from 'lucide-react';
import {
  type Block,
  CAMERA_VIEWS,
  type CameraView,
  type Move,
  POSITIONS,
  type Position,
} from '../../core/plan/plan.ts';
import { PLAN_LIMITS } from '../../core/plan/plan-limits.ts';
import type { RoundChange } from '../../core/plan/round-change.ts';
import { IconButton } from '../../ui/IconButton.tsx';
import { readMeasure, writeMeasure } from '../../formats/outline/outline-dose.ts';
import { readMoveLine } from '../../formats/outline/outline-move.ts';
import { writeMove } from '../../formats/outline/outline-writer.ts';
import { useDocument } from '../workbench/workbench-context.tsx';
import { ListField, OwnTime, TextField } from './move-fields.tsx';
import { SidesSelect } from './SidesSelect.tsx';
import { TypedField } from './TypedField.tsx';

interface Props {
  readonly move: Move;
  readonly rounds: number;
  readonly set: (label: string, next: (move: Move) => Move) => void;
}

/** A move without its own measure, of which it has one at most: seconds, a dose, phases or a range. */
function withoutMeasure({ dose: _dose, phases: _phases, range: _range, ...move }: Move): Move {
  return move;
}

/** A move as it was typed in one line; null: something in it is not understood. */
function moveFromLine(text: string, id: string, blocks: readonly Block[]): Move | null {
  let understood = true;
  const read = readMoveLine(text.replace(/^-\s*/, ''), id, (_, note) => void (understood &&= note !== undefined), {
    pace: null,
    blocks,
  });
  return understood ? read : null;
}

/** The combination of another block that an element of a combination is, where there is one. */
function MadeOf({ move, blocks, set }: Pick<Props, 'move' | 'set'> & { readonly blocks: readonly Block[] }) {
  const isCombination = (b: Block) => b.scheme.kind === 'choreography';
  const own = blocks.find((b) => b.moves.some((m) => m.id === move.id));
  const others = blocks.filter((b) => isCombination(b) && b !== own);
  if (own === undefined || !isCombination(own) || others.length === 0) return null;
  return (
    <label className="flex items-center gap-1.5">
      <span className="label">made of</span>
      <select
        className="field-box"
        value={move.allOf ?? ''}
        onChange={(e) =>
          set('what it is made of', ({ allOf: _, ...m }) =>
            e.target.value === '' ? m : { ...m, allOf: e.target.value },
          )
        }
      >
        <option value="">its own counts</option>
        {others.map((b) => (
          <option key={b.id} value={b.id}>
            all of {b.name}
          </option>
        ))}
      </select>
    </label>
  );
}

/** What is set for one move alone, and what changes in later rounds. */
export function MoveDetails({ move, rounds, set }: Props) {
  const { blocks } = useDocument().document.plan;
  const changes = move.changes ?? [];
  const setChange = (fromRound: number, next: Partial<RoundChange> | null) =>
    set('change by round', (m) => {
      const rest = (m.changes ?? []).filter((c) => c.fromRound !== fromRound);
      const was = (m.changes ?? []).find((c) => c.fromRound === fromRound) ?? {
        fromRound,
        name: null,
        workUs: null,
        needs: null,
      };
      const all = next === null ? rest : [...rest, { ...was, ...next }].sort((a, b) => a.fromRound - b.fromRound);
      const { changes: _, ...without } = m;
      return all.length === 0 ? without : { ...without, changes: all };
    });
  const free = Array.from({ length: Math.max(0, Math.min(rounds, PLAN_LIMITS.changes + 1) - 1) }, (_, i) => i + 2).find(
    (r) => !changes.some((c) => c.fromRound === r),
  );
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-2 py-2 pl-8">
      <TypedField
        label="as a line"
        value={writeMove(move, blocks).slice(2)}
        wanted={
          'NAME | FIELD | FIELD, as in the outline: by Bo · load light · place: above the knees · rounds 2-3 · ' +
          'easier stops at 0:30'
        }
        className="w-full sm:w-[34rem]"
        onChange={(text) => {
          const read = moveFromLine(text, move.id, blocks);
          if (read !== null) set('move as a line', () => read);
          return read !== null;
        }}
        onClear={() => undefined}
      />
      <SidesSelect
        label="sides"
        value={move.sides}
        inherit="as the block"
        onChange={(sides) => set('sides', (m) => ({ ...m, sides }))}
      />
      <label className="flex items-center gap-1.5">
        <span className="label">position</span>
        <select
          className="field-box"
          value={move.position ?? ''}
          onChange={(e) =>
            set('position', (m) => ({ ...m, position: e.target.value === '' ? null : (e.target.value as Position) }))
          }
        >
          <option value="">not said</option>
          {POSITIONS.map((p) => (
            <option key={p}>{p}</option>
          ))}
        </select>
      </label>
      <label className="flex items-center gap-1.5">
        <span className="label">filmed from</span>
        <select
          className="field-box"
          value={move.view ?? ''}
          onChange={(e) =>
            set('camera view', ({ view: _, ...m }) =>
              e.target.value === '' ? m : { ...m, view: e.target.value as CameraView },
            )
          }
        >
          <option value="">as the exercise</option>
          {CAMERA_VIEWS.map((view) => (
            <option key={view}>{view}</option>
          ))}
        </select>
      </label>
      <MadeOf move={move} blocks={blocks} set={set} />
      <ListField label="needs" value={move.needs} onChange={(needs) => set('equipment', (m) => ({ ...m, needs }))} />
      <TextField label="easier" value={move.easier} onChange={(easier) => set('easier', (m) => ({ ...m, easier }))} />
      <TextField label="harder" value={move.harder} onChange={(harder) => set('harder', (m) => ({ ...m, harder }))} />
      <TextField label="note" value={move.note} onChange={(note) => set('note', (m) => ({ ...m, note }))} />
      <TypedField
        label="measure"
        value={writeMeasure(move)}
        placeholder="as the block"
        wanted="counts 16 · reps 10 tempo 3-1-1 · 3 breaths · about 0:30 · 0:20-0:40 · phases: slow 20, pulses 10"
        className="w-52"
        onChange={(text) => {
          const measure = readMeasure(text);
          if (measure === null) return false;
          set('measure', (m) => ({ ...withoutMeasure(m), ...measure, workUs: null }));
          return true;
        }}
        onClear={() => set('measure', withoutMeasure)}
      />
      <label className="flex items-center gap-1.5">
        <span className="label">leads</span>
        <select
          className="field-box"
          value={move.lead ?? ''}
          onChange={(e) =>
            set('lead', ({ lead: _, ...m }) =>
              e.target.value === '' ? m : { ...m, lead: e.target.value === 'right' ? 'right' : 'left' },
            )
          }
        >
          <option value="">not said</option>
          <option>left</option>
          <option>right</option>
        </select>
      </label>
      <OwnTime
        label="own work"
        value={move.workUs}
        onChange={(workUs) => set('own work', (m) => ({ ...withoutMeasure(m), workUs }))}
      />
      <OwnTime label="own rest" value={move.restUs} onChange={(restUs) => set('own rest', (m) => ({ ...m, restUs }))} />
      <OwnTime label="demo before" value={move.demoUs} onChange={(demoUs) => set('demo', (m) => ({ ...m, demoUs }))} />
      {changes.map((c) => (
        <fieldset
          key={c.fromRound}
          className="flex w-full flex-wrap items-center gap-x-4 gap-y-1 border-l-2 border-ink! pl-2"
        >
          <legend className="sr-only">From round {c.fromRound}</legend>
          <span>
            from round <span className="figures">{c.fromRound}</span>
          </span>
          <TextField label="it is" value={c.name} onChange={(name) => setChange(c.fromRound, { name })} />
          <OwnTime
            label={`work from round ${c.fromRound}`}
            word="work"
            value={c.workUs}
            onChange={(workUs) => setChange(c.fromRound, { workUs })}
          />
          <ListField
            label="needs"
            value={c.needs ?? []}
            onChange={(needs) => setChange(c.fromRound, { needs: needs.length === 0 ? null : needs })}
          />
          <IconButton label={`No change from round ${c.fromRound}`} onClick={() => setChange(c.fromRound, null)}>
            <X size={14} />
          </IconButton>
        </fieldset>
      ))}
      {free !== undefined && (
        <button className="btn btn-quiet border-line" onClick={() => setChange(free, {})}>
          Change it from round {free}
        </button>
      )}
    </div>
  );
}
