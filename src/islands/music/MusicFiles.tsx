import { addressOf, call } from '../shared/call.ts';
import { Download } from 'lucide-react';
import { Notice } from '../../ui/Notice.tsx';
import { RenderRows, fileBase } from '../shared/RenderRows.tsx';
import type { RenderOfPage } from '../../contract/wire.ts';
import { useRenders } from '../shared/use-renders.ts';
import { useWorkbench } from '../workbench/workbench-context.tsx';
import type { Laid } from './use-laid.ts';

const isBed = (render: RenderOfPage) => render.kind.startsWith('bed-');

const extensionOf = (bed: RenderOfPage) => (bed.kind === 'bed-wav' ? 'wav' : 'flac');

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
  const title = workbench((s) => s.document.plan.title);
  const beds = useRenders(workbench, id, isBed);
  const make = (format: 'wav' | 'flac') => beds.start(() => call('queueBed', { id }, { asked: { format } }));
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
            <button className="btn btn-main" disabled={beds.busy !== null} onClick={() => make('flac')}>
              Mix as FLAC
            </button>
            <button className="btn" disabled={beds.busy !== null} onClick={() => make('wav')}>
              Mix as WAV
            </button>
          </div>
        )}
        <RenderRows
          of={beds}
          doing="Mixing"
          testId="bed"
          name={(bed) => (
            <>
              Revision <span className="figures">{bed.revision}</span>, {extensionOf(bed).toUpperCase()}
            </>
          )}
          file={(bed) => ({
            extension: extensionOf(bed),
            fileName: `${fileBase(title)}.music.${extensionOf(bed)}`,
            link: 'Download',
          })}
        />
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
                href={addressOf('musicFile', { id, format: name })}
                download
                onClick={(e) => {
                  const { href } = e.currentTarget;
                  e.preventDefault();
                  void workbench.flush().then(() => window.location.assign(href));
                }}
              >
                <Download size={13} />
                Download
              </a>
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}
