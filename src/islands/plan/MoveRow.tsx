import { useState } from 'react';
import { ChevronDown, ChevronRight, X } from 'lucide-react';
import { type Block, type Move, POSITIONS, type Position } from '../../core/plan/plan.ts';
import { exerciseNamed } from '../../core/exercise/library.ts';
import { TimeField } from '../shared/TimeField.tsx';
import { useDocument } from '../workbench/workbench-context.tsx';
import { IconButton } from './BlockCard.tsx';
import { SidesSelect } from './SidesSelect.tsx';
import { addMove, changeMove, duplicateMove, removeMove, shiftMove } from './edit-plan.ts';
import { focusSoon } from './focus.ts';

interface Props {
  readonly block: Block;
  readonly move: Move;
  readonly number: number;
}

/** One move a line. Enter adds the next, Backspace in an empty name deletes, Alt with arrows moves, Ctrl D duplicates. */
export function MoveRow({ block, move, number }: Props) {
  const { change } = useDocument();
  const [open, setOpen] = useState(false);
  const set = (label: string, next: (move: Move) => Move) => change(label, (d) => ({ ...d, plan: changeMove(d.plan, block.id, move.id, next) }));
  const onKeyDown = (e: React.KeyboardEvent<HTMLInputElement>) => {
    const neighbour = (by: number) => block.moves[number - 1 + by]?.id;
    if (e.key === 'Enter') {
      e.preventDefault();
      change('Add a move', (d) => { const added = addMove(d.plan, block.id, move.id); focusSoon(`move-${added.id}`); return { ...d, plan: added.plan }; });
    } else if (e.key === 'Backspace' && move.name === '') {
      e.preventDefault();
      focusSoon(neighbour(-1) === undefined ? `block-${block.id}` : `move-${neighbour(-1)}`);
      change('Delete the move', (d) => ({ ...d, plan: removeMove(d.plan, block.id, move.id) }));
    } else if (e.altKey && (e.key === 'ArrowUp' || e.key === 'ArrowDown')) {
      e.preventDefault();
      change('Move the move', (d) => ({ ...d, plan: shiftMove(d.plan, block.id, move.id, e.key === 'ArrowUp' ? -1 : 1) }));
      focusSoon(`move-${move.id}`);
    } else if (e.key === 'ArrowUp' || e.key === 'ArrowDown') {
      e.preventDefault();
      const to = neighbour(e.key === 'ArrowUp' ? -1 : 1);
      focusSoon(to === undefined ? `block-${block.id}` : `move-${to}`);
    } else if ((e.ctrlKey || e.metaKey) && e.key === 'd') {
      e.preventDefault();
      change('Duplicate the move', (d) => { const added = duplicateMove(d.plan, block.id, move); focusSoon(`move-${added.id}`); return { ...d, plan: added.plan }; });
    }
  };
  const known = exerciseNamed(move.name);
  const facts = [
    move.sides !== null && move.sides.kind !== 'both' ? { own: 'each side', half: 'switch at half', alternate: 'alternate', rounds: 'side by round' }[move.sides.kind] : null,
    move.position ?? known?.start ?? null, move.workUs === null ? null : `${move.workUs / 1e6} s`, ...(move.needs.length > 0 ? move.needs : (known?.equipment ?? [])),
  ].filter((fact) => fact !== null);
  return (
    <li className="border-b last:border-b-0">
      <div className="flex items-center gap-2 py-0.5">
        <span className="figures w-5 text-right text-soft">{number}</span>
        <input id={`move-${move.id}`} aria-label={`Move ${number} of ${block.name}`} value={move.name} maxLength={200} placeholder="Name of the move" list="exercises" className="field min-w-0 flex-1 sm:max-w-80" onChange={(e) => set('move name', (m) => ({ ...m, name: e.target.value }))} onKeyDown={onKeyDown} />
        <span className="hidden flex-1 truncate text-[13px] text-soft sm:inline">{facts.join(' · ')}</span>
        <span className="ml-auto flex items-center">
          <IconButton label={`${open ? 'Close' : 'Open'} the details of ${move.name}`} onClick={() => setOpen(!open)}>{open ? <ChevronDown size={14} /> : <ChevronRight size={14} />}</IconButton>
          <IconButton label={`Delete ${move.name}`} onClick={() => change('Delete the move', (d) => ({ ...d, plan: removeMove(d.plan, block.id, move.id) }))}><X size={14} /></IconButton>
        </span>
      </div>
      {open && (
        <div className="flex flex-wrap items-center gap-x-5 gap-y-2 py-2 pl-7">
          <SidesSelect label="sides" value={move.sides} inherit="as the block" onChange={(sides) => set('sides', (m) => ({ ...m, sides }))} />
          <label className="flex items-center gap-1.5"><span className="label">position</span>
            <select className="field-box" value={move.position ?? ''} onChange={(e) => set('position', (m) => ({ ...m, position: e.target.value === '' ? null : (e.target.value as Position) }))}>
              <option value="">not said</option>
              {POSITIONS.map((p) => <option key={p}>{p}</option>)}
            </select>
          </label>
          <ListField label="needs" value={move.needs} onChange={(needs) => set('equipment', (m) => ({ ...m, needs }))} />
          <TextField label="easier" value={move.easier} onChange={(easier) => set('easier', (m) => ({ ...m, easier }))} />
          <TextField label="harder" value={move.harder} onChange={(harder) => set('harder', (m) => ({ ...m, harder }))} />
          <TextField label="note" value={move.note} onChange={(note) => set('note', (m) => ({ ...m, note }))} />
          <OwnTime label="own work" value={move.workUs} onChange={(workUs) => set('own work', (m) => ({ ...m, workUs }))} />
          <OwnTime label="own rest" value={move.restUs} onChange={(restUs) => set('own rest', (m) => ({ ...m, restUs }))} />
          <OwnTime label="demo before" value={move.demoUs} onChange={(demoUs) => set('demo', (m) => ({ ...m, demoUs }))} />
        </div>
      )}
    </li>
  );
}

function OwnTime({ label, value, onChange }: { readonly label: string; readonly value: Move['workUs']; readonly onChange: (value: Move['workUs']) => void }) {
  return <span className="flex items-center gap-1.5"><span className="label">{label}</span><TimeField label={label} value={value} placeholder="–" onChange={onChange} onClear={() => onChange(null)} className="w-16 border-line! bg-sheet" /></span>;
}

function TextField({ label, value, onChange }: { readonly label: string; readonly value: string | null; readonly onChange: (value: string | null) => void }) {
  return (
    <label className="flex items-center gap-1.5"><span className="label">{label}</span>
      <input className="field-box w-44" value={value ?? ''} maxLength={2000} onChange={(e) => onChange(e.target.value === '' ? null : e.target.value)} />
    </label>
  );
}

/** A list written with commas; kept as typed while the field has the focus. */
function ListField({ label, value, onChange }: { readonly label: string; readonly value: readonly string[]; readonly onChange: (value: string[]) => void }) {
  const [text, setText] = useState<string | null>(null);
  return (
    <label className="flex items-center gap-1.5"><span className="label">{label}</span>
      <input className="field-box w-52" value={text ?? value.join(', ')} onFocus={() => setText(value.join(', '))} onBlur={() => setText(null)} onChange={(e) => { setText(e.target.value); onChange(e.target.value.split(',').map((t) => t.trim()).filter((t) => t !== '').slice(0, 30)); }} />
    </label>
  );
}
