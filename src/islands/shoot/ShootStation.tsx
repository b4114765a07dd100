import { withTake } from '../../core/workout/document.ts';
import { useRef, useState } from 'react';
import { Upload } from 'lucide-react';
import { isSoundOnly } from '../../core/sync/media-facts.ts';
import { Notice } from '../../ui/Notice.tsx';
import { ApiError } from '../shared/api.ts';
import { call } from '../shared/call.ts';
import { reloadTakes } from '../workbench/use-take-watch.ts';
import { useDocument, useWorkbench } from '../workbench/workbench-context.tsx';
import { ShotList } from './ShotList.tsx';
import { TakeCard } from './TakeCard.tsx';
import { type TakeUpload, uploadTake } from './upload-take.ts';

const WANTED = 'video/*,audio/*,.mp4,.mov,.webm,.mkv,.wav,.flac,.mp3,.m4a,.ogg,.aac';

/** Takes come in here: videos of one or several cameras, the sound of a recorder, the words that were said. */
export function ShootStation() {
  const { workbench } = useWorkbench();
  const { document, change } = useDocument();
  const takes = workbench((s) => s.takes);
  const id = workbench((s) => s.id);
  const [progress, setProgress] = useState<{ name: string; share: number; after: number } | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const sending = useRef<TakeUpload | null>(null);
  const [paused, setPaused] = useState(false);
  const picker = useRef<HTMLInputElement>(null);

  const bringIn = async (files: readonly File[]) => {
    setTrouble(null);
    for (const [i, file] of files.entries()) {
      setProgress({ name: file.name, share: 0, after: files.length - i - 1 });
      setPaused(false);
      const upload = uploadTake(file, (share) => setProgress({ name: file.name, share, after: files.length - i - 1 }));
      sending.current = upload;
      try {
        const uploadId = await upload.done;
        const take = await call('bringInTake', { id }, { asked: { upload: uploadId, name: file.name } });
        await reloadTakes(workbench);
        // A recorder's sound has no picture to make a programme of.
        if (!isSoundOnly(take))
          change('Choose the take', (d) => ({ ...d, edit: { ...d.edit, takeId: d.edit.takeId ?? take.id } }));
      } catch (error) {
        if (!(error instanceof ApiError)) throw error;
        setTrouble(`${file.name}: ${error.message}`);
        break;
      }
    }
    setProgress(null);
  };
  // Each take with the other recordings of it under it.
  const ordered = takes
    .filter((t) => t.take.role === 'take')
    .flatMap((t) => [t, ...takes.filter((o) => o.take.ofTake === t.take.id && o.take.role !== 'pick-up')]);

  return (
    <div
      className="mx-auto max-w-5xl px-4 py-5 sm:px-6"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        if (e.dataTransfer.files.length > 0) void bringIn([...e.dataTransfer.files]);
      }}
    >
      <div className="flex flex-wrap items-center justify-between gap-3 border-b pb-3">
        <h2 className="text-2xl">Takes</h2>
        <input
          ref={picker}
          type="file"
          multiple
          accept={WANTED}
          className="sr-only"
          aria-label="Video file"
          tabIndex={-1}
          onChange={(e) => {
            const files = [...(e.target.files ?? [])];
            if (files.length > 0) void bringIn(files);
            e.target.value = '';
          }}
        />
        <button className="btn btn-main" disabled={progress !== null} onClick={() => picker.current?.click()}>
          <Upload size={14} />
          Bring in a take
        </button>
      </div>
      <ShotList />
      {progress !== null && (
        <div role="status" className="mt-3 flex items-center gap-3">
          <span className="truncate">
            {progress.name}
            {progress.after > 0 && `, then ${progress.after} more`}
          </span>
          <progress className="flex-1" value={progress.share} max={1} aria-label="Upload" />
          <span className="figures">{Math.round(progress.share * 100)} %</span>
          <button
            className="btn"
            onClick={() => {
              if (paused) sending.current?.resume();
              else sending.current?.pause();
              setPaused(!paused);
            }}
          >
            {paused ? 'Go on' : 'Pause'}
          </button>
          <button className="btn btn-quiet border-line" onClick={() => sending.current?.stop()}>
            Stop
          </button>
        </div>
      )}
      {trouble !== null && (
        <div className="mt-3">
          <Notice alarm>{trouble}</Notice>
        </div>
      )}
      {takes.length === 0 && progress === null && (
        <div className="py-16 text-center">
          <h2 className="text-2xl">Nothing filmed yet</h2>
          <p className="mx-auto mt-1 max-w-md text-soft">
            Bring in a video, or drop it anywhere on this page; further cameras and the sound of a recorder too. Then
            the words: WebVTT, SRT, TTML, CSV, word-timed JSON, or text whose paragraphs begin with [m:ss].
          </p>
        </div>
      )}
      <ul>
        {ordered.map((entry) => (
          <TakeCard
            key={entry.take.id}
            entry={entry}
            others={takes}
            chosen={document.edit.takeId === entry.take.id}
            joined={document.edit.joined.length === 0 ? null : document.edit.joined.includes(entry.take.id)}
            reload={() => reloadTakes(workbench)}
            choose={() =>
              change('Choose the take', (d) => ({
                ...d,
                edit: withTake(d.edit, entry.take.id),
              }))
            }
          />
        ))}
      </ul>
    </div>
  );
}
