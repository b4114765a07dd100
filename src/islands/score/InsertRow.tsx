import type { PlacedInsert } from '../../core/edit/inserts.ts';
import { lengthOf } from '../../core/time/span.ts';
import { writeSeconds } from '../../core/time/typed-time.ts';
import { usePictureIds } from './Pictures.tsx';
import { insertWord } from './insert-words.ts';

interface Props {
  readonly placed: PlacedInsert;
  /** In one line among others. */
  readonly dense: boolean;
  readonly show: (placed: PlacedInsert) => void;
}

/** An insert between the staves, or over the one below it: a line of its own, for nothing of it was filmed. */
export function InsertRow({ placed, dense, show }: Props) {
  const pictures = usePictureIds();
  const { insert } = placed;
  const { shows } = insert;
  const words = shows.kind === 'card' && shows.title !== null ? `“${shows.title}”` : '';
  return (
    <div className="border-b bg-shade/60 pl-[2.7rem]">
      <button
        className={`flex w-full items-baseline gap-3 pr-3 text-left ${dense ? 'text-[13.5px]' : 'py-1'}`}
        onClick={() => show(placed)}
      >
        <span className={`border-ink! px-2 leading-tight font-semibold ${dense ? 'border' : 'border-2'}`}>
          {insertWord(insert, pictures)}
        </span>
        <span className="min-w-0 flex-1 truncate">{words}</span>
        <span className="text-[13px] text-soft">
          {insert.place === 'over' ? 'over what follows' : 'inserted'},{' '}
          <span className="figures">{writeSeconds(lengthOf(placed))}</span> s
        </span>
      </button>
    </div>
  );
}
