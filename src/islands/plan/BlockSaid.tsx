import { atHomeWords } from '../../core/plan/at-home.ts';
import type { Block } from '../../core/plan/plan.ts';

/** Settings of a block that are seldom used, in words at the end of its sentence. */
export function BlockSaid({ block }: { readonly block: Block }) {
  return (
    <>
      {block.about === true && <span className="text-soft">· by feel</span>}
      {block.atHome !== undefined && <span className="text-soft">· {atHomeWords(block.atHome)}</span>}
      {block.by !== undefined && <span className="text-soft">· {block.by} leads</span>}
      {block.clock !== undefined && (
        <span className="text-soft">· {block.clock === 'timer' ? 'by a machine timer' : 'timed by hand'}</span>
      )}
    </>
  );
}
