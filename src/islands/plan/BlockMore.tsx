import { type Block, isPlainBlock } from '../../core/plan/plan.ts';
import { TimeField } from '../shared/TimeField.tsx';
import { readBlockLine } from '../../formats/outline/outline-block.ts';
import { writeSettings } from '../../formats/outline/outline-writer.ts';
import type { WorkoutDocument } from '../../core/workout/document.ts';
import { useChange } from '../workbench/workbench-context.tsx';
import { SidesSelect } from './SidesSelect.tsx';
import { TypedField } from './TypedField.tsx';

/** The block with its settings as typed in one line; null: something is not understood, or its moves would be lost. */
function settingsFromLine(text: string, block: Block): Block | null {
  let understood = true;
  const line = readBlockLine(`Block: ${text}`, 1, (_, note) => void (understood &&= note !== undefined));
  const read = line.block;
  // Where music starts is said of the blocks before, which this line does not hold.
  if (!understood || line.musicStarts || isPlainBlock(read.kind) !== isPlainBlock(block.kind)) return null;
  return { ...read, id: block.id, name: block.name, moves: block.moves };
}

/** The block with or without music; what is laid under it goes when it has none. */
function withSilence(d: WorkoutDocument, blockId: string, none: boolean): WorkoutDocument {
  const blocks = d.plan.blocks.map((b) => {
    if (b.id !== blockId) return b;
    const { noMusic: _, ...block } = b;
    return none ? { ...block, noMusic: true as const } : block;
  });
  const placements = none ? d.music.placements.filter((p) => p.blockId !== blockId) : d.music.placements;
  return { ...d, plan: { ...d.plan, blocks }, music: { ...d.music, placements } };
}

/** Settings of a block that are seldom changed: its order, its rests, its sides. */
export function BlockMore({
  block,
  set,
  openOrder,
}: {
  readonly block: Block;
  readonly openOrder: () => void;
  readonly set: (label: string, next: (block: Block) => Block) => void;
}) {
  const change = useChange();
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-2 border-t py-2">
      <TypedField
        label="as a line"
        value={writeSettings(block)}
        wanted={
          'settings with commas, as in the outline: timer, lead-in 5 · 3-4 rounds at home · new move rest 25 · ' +
          'change 6 · by Bo · no levels'
        }
        className="w-full sm:w-[34rem]"
        onChange={(text) => {
          const read = settingsFromLine(text, block);
          if (read !== null) set('block as a line', () => read);
          return read !== null;
        }}
        onClear={() => undefined}
      />
      <label className="flex items-center gap-1.5">
        <span className="label">order</span>
        <select
          className="field-box"
          value={block.order}
          onChange={(e) => set('order', (b) => ({ ...b, order: e.target.value === 'station' ? 'station' : 'circuit' }))}
        >
          <option value="circuit">all moves, then again</option>
          <option value="station">all rounds of a move, then the next</option>
        </select>
      </label>
      <span className="flex items-center gap-1.5">
        <span className="label">rest between rounds</span>
        <TimeField
          label="Rest between rounds"
          value={block.roundRestUs}
          placeholder="as rest"
          onChange={(roundRestUs) => set('round rest', (b) => ({ ...b, roundRestUs }))}
          onClear={() => set('round rest', (b) => ({ ...b, roundRestUs: null }))}
          className="w-20 border-line! bg-sheet"
        />
      </span>
      <span className="flex items-center gap-1.5">
        <span className="label">rest after the block</span>
        <TimeField
          label="Rest after the block"
          value={block.blockRestUs}
          placeholder="as rest"
          onChange={(blockRestUs) => set('block rest', (b) => ({ ...b, blockRestUs }))}
          onClear={() => set('block rest', (b) => ({ ...b, blockRestUs: null }))}
          className="w-20 border-line! bg-sheet"
        />
      </span>
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          checked={block.keepLastRest}
          onChange={(e) => set('last rest', (b) => ({ ...b, keepLastRest: e.target.checked }))}
        />{' '}
        last rest kept
      </label>
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          checked={block.about === true}
          onChange={(e) =>
            set('lengths are guesses', ({ about: _, ...b }) => (e.target.checked ? { ...b, about: true } : b))
          }
        />{' '}
        lengths are guesses: no timer
      </label>
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          checked={block.noMusic === true}
          onChange={(e) => {
            const none = e.target.checked;
            change(none ? 'Leave the block silent' : 'Let the block have music', (d) => withSilence(d, block.id, none));
          }}
        />{' '}
        no music
      </label>
      {block.moves.length > 2 && (
        <button className="btn" onClick={openOrder}>
          Find a better order
        </button>
      )}
      <SidesSelect
        label="sides"
        value={block.sides}
        inherit="as the class"
        onChange={(sides) => set('sides', (b) => ({ ...b, sides }))}
      />
    </div>
  );
}
