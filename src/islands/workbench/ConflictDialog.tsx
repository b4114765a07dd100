import jsonpatch from 'fast-json-patch';
import { Dialog } from '../../ui/Dialog.tsx';
import type { WorkoutDocument } from '../../core/workout/document.ts';
import { useWorkbench } from './workbench-context.tsx';

/** Shown when the workout was changed elsewhere: what differs, and the two ways on. Neither loses anything. */
export function ConflictDialog() {
  const { workbench } = useWorkbench();
  const conflict = workbench((s) => s.conflict);
  const mine = workbench((s) => s.document);
  const saved = workbench((s) => s.saved);
  if (conflict === null) return null;
  const theirs = changesIn(saved, conflict.document);
  const own = changesIn(saved, mine);
  return (
    <Dialog title="This workout was changed in another window" onClose={() => undefined} wide>
      <p>
        Revision {conflict.revision} was saved there while you worked here. Nothing is lost yet; choose how to go on.
      </p>
      <div className="mt-4 grid gap-4 sm:grid-cols-2">
        <Differences title="Changed there" lines={theirs} />
        <Differences title="Changed here" lines={own} />
      </div>
      <div className="mt-5 flex flex-wrap justify-end gap-2">
        <button className="btn" onClick={() => workbench.getState().takeTheirs()}>
          Go on with theirs (undo brings mine back)
        </button>
        <button className="btn btn-main" onClick={() => workbench.getState().keepMine()}>
          Put mine on top of theirs
        </button>
      </div>
    </Dialog>
  );
}

function Differences({ title, lines }: { readonly title: string; readonly lines: readonly string[] }) {
  return (
    <section>
      <h3 className="mb-1">{title}</h3>
      <ul className="max-h-60 list-disc overflow-y-auto pl-5 text-[13.5px]">
        {lines.length === 0 ? <li>nothing</li> : lines.slice(0, 60).map((line, i) => <li key={i}>{line}</li>)}
      </ul>
    </section>
  );
}

/** Differences in words: where, and to what. */
export function changesIn(before: WorkoutDocument, after: WorkoutDocument): string[] {
  return jsonpatch.compare(before, after).map((op) => {
    const place = placeName(op.path, op.op === 'remove' ? before : after);
    if (op.op === 'remove') return `${place}: removed`;
    const value = 'value' in op ? (op.value as unknown) : undefined;
    const shown =
      typeof value === 'string'
        ? `“${value.slice(0, 60)}”`
        : typeof value === 'number' && /Us$/.test(op.path)
          ? `${value / 1e6} s`
          : typeof value === 'object' && value !== null && 'name' in value
            ? `“${typeof value.name === 'string' ? value.name : ''}”`
            : value === null || typeof value === 'object'
              ? ''
              : JSON.stringify(value);
    return `${place}${op.op === 'add' ? ' added' : ''}${shown === '' ? '' : `: ${shown}`}`;
  });
}

function placeName(path: string, document: WorkoutDocument): string {
  const parts = path.split('/').slice(1);
  const block = parts[0] === 'plan' && parts[1] === 'blocks' ? document.plan.blocks[Number(parts[2])] : undefined;
  if (block === undefined) return parts.join(' · ').replace(/Us\b/g, '');
  const move = parts[3] === 'moves' ? block.moves[Number(parts[4])] : undefined;
  return [block.name, move?.name, ...parts.slice(move === undefined ? 3 : 5)]
    .filter((p) => p !== undefined && p !== '')
    .join(' · ')
    .replace(/Us\b/g, '');
}
