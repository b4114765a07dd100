import { type Block, isPlainBlock } from '../../core/plan/plan.ts';
import { useWorkbench } from '../workbench/workbench-context.tsx';

/**
 * The blocks that a preview shows or a repeat does again: each is put in and taken out by a press, in the order of
 * pressing.
 */
export function BlockOf({
  block,
  onChange,
}: {
  readonly block: Block;
  readonly onChange: (of: readonly string[]) => void;
}) {
  const { workbench } = useWorkbench();
  const others = workbench((s) => s.document.plan.blocks).filter((b) => !isPlainBlock(b.kind));
  const of = block.of ?? [];
  if (others.length === 0) return <span className="text-soft">There is no block with moves yet.</span>;
  return (
    <span className="flex flex-wrap items-center gap-1.5" role="group" aria-label={`Blocks of ${block.name}`}>
      {others.map((b) => {
        const at = of.indexOf(b.id);
        return (
          <button
            key={b.id}
            aria-pressed={at >= 0}
            className={`btn text-[13px] ${at >= 0 ? 'btn-main' : ''}`}
            onClick={() => onChange(at >= 0 ? of.filter((id) => id !== b.id) : [...of, b.id])}
          >
            {at >= 0 && of.length > 1 ? `${at + 1} · ` : ''}
            {b.name}
          </button>
        );
      })}
    </span>
  );
}
