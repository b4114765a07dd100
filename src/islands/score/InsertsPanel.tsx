import { Key } from '../../ui/Key.tsx';
import { X } from 'lucide-react';
import type { PlacedInsert } from '../../core/edit/inserts.ts';
import { CARD_KINDS, type CardKind, INSERT_PLACES, type Insert, type InsertPlace } from '../../core/edit/decisions.ts';
import { CARD_SETS, type CardSet, cardsOf, clipOver } from '../../core/edit/usual-inserts.ts';
import { brandFor } from '../../core/looks/look.ts';
import { wordingOf } from '../../core/lanes/wording.ts';
import { cardWords } from '../../core/lanes/card.ts';
import { labelWithSide } from '../../core/plan/segment.ts';
import { type ProgrammeTime, asLength, takeTime } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { TimeField } from '../shared/TimeField.tsx';
import { useDerived, useDocument, useStudio, useWorkbench } from '../workbench/workbench-context.tsx';
import { withInsertChanged, withInserts, withoutInsert } from './edit-inserts.ts';
import { Pictures, usePictureIds } from './Pictures.tsx';
import { CARD_WORD, PLACE_WORD, insertWord } from './insert-words.ts';
import { SET_WORD, newInsertId } from './use-insert-commands.ts';
import { Hint } from '../../ui/Hint.tsx';

interface Props {
  readonly selected: string | null;
  readonly add: (set: CardSet) => void;
  readonly select: (key: string, at: ProgrammeTime) => void;
}

/** Pictures that are not filmed: sets of cards to add, and every insert with what it shows, where and how long. */
export function InsertsPanel({ selected, add, select }: Props) {
  const { document } = useDocument();
  const { produced } = useDerived();
  if (produced === null) return null;
  const { programme } = produced;
  const { inserts } = document.edit;
  const placeOf = (insert: Insert) => programme.inserts.find((p) => p.insert.id === insert.id) ?? null;
  const inOrder = [...inserts].sort((a, b) => (placeOf(a)?.start ?? Infinity) - (placeOf(b)?.start ?? Infinity));
  const sets = CARD_SETS.map((set) => ({ set, count: cardsOf(set, programme, inserts).length })).filter(
    (s) => s.count > 0,
  );
  return (
    <div className="flex flex-col gap-3">
      <p className="text-[13px] text-soft">
        <Key>I</Key> inserts a card at the chosen segment, <Key>F</Key> freezes the frame that is seen after it.
      </p>
      {sets.length > 0 && (
        <ul aria-label="Sets of cards" className="flex flex-col gap-1">
          {sets.map(({ set, count }) => (
            <li key={set}>
              <button className="btn w-full justify-start!" onClick={() => add(set)}>
                {SET_WORD[set]}
                {count > 1 && <span className="figures ml-auto text-soft">{count}</span>}
              </button>
            </li>
          ))}
        </ul>
      )}
      <ClipButtons selected={selected} />
      <Pictures selected={selected} />
      <ol aria-label="Inserts" className="flex flex-col">
        {inOrder.map((insert) => (
          <InsertCard key={insert.id} insert={insert} placed={placeOf(insert)} select={select} />
        ))}
      </ol>
      {inserts.length === 0 && <p className="text-soft">No cards yet: the class is shown as it was filmed.</p>}
    </div>
  );
}

/** The chosen segment seen from another recording, from where that is at now. */
function ClipButtons({ selected }: { readonly selected: string | null }) {
  const { change } = useDocument();
  const { produced } = useDerived();
  const takes = useWorkbench().workbench((s) => s.takes);
  const choice = produced?.programme.choices.find((c) => c.segment.key === selected);
  if (choice === undefined || choice.candidate === null) return null;
  const nameOf = (id: string) => takes.find((t) => t.take.id === id)?.take.name ?? 'another take';
  const others = choice.candidates.filter((c) => c.takeId !== choice.candidate?.takeId);
  if (others.length === 0) return null;
  return (
    <ul aria-label="Clips">
      {others.map((c) => (
        <li key={c.takeId}>
          <button
            className="btn w-full justify-start!"
            onClick={() =>
              change('Show a clip', (d) =>
                withInserts(d, [clipOver(choice.segment, c.takeId, c.recorded.start)], newInsertId),
              )
            }
          >
            {`${labelWithSide(choice.segment)} as ${nameOf(c.takeId)} shows it`}
          </button>
        </li>
      ))}
    </ul>
  );
}

/** What the document takes: nothing shorter is seen, and nobody looks at a card for longer. */
const [SHORTEST_US, LONGEST_US] = [100_000, 600e6];

interface CardProps {
  readonly insert: Insert;
  readonly placed: PlacedInsert | null;
  readonly select: (key: string, at: ProgrammeTime) => void;
}

function InsertCard({ insert, placed, select }: CardProps) {
  const { brand } = useStudio().studio;
  const { document, change } = useDocument();
  const { produced } = useDerived();
  const set = (next: Partial<Insert>) => change('Change an insert', (d) => withInsertChanged(d, insert.id, next));
  const pictures = usePictureIds();
  const { shows, place } = insert;
  const choice = produced?.programme.choices.find((c) => c.segment.key === insert.segmentKey);
  const segment = placed?.segment ?? choice?.segment ?? null;
  const words =
    shows.kind === 'card' && segment !== null && produced !== null
      ? cardWords(shows.card, { segment }, produced.programme, {
          ...document.plan,
          wording: wordingOf(brandFor(brand, document.plan.language)),
        })
      : null;
  const fills = place === 'over' || place === 'instead';
  const name =
    `${insertWord(insert, pictures)} ${PLACE_WORD[place]} ` +
    `${segment === null ? 'a segment that is gone' : labelWithSide(segment)}`;
  return (
    <li className="border-t py-2" data-insert={insert.id}>
      <div className="flex items-baseline gap-2">
        <button
          className="min-w-0 flex-1 text-left font-semibold hover:underline disabled:no-underline"
          disabled={placed === null}
          onClick={() => placed !== null && select(insert.segmentKey, placed.start)}
        >
          {name}
        </button>
        <time className="text-[13px] text-soft">{placed === null ? '' : writeTime(placed.start, 1)}</time>
        <Hint says="Remove it">
          <button
            className="btn-quiet"
            aria-label={`Remove: ${name}`}
            onClick={() => change('Remove an insert', (d) => withoutInsert(d, insert.id))}
          >
            <X size={14} />
          </button>
        </Hint>
      </div>
      {placed === null && (
        <p className="text-[13px] text-soft">
          {place === 'instead' && choice?.candidate != null
            ? 'The segment was filmed since: this waits.'
            : 'Its segment is not in the programme: this waits.'}
        </p>
      )}
      <div className="mt-1 flex flex-wrap items-center gap-x-2 gap-y-1">
        {shows.kind === 'card' && (
          <select
            aria-label={`Which card: ${name}`}
            className="field-box w-full"
            value={shows.card}
            onChange={(e) => set({ shows: { ...shows, card: e.target.value as CardKind } })}
          >
            {CARD_KINDS.map((kind) => (
              <option key={kind} value={kind}>
                {CARD_WORD[kind]}
              </option>
            ))}
          </select>
        )}
        <select
          aria-label={`Where: ${name}`}
          className="field-box"
          value={place}
          onChange={(e) => set({ place: e.target.value as InsertPlace })}
        >
          {INSERT_PLACES.map((p) => (
            <option key={p} value={p}>
              {PLACE_WORD[p]}
            </option>
          ))}
        </select>
        <label className="flex items-center gap-1">
          <TimeField
            label={`How long: ${name}`}
            value={insert.lengthUs}
            placeholder={fills ? 'all of it' : '4'}
            className="w-24 border-line! bg-sheet"
            onChange={(length) => set({ lengthUs: asLength(Math.max(SHORTEST_US, Math.min(LONGEST_US, length))) })}
            onClear={() => set({ lengthUs: null })}
            whenLeft
          />{' '}
          s
        </label>
        {(shows.kind === 'clip' || (shows.kind === 'freeze' && !pictures.has(shows.mediaId))) && (
          <label className="flex items-center gap-1">
            {shows.kind === 'clip' ? 'from' : 'the frame at'}
            <TimeField
              label={`On its own clock: ${name}`}
              value={shows.kind === 'clip' ? shows.from : shows.at}
              digits={2}
              className="w-24 border-line! bg-sheet"
              onChange={(time) =>
                set({
                  shows: shows.kind === 'clip' ? { ...shows, from: takeTime(time) } : { ...shows, at: takeTime(time) },
                })
              }
              whenLeft
            />
          </label>
        )}
      </div>
      {shows.kind === 'card' && (
        <div className="mt-1 grid gap-1">
          <input
            aria-label={`Title: ${name}`}
            className="field-box"
            maxLength={200}
            placeholder={words?.title ?? ''}
            value={shows.title ?? ''}
            onChange={(e) => set({ shows: { ...shows, title: e.target.value === '' ? null : e.target.value } })}
          />
          <input
            aria-label={`Line below: ${name}`}
            className="field-box"
            maxLength={200}
            placeholder={words?.line ?? ''}
            value={shows.line ?? ''}
            onChange={(e) => set({ shows: { ...shows, line: e.target.value === '' ? null : e.target.value } })}
          />
        </div>
      )}
    </li>
  );
}
