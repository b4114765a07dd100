import clsx from 'clsx';
import { useMemo, useState } from 'react';
import { LOOK_IDS, type LookId, SLOTS, type Slot, lookOf } from '../../core/lanes/look-rules.ts';
import { overrideOf } from '../../core/lanes/rules.ts';
import { brandFor } from '../../core/looks/look.ts';
import { LOOKS } from '../../core/looks/looks.ts';
import { paint, slotsOf } from '../../core/looks/paint.ts';
import { styleOf } from '../../core/workout/document.ts';
import { cellOf } from '../shoot/TakeStrip.tsx';
import { useCommands } from '../workbench/commands.ts';
import type { TakeOfPage } from '../../contract/wire.ts';
import { useDerived, useDocument, useStudio } from '../workbench/workbench-context.tsx';
import { BrandForm } from './BrandForm.tsx';
import { LookPicture } from './LookPicture.tsx';
import { type LookScope, withLook, withLookByHand, withLookRules, withShown } from './edit-look.ts';
import type { StaveData } from './use-score.ts';

const SLOT_WORDS: Readonly<Record<Slot, string>> = {
  move: 'the move',
  side: 'its side',
  kind: 'work or rest',
  next: 'what comes next',
  round: 'round or set',
  place: 'which move of how many',
  option: 'easier and harder',
  take: 'what to take',
  effort: 'effort',
  done: 'how far the class is',
  caution: 'what to take care of',
  speaker: 'who speaks',
  part: 'the part that begins',
  title: 'the title of the class',
};

/** How the programme looks: a look for the class, a block or a segment, and what it shows. */
export function LookPanel({ data, first }: { readonly data: StaveData | null; readonly first: TakeOfPage }) {
  const { document, change } = useDocument();
  const { rules, overrides } = document.edit;
  const [scope, setScope] = useState<LookScope['kind']>('class');
  const segment = data?.segment ?? null;
  const blockId = segment?.segment?.blockId ?? '';
  const of: LookScope =
    scope === 'segment' && segment !== null
      ? { kind: 'segment', segmentKey: segment.key }
      : scope === 'block' && blockId !== ''
        ? { kind: 'block', blockId }
        : { kind: 'class' };
  const byHand = segment === null ? undefined : overrideOf(overrides, segment.key, 'look', 'look');
  const chosen =
    of.kind === 'class' ? rules.look.look : lookOf(rules.look, blockId, of.kind === 'segment' ? byHand : undefined);
  const choose = (id: LookId) => change(`Look: ${LOOKS[id].name}`, (d) => withLook(d, of, id));
  const shown = slotsOf(LOOKS[rules.look.look], rules.look);
  useCommands(LOOK_IDS.map((id) => ({ label: `Look: ${LOOKS[id].name}`, run: () => choose(id) })));
  const flag = (label: string, field: 'mirrored' | 'clear' | 'television' | 'plates' | 'speech') => (
    <label className="flex items-center gap-2">
      <input
        type="checkbox"
        checked={rules.look[field]}
        onChange={(e) => change(label, (d) => withLookRules(d, { [field]: e.target.checked }))}
      />
      {label}
    </label>
  );
  return (
    <div className="flex flex-col gap-4">
      <fieldset className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <legend className="mb-1 font-display font-semibold">A look for</legend>
        {(
          [
            ['class', 'the class', true],
            ['block', 'this block', blockId !== ''],
            ['segment', 'this segment', segment !== null],
          ] as const
        ).map(([kind, word, there]) => (
          <label key={kind} className={`flex items-center gap-1.5 ${there ? '' : 'text-soft'}`}>
            <input
              type="radio"
              name="look-scope"
              checked={of.kind === kind}
              disabled={!there}
              onChange={() => setScope(kind)}
            />
            {word}
          </label>
        ))}
      </fieldset>
      <Looks chosen={chosen} choose={choose} data={data} first={first} />
      {of.kind === 'segment' && byHand !== undefined && (
        <button
          className="btn self-start"
          onClick={() => change('Look as the rule has it', (d) => withLookByHand(d, of.segmentKey, 'look', null))}
        >
          As the block has it
        </button>
      )}
      <fieldset className="flex flex-col gap-1.5">
        <legend className="mb-1 font-display font-semibold">Where and how large</legend>
        {flag('on the other side of the picture', 'mirrored')}
        {flag('block by block where nobody stands', 'clear')}
        {flag('for a television: larger', 'television')}
        {flag('a plate behind words that have none', 'plates')}
        {flag('what is said, written into the picture', 'speech')}
      </fieldset>
      <fieldset>
        <legend className="mb-1 font-display font-semibold">What {LOOKS[rules.look.look].name} shows</legend>
        <div className="grid grid-cols-2 gap-x-3 gap-y-1.5">
          {SLOTS.map((slot) => (
            <label key={slot} className="flex items-center gap-2">
              <input
                type="checkbox"
                checked={shown(slot)}
                onChange={(e) => change(`Show ${SLOT_WORDS[slot]}`, (d) => withShown(d, slot, e.target.checked))}
              />
              {SLOT_WORDS[slot]}
            </label>
          ))}
        </div>
        {Object.keys(rules.look.shows).length > 0 && (
          <button
            className="btn mt-2"
            onClick={() => change('As the look has it', (d) => withLookRules(d, { shows: {} }))}
          >
            As the look has it
          </button>
        )}
      </fieldset>
      <BrandForm />
    </div>
  );
}

interface LooksOf {
  readonly chosen: LookId;
  readonly choose: (id: LookId) => void;
  readonly data: StaveData | null;
  readonly first: TakeOfPage;
}

/** Every look as it would be on the chosen segment. */
function Looks({ chosen, choose, data, first }: LooksOf) {
  const { document } = useDocument();
  const { produced } = useDerived();
  const { width, height } = first;
  const boards = produced?.lanes.boards;
  // The chosen segment, else the first that has a timer.
  const board =
    boards?.find((b) => b.segmentKey === data?.segment.key && (data.caption !== null || b.kind !== 'talk')) ??
    boards?.find((b) => b.kind === 'work' || b.kind === 'hold');
  const at = board === undefined ? 0 : board.start + (board.end - board.start) * 0.45;
  const { edit } = document;
  const own = useStudio().studio.brand;
  const brand = useMemo(() => brandFor(own, document.plan.language), [own, document.plan.language]);
  const pictures = useMemo(() => {
    if (produced === null || board === undefined) return [];
    const { timer, captions } = produced.lanes;
    const shown = {
      boards: [board],
      timer: timer.filter((t) => t.segmentKey === board.segmentKey),
      captions: captions.filter((c) => c.segmentKey === board.segmentKey),
      cards: [],
    };
    const style = styleOf(edit, brand, produced.behind);
    return LOOK_IDS.map((look) => ({
      look,
      drawn: paint(shown, { width, height }, { ...style, rules: { ...style.rules, look, blocks: {} }, overrides: [] }),
    }));
  }, [produced, board, edit, brand, width, height]);
  const recorded = produced?.programme.segments.find((s) => s.key === board?.segmentKey)?.recorded;
  const ground = recorded === undefined ? {} : groundOf(first, recorded.start / Math.max(1, first.duration ?? 1));
  return (
    <div className="grid grid-cols-2 gap-2" role="group" aria-label="Looks">
      {pictures.map(({ look, drawn }) => (
        <button
          key={look}
          aria-pressed={look === chosen}
          className={clsx(
            'rounded-sm border p-1 text-left',
            look === chosen
              ? 'border-ink bg-sheet shadow-[inset_0_0_0_1px_var(--color-ink)]'
              : 'border-line hover:bg-shade',
          )}
          onClick={() => choose(look)}
        >
          <LookPicture drawn={drawn} at={at} width={width} height={height} ground={ground} />
          <span className="mt-1 block leading-tight font-semibold">{LOOKS[look].name}</span>
          <span className="block text-[13px] leading-tight text-soft">{LOOKS[look].idea}</span>
        </button>
      ))}
    </div>
  );
}

/** The small picture of the take at a share of it. */
function groundOf(take: TakeOfPage, share: number) {
  return take.thumbs === null
    ? {}
    : cellOf(take, Math.min(take.thumbs.count - 1, Math.floor(share * take.thumbs.count)));
}
