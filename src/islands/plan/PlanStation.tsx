import { Key } from '../../ui/Key.tsx';
import { addressOf } from '../shared/call.ts';
import { useState } from 'react';
import { BLOCK_KINDS, type BlockKind } from '../../core/plan/plan.ts';
import { useCommands } from '../workbench/commands.ts';
import { useDerived, useDocument, useStudio, useWorkbench } from '../workbench/workbench-context.tsx';
import { BlockList } from './BlockList.tsx';
import { ClassFields } from './ClassFields.tsx';
import { OutlineEditor } from './OutlineEditor.tsx';
import { PlanSide } from './PlanSide.tsx';
import { VersionsDialog } from './VersionsDialog.tsx';
import { addBlock } from './edit-plan.ts';
import { focusSoon } from '../shared/focus.ts';
import { usePlanKeys } from './use-plan-keys.ts';
import { Hint } from '../../ui/Hint.tsx';

/** Blocks and moves on the left, what is computed from them beside. */
export function PlanStation() {
  const { document, change } = useDocument();
  const { book } = useStudio();
  const { workbench } = useWorkbench();
  const { compiled } = useDerived();
  const id = workbench((s) => s.id);
  const [asText, setAsText] = useState(false);
  const [versions, setVersions] = useState(false);
  const { plan } = document;
  const add = (kind: BlockKind) =>
    change('Add a block', (d) => {
      const added = addBlock(d.plan, kind, null);
      focusSoon(`block-${added.id}`);
      return { ...d, plan: added.plan };
    });
  // The sheet is made by the server from what is saved: what is not yet sent goes first.
  const print = async () => {
    if (compiled.total === 0) return;
    await workbench.flush();
    window.open(addressOf('runSheet', { id }), '_blank');
  };
  useCommands([
    { label: 'New block', keys: 'B', run: () => add('circuit') },
    {
      label: asText ? 'Show the plan as blocks' : 'Show the plan as an outline',
      keys: 'T',
      run: () => setAsText(!asText),
    },
    { label: 'Versions: keep, compare, bring back', keys: 'V', run: () => setVersions(true) },
    { label: 'Print the run sheet', keys: 'R', run: () => void print() },
  ]);
  usePlanKeys({
    outline: () => setAsText((was) => !was),
    versions: () => setVersions(true),
    print: () => void print(),
  });
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] lg:grid-cols-[minmax(0,1fr)_23rem] gap-x-4">
      <div className="px-4 py-5 sm:px-6">
        <div className="mb-4 flex flex-wrap items-center justify-between gap-3">
          <ClassFields />
          <div className="flex flex-wrap items-center gap-1.5">
            <Hint says="Named versions, and what changed since (key V)">
              <button className="btn btn-quiet border-line" onClick={() => setVersions(true)}>
                Versions
              </button>
            </Hint>
            <Hint says="The run sheet as PDF (key R)">
              <button
                className="btn btn-quiet border-line"
                disabled={compiled.total === 0}
                onClick={() => void print()}
              >
                Run sheet
              </button>
            </Hint>
            <div role="group" aria-label="How the plan is shown" className="flex">
              <button
                className={`btn rounded-r-none ${asText ? '' : 'btn-main'}`}
                aria-pressed={!asText}
                onClick={() => setAsText(false)}
              >
                Blocks
              </button>
              <button
                className={`btn rounded-l-none border-l-0 ${asText ? 'btn-main' : ''}`}
                aria-pressed={asText}
                onClick={() => setAsText(true)}
              >
                Outline
              </button>
            </div>
          </div>
        </div>
        {versions && <VersionsDialog onClose={() => setVersions(false)} />}
        {asText ? (
          <OutlineEditor />
        ) : (
          <>
            {plan.blocks.length === 0 && (
              <div className="border-y py-10 text-center">
                <h2 className="text-2xl">An empty class</h2>
                <p className="mx-auto mt-1 max-w-lg text-soft">
                  Press <Key>B</Key> for a block and type <code>Main: 3 rounds, 40/20</code>; <Key>Enter</Key> for the
                  first move and for each one after it. Or switch to the outline and paste a class you have.
                </p>
              </div>
            )}
            <datalist id="exercises">
              {book.all.map((e) => (
                <option key={e.name} value={e.name}>
                  {[e.start, e.pattern, ...e.equipment].join(', ')}
                </option>
              ))}
            </datalist>
            <BlockList blocks={plan.blocks} />
            <div className="mt-5 flex flex-wrap items-center gap-1.5 border-t pt-4">
              <span className="label mr-1">Add</span>
              {BLOCK_KINDS.map((kind) => (
                <button key={kind} className="btn btn-quiet border-line" onClick={() => add(kind)}>
                  {kind}
                </button>
              ))}
            </div>
            <p className="mt-4 text-[13px] text-soft max-sm:hidden">
              <Key>Enter</Key> next move · <Key>Shift ↑↓</Key> choose several · <Key>Alt ↑↓</Key> move it ·{' '}
              <Key>Ctrl D</Key> duplicate · <Key>Ctrl C</Key> <Key>X</Key> <Key>V</Key> between workouts ·{' '}
              <Key>Alt B</Key> new block
            </p>
          </>
        )}
      </div>
      <PlanSide />
    </div>
  );
}
