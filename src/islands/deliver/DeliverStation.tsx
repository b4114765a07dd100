import { Download } from 'lucide-react';
import { EXPORTS } from '../../formats/exports.ts';
import { Notice } from '../../ui/Notice.tsx';
import { type RenderOfPage, useRenders } from '../shared/use-renders.ts';
import { SoundFiles } from './SoundFiles.tsx';
import { SoundFields } from './SoundFields.tsx';
import { useDerived, useWorkbench } from '../workbench/workbench-context.tsx';

const isProgramme = (render: RenderOfPage) => render.kind === 'programme';

/** The finished video and every file that goes with it. */
export function DeliverStation() {
  const { workbench } = useWorkbench();
  const { take, produced } = useDerived();
  const id = workbench((s) => s.id);
  const title = workbench((s) => s.document.plan.title);
  const { renders, busy, trouble, start, cancel } = useRenders(workbench, id, isProgramme);
  const fileName = `${title.replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-|-$/g, '') || 'workout'}.mp4`;
  const alarms = produced?.findings.filter((f) => f.severity === 'alarm').length ?? 0;
  return (
    <div className="mx-auto grid max-w-5xl gap-10 px-4 py-6 sm:px-6 md:grid-cols-2">
      <section>
        <h2 className="text-2xl">The finished video</h2>
        <p className="mt-1 mb-4 text-soft">
          MP4 with timer and captions drawn in, chapters in the container and the move captions as a track.
        </p>
        {take === null ? (
          <Notice>
            There is no take to render yet. Bring one in on the{' '}
            <a className="underline" href="shoot">
              Shoot
            </a>{' '}
            station.
          </Notice>
        ) : (
          <>
            {alarms > 0 && (
              <p className="mb-3">
                {alarms} {alarms === 1 ? 'finding is' : 'findings are'} still open on the{' '}
                <a className="underline" href="score">
                  Score
                </a>
                . The file can be rendered all the same.
              </p>
            )}
            <SoundFields />
            <button
              className="btn btn-main"
              disabled={busy !== null}
              onClick={() => start(`/api/workouts/${id}/renders`)}
            >
              Render the video
            </button>
          </>
        )}
        {trouble !== null && (
          <div className="mt-3">
            <Notice alarm>{trouble}</Notice>
          </div>
        )}
        <ul className="mt-5">
          {renders.map((render) => (
            <li key={render.id} className="border-t py-2.5" data-testid="render" data-state={render.state}>
              <div className="flex items-center gap-3">
                <span>
                  Revision <span className="figures">{render.revision}</span>
                </span>
                <span className="text-[13px] text-soft">{new Date(render.createdAt).toLocaleString()}</span>
                <span className="ml-auto">
                  {render.state === 'done' && (
                    <a className="btn" href={`/media/${render.sha256}.mp4?as=${encodeURIComponent(fileName)}`}>
                      <Download size={13} />
                      Fetch the MP4
                    </a>
                  )}
                  {render === busy && (
                    <button className="btn" onClick={() => cancel(render)}>
                      Cancel
                    </button>
                  )}
                  {render.state === 'cancelled' && <span className="text-soft">cancelled</span>}
                </span>
              </div>
              {render === busy && (
                <div className="mt-1.5 flex items-center gap-3">
                  <progress
                    className="flex-1"
                    value={render.state === 'queued' ? undefined : render.progress}
                    max={1}
                    aria-label="Rendering"
                  />
                  <span className="figures w-10 text-right">{Math.round(render.progress * 100)} %</span>
                </div>
              )}
              {render.message !== null && (
                <p className={`mt-1 ${render.state === 'failed' ? 'text-alarm' : 'text-[13px] text-soft'}`}>
                  {render.message}
                </p>
              )}
            </li>
          ))}
        </ul>
        {take !== null && <SoundFiles />}
      </section>
      <section>
        <h2 className="text-2xl">Files</h2>
        <p className="mt-1 mb-4 text-soft">
          {take === null ? 'Made from the plan, as there is no take yet.' : 'Made from the programme as it stands now.'}
        </p>
        <ul>
          {EXPORTS.map((format) => (
            <li key={format.name} className="flex items-center justify-between border-t py-2">
              <span>{format.title}</span>
              <a
                className="btn"
                href={`/api/workouts/${id}/files/${format.name}`}
                download
                onClick={(e) => {
                  const { href } = e.currentTarget;
                  e.preventDefault();
                  void workbench.flush().then(() => window.location.assign(href));
                }}
              >
                <Download size={13} />
                <span className="figures">{format.file}</span>
              </a>
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}
