import { ImagePlus, X } from 'lucide-react';
import { useMemo, useRef, useState } from 'react';
import { pictureAfter } from '../../core/edit/usual-inserts.ts';
import { asking, call } from '../shared/call.ts';
import { useAttempt } from '../shared/use-attempt.ts';
import type { TakeOfPage } from '../../contract/wire.ts';
import { reloadTakes } from '../workbench/use-take-watch.ts';
import { useDerived, useDocument, useWorkbench } from '../workbench/workbench-context.tsx';
import { withInserts } from './edit-inserts.ts';
import { newInsertId } from './use-insert-commands.ts';

/** The still pictures of the workout. */
function usePictures(): readonly TakeOfPage[] {
  const takes = useWorkbench().workbench((s) => s.takes);
  return useMemo(() => takes.flatMap(({ take }) => (take.role === 'picture' ? [take] : [])), [takes]);
}

/** Their ids: what shows one of them is a picture, not a frozen frame. */
export function usePictureIds(): ReadonlySet<string> {
  const pictures = usePictures();
  return useMemo(() => new Set(pictures.map((p) => p.id)), [pictures]);
}

/** Still pictures from files: brought in once, shown after any segment. */
export function Pictures({ selected }: { readonly selected: string | null }) {
  const { document, change } = useDocument();
  const { workbench } = useWorkbench();
  const workoutId = workbench((s) => s.id);
  const { produced } = useDerived();
  const pictures = usePictures();
  const { trouble, attempt } = useAttempt();
  const [busy, setBusy] = useState(false);
  const file = useRef<HTMLInputElement>(null);
  const chosen = produced?.programme.choices.find((c) => c.segment.key === selected)?.segment;
  const segment = chosen ?? produced?.programme.choices[0]?.segment;
  const show = (mediaId: string) =>
    segment !== undefined &&
    change('Show a picture', (d) => withInserts(d, [pictureAfter(segment, mediaId)], newInsertId));
  const bringIn = (picture: File) =>
    attempt(async () => {
      setBusy(true);
      try {
        const asked = { name: picture.name.replace(/\.\w+$/, ''), picture: 'yes' };
        const { id } = await call('bringInTake', { id: workoutId }, { asked, body: picture });
        await reloadTakes(workbench);
        show(id);
      } finally {
        setBusy(false);
      }
    });
  const remove = ({ id }: TakeOfPage) => {
    workbench
      .getState()
      .ask('Delete a picture', { after: asking('removeTake', { id }), before: asking('restoreTake', { id }) }, (d) => ({
        ...d,
        edit: {
          ...d.edit,
          inserts: d.edit.inserts.filter((i) => i.shows.kind === 'card' || i.shows.mediaId !== id),
        },
      }));
  };
  const isUsed = (id: string) => document.edit.inserts.some((i) => i.shows.kind !== 'card' && i.shows.mediaId === id);
  return (
    <div>
      <button className="btn w-full justify-start!" disabled={busy} onClick={() => file.current?.click()}>
        <ImagePlus size={14} aria-hidden="true" /> {busy ? 'Bringing it in …' : 'A picture from a file'}
      </button>
      <input
        ref={file}
        type="file"
        accept="image/*"
        aria-label="Picture file"
        className="hidden"
        onChange={(e) => {
          const [picture] = e.target.files ?? [];
          e.target.value = '';
          if (picture !== undefined) void bringIn(picture);
        }}
      />
      {trouble !== null && (
        <p role="alert" className="mt-1 text-[13px] text-alarm">
          {trouble}
        </p>
      )}
      <ul aria-label="Pictures" className="mt-1">
        {pictures.map((picture) => (
          <li key={picture.id} className="flex items-center gap-2 text-[14px]">
            <span className="min-w-0 flex-1 truncate">{picture.name}</span>
            <span className="figures text-[13px] text-soft">
              {picture.width} × {picture.height}
            </span>
            <button className="btn-quiet" onClick={() => show(picture.id)}>
              {isUsed(picture.id) ? 'Show again' : 'Show'}
              <span className="sr-only">: {picture.name}</span>
            </button>
            <button className="btn-quiet" aria-label={`Delete: ${picture.name}`} onClick={() => remove(picture)}>
              <X size={14} />
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
