import { useState } from 'react';
import { LIBRARY } from '../../core/exercise/library.ts';
import { BLOCK_KINDS, type BlockKind } from '../../core/plan/plan.ts';
import { useDocument } from '../workbench/workbench-context.tsx';
import { BlockCard } from './BlockCard.tsx';
import { ClassFields } from './ClassFields.tsx';
import { PlanSide } from './PlanSide.tsx';
import { OutlineEditor } from './OutlineEditor.tsx';
import { addBlock } from './edit-plan.ts';
import { focusSoon } from './focus.ts';

/** Blocks and moves on the left, the compiled segments and the total beside them. */
export function PlanStation() {
  const { document, change } = useDocument();
  const [asText, setAsText] = useState(false);
  const { plan } = document;
  const add = (kind: BlockKind) => {
    const added = addBlock(plan, kind, null);
    change('Add a block', (d) => ({ ...d, plan: added.plan }));
    focusSoon(`block-${added.id}`);
  };
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] lg:grid-cols-[minmax(0,1fr)_21rem] gap-x-4">
      <div className="px-4 py-5 sm:px-6">
        <div className="mb-4 flex flex-wrap items-center justify-between gap-3">
          <ClassFields />
          <div role="group" aria-label="How the plan is shown" className="flex">
            <button className={`btn rounded-r-none ${asText ? '' : 'btn-main'}`} aria-pressed={!asText} onClick={() => setAsText(false)}>Blocks</button>
            <button className={`btn rounded-l-none border-l-0 ${asText ? 'btn-main' : ''}`} aria-pressed={asText} onClick={() => setAsText(true)}>Outline</button>
          </div>
        </div>
        {asText ? <OutlineEditor /> : (
          <>
            {plan.blocks.length === 0 && (
              <div className="border-y py-10 text-center">
                <h2 className="text-2xl">An empty class</h2>
                <p className="mx-auto mt-1 max-w-md text-soft">Add a block below, or switch to the outline and type the class as text.</p>
              </div>
            )}
            <datalist id="exercises">{LIBRARY.map((e) => <option key={e.name} value={e.name}>{[e.start, e.pattern, ...e.equipment].join(', ')}</option>)}</datalist>
            <ol className="flex flex-col gap-4">{plan.blocks.map((block) => <BlockCard key={block.id} block={block} />)}</ol>
            <div className="mt-5 flex flex-wrap items-center gap-1.5 border-t pt-4">
              <span className="label mr-1">Add</span>
              {BLOCK_KINDS.map((kind) => <button key={kind} className="btn btn-quiet border-line" onClick={() => add(kind)}>{kind}</button>)}
            </div>
          </>
        )}
      </div>
      <PlanSide />
    </div>
  );
}
