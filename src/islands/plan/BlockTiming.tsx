import { aboutRange, middleOf } from '../../core/plan/dose.ts';
import { BLOCK_KINDS, type Block, type BlockKind, isPlainBlock } from '../../core/plan/plan.ts';
import type { Length } from '../../core/time/micros.ts';
import { BlockOf } from './BlockOf.tsx';
import { RangeFields } from './RangeFields.tsx';
import { SchemeFields } from './SchemeFields.tsx';
import { changeKind } from './edit-plan.ts';
import type { SetBlock } from './use-block-commands.ts';
import { NumberField } from '../../ui/NumberField.tsx';

interface Props {
  readonly block: Block;
  readonly length: Length;
  readonly set: SetBlock;
}

/** What kind a block is, how it is timed and how often: a sentence that is changed where it stands. */
export function BlockTiming({ block, length, set }: Props) {
  const plain = isPlainBlock(block.kind);
  return (
    <>
      <select
        aria-label="Kind of block"
        className="said"
        value={block.kind}
        onChange={(e) => set('kind of block', (b) => changeKind(b, e.target.value as BlockKind))}
      >
        {BLOCK_KINDS.map((kind) => (
          <option key={kind}>{kind}</option>
        ))}
      </select>
      {block.kind === 'preview' && <span className="text-soft">of each move of</span>}
      {block.of !== undefined && <BlockOf block={block} onChange={(of) => set('blocks', (b) => ({ ...b, of }))} />}
      {block.range !== undefined && (
        <RangeFields
          range={block.range}
          onChange={(range) => set('length', (b) => ({ ...b, range }))}
          onExact={() =>
            set('exact length', ({ range, ...b }) =>
              range === undefined ? b : { ...b, scheme: { kind: 'plain', lengthUs: middleOf(range) } },
            )
          }
        />
      )}
      {block.kind === 'part' && <span className="text-soft">begins after a break outside of the video that</span>}
      {block.kind !== 'repeat' && block.range === undefined && (
        <SchemeFields
          scheme={block.scheme}
          plain={plain}
          onChange={(scheme) => set('timing', (b) => ({ ...b, scheme }))}
        />
      )}
      {block.scheme.kind === 'plain' &&
        block.kind !== 'part' &&
        block.of === undefined &&
        block.range === undefined && (
          <button
            className="btn btn-quiet text-[13px]"
            onClick={() => set('length is a guess', (b) => ({ ...b, range: aboutRange(length) }))}
          >
            about
          </button>
        )}
      {(!plain || block.kind === 'repeat') && (
        <label className="flex items-baseline gap-1.5">
          <NumberField
            least={1}
            most={100}
            aria-label="rounds"
            className="said text-right"
            value={block.rounds}
            onChange={(rounds) => set('rounds', (b) => ({ ...b, rounds }))}
          />
          <span className="text-soft">
            {block.kind === 'repeat' ? '× again' : block.rounds === 1 ? 'round' : 'rounds'}
          </span>
        </label>
      )}
    </>
  );
}
