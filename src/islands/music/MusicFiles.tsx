import { Download } from 'lucide-react';
import { Notice } from '../../ui/Notice.tsx';
import { type RenderOfPage, useRenders } from '../shared/use-renders.ts';
import { useWorkbench } from '../workbench/workbench-context.tsx';
import type { Laid } from './use-laid.ts';

const isBed = (render: RenderOfPage) => render.kind.startsWith('bed-');

const FILES = [
  ['click-wav', 'Click track, WAV, a cue point at each segment'],
  ['tempo-midi', 'Tempo map, metre and markers, Standard MIDI File'],
  ['music-csv', 'Cue list of the music, CSV'],
  ['music-xspf', 'Play list, XSPF'],
  ['credits-txt', 'Credits of the music, text'],
] as const;

/** The mixed music bed, and the files that carry the beat elsewhere. */
export function MusicFiles({ laid: { laid } }: { readonly laid: Laid }) {
  const { workbench } = useWorkbench();
  const id = workbench((s) => s.id);
  const title =
    workbench((s) => s.document.plan.title)
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .replace(/^-|-$/g, '') || 'workout';
  const { renders: beds, busy, trouble, start, cancel } = useRenders(workbench, id, isBed);
  const make = (format: 'wav' | 'flac') => start(`/api/workouts/${id}/bed?format=${format}`);
  return (
    <div className="grid max-w-5xl gap-10 md:grid-cols-2">
      <section>
        <h2 className="text-xl">Music bed</h2>
        <p className="mt-1 mb-3 text-soft">
          All music of the class in one file, stretched with its pitch kept, faded, matched in loudness, ducked under
          speech. 48 kHz, as long as the class.
        </p>
        {laid.laid.length === 0 ? (
          <Notice>No music is laid under the class yet.</Notice>
        ) : (
          <div className="flex gap-2">
            <button className="btn btn-main" disabled={busy !== null} onClick={() => make('flac')}>
              Mix as FLAC
            </button>
            <button className="btn" disabled={busy !== null} onClick={() => make('wav')}>
              Mix as WAV
            </button>
          </div>
        )}
        {trouble !== null && (
          <div className="mt-3">
            <Notice alarm>{trouble}</Notice>
          </div>
        )}
        <ul className="mt-4">
          {beds.map((bed) => (
            <li key={bed.id} className="border-t py-2" data-testid="bed" data-state={bed.state}>
              <div className="flex items-center gap-3">
                <span>
                  Revision <span className="figures">{bed.revision}</span>, {bed.kind === 'bed-wav' ? 'WAV' : 'FLAC'}
                </span>
                <span className="ml-auto">
                  {bed.state === 'done' && (
                    <a
                      className="btn"
                      href={`/media/${bed.sha256}.${bed.kind === 'bed-wav' ? 'wav' : 'flac'}?as=${encodeURIComponent(`${title}.music.${bed.kind === 'bed-wav' ? 'wav' : 'flac'}`)}`}
                    >
                      <Download size={13} />
                      Fetch it
                    </a>
                  )}
                  {bed === busy && (
                    <button className="btn" onClick={() => cancel(bed)}>
                      Cancel
                    </button>
                  )}
                  {bed.state === 'cancelled' && <span className="text-soft">cancelled</span>}
                </span>
              </div>
              {bed === busy && (
                <progress
                  className="mt-1 w-full"
                  value={bed.state === 'queued' ? undefined : bed.progress}
                  max={1}
                  aria-label="Mixing"
                />
              )}
              {bed.state === 'failed' && <p className="mt-1 text-alarm">{bed.message}</p>}
            </li>
          ))}
        </ul>
      </section>
      <section>
        <h2 className="text-xl">Files of the beat</h2>
        <p className="mt-1 mb-3 text-soft">On the programme’s clock where there is a take, else on the plan’s.</p>
        <ul>
          {FILES.map(([name, word]) => (
            <li key={name} className="flex items-center justify-between gap-3 border-t py-2">
              <span>{word}</span>
              <a
                className="btn"
                href={`/api/workouts/${id}/music/${name}`}
                download
                onClick={(e) => {
                  const { href } = e.currentTarget;
                  e.preventDefault();
                  void workbench.flush().then(() => window.location.assign(href));
                }}
              >
                <Download size={13} />
                Fetch
              </a>
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}
