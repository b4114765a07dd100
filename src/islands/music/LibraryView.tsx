import clsx from 'clsx';
import { useRef } from 'react';
import { Upload } from 'lucide-react';
import { trackEnergy } from '../../core/music/build-set.ts';
import { meanMilliBpm } from '../../core/music/tempo-map.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { type LibraryTrack, usableTracks } from '../../core/music/library.ts';
import { PracticeForm } from './PracticeForm.tsx';
import { TrackView } from './TrackView.tsx';
import type { Library } from './use-tracks.ts';

interface Props {
  readonly library: Library;
  readonly chosen: string | null;
  readonly choose: (id: string) => void;
}

/** The studio's tracks on the left, the chosen one on the right. */
export function LibraryView({ library, chosen, choose }: Props) {
  const { tracks, sending } = library;
  const picker = useRef<HTMLInputElement>(null);
  const track = tracks.find((t) => t.id === chosen) ?? tracks[0] ?? null;
  const send = (files: FileList | null) => {
    if (files !== null && files.length > 0) void library.bringIn([...files]);
  };
  return (
    <div
      className="grid grid-cols-[minmax(0,1fr)] gap-6 lg:grid-cols-[24rem_minmax(0,1fr)]"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        send(e.dataTransfer.files);
      }}
    >
      <section aria-label="Tracks">
        <div className="flex items-center justify-between gap-2 pb-2">
          <h2 className="text-xl">Library</h2>
          <input
            ref={picker}
            type="file"
            multiple
            accept="audio/*,.wav,.flac,.mp3,.m4a,.aac,.ogg,.opus"
            className="sr-only"
            aria-label="Sound files"
            tabIndex={-1}
            onChange={(e) => {
              send(e.target.files);
              e.target.value = '';
            }}
          />
          <button className="btn btn-main" disabled={sending !== null} onClick={() => picker.current?.click()}>
            <Upload size={14} />
            Bring in tracks
          </button>
        </div>
        {sending !== null && (
          <div role="status" className="mb-2 flex items-center gap-2">
            <span className="min-w-0 flex-1 truncate">{sending.name}</span>
            <progress value={sending.share} max={1} aria-label="Upload" />
            <button className="btn" onClick={library.stop}>
              Stop
            </button>
          </div>
        )}
        {tracks.length === 0 && (
          <p className="border-y py-6 text-soft">
            No track yet. Bring in WAV, FLAC, MP3, AAC, Ogg or Opus, or drop files here. Without any, let the program
            play a plain practice beat.
          </p>
        )}
        <ul className="border-t">
          {tracks.map((t) => (
            <TrackLine key={t.id} track={t} chosen={t.id === track?.id} choose={() => choose(t.id)} />
          ))}
        </ul>
        <PracticeForm library={library} choose={choose} />
      </section>
      {track !== null && <TrackView key={track.id} track={track} library={library} />}
    </div>
  );
}

function TrackLine({
  track,
  chosen,
  choose,
}: {
  readonly track: LibraryTrack;
  readonly chosen: boolean;
  readonly choose: () => void;
}) {
  const [usable] = usableTracks([track]);
  return (
    <li className="border-b">
      <button
        aria-current={chosen || undefined}
        onClick={choose}
        className={clsx(
          'grid w-full grid-cols-[minmax(0,1fr)_3.4rem_3rem_3.2rem] items-baseline gap-2 px-2 py-1.5',
          'text-left',
          chosen ? 'bg-shade' : 'hover:bg-shade/60',
        )}
      >
        <span className="min-w-0 truncate">
          <span className={chosen ? 'font-bold' : ''}>{track.title}</span>
          {track.artist !== '' && <span className="text-soft"> {track.artist}</span>}
        </span>
        {track.state === 'heard' ? (
          <>
            <span className="figures text-right" title="beats a minute">
              {track.map === null ? 'no beat' : (meanMilliBpm(track.map) / 1000).toFixed(1)}
            </span>
            <time className="text-right">{writeTime(track.duration, 0)}</time>
            <span
              aria-label={usable === undefined ? 'no energy' : `energy ${Math.round(trackEnergy(usable) * 100)} %`}
              title="How much is going on in it"
              className="flex h-2.5 self-center bg-shade"
            >
              {usable !== undefined && <span className="bg-work" style={{ width: `${trackEnergy(usable) * 100}%` }} />}
            </span>
          </>
        ) : (
          <span className="col-span-3 text-right text-soft">
            {track.state === 'failed' ? (
              <span className="text-alarm">not heard</span>
            ) : track.state === 'waiting' ? (
              'waiting'
            ) : (
              <>
                hearing <span className="figures">{Math.round(track.progress * 100)} %</span>
              </>
            )}
          </span>
        )}
      </button>
    </li>
  );
}
