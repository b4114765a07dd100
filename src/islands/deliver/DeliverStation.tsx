import { Download } from 'lucide-react';
import { EXPORTS } from '../../formats/exports.ts';
import { Notice } from '../../ui/Notice.tsx';
import { RenderRows, fileBase } from '../shared/RenderRows.tsx';
import { type RenderOfPage, useRenders } from '../shared/use-renders.ts';
import { SoundFiles } from './SoundFiles.tsx';
import { SoundFields } from '../shared/SoundFields.tsx';
import { useDerived, useWorkbench } from '../workbench/workbench-context.tsx';

const isProgramme = (render: RenderOfPage) => render.kind === 'programme';

/** The finished video and every file that goes with it. */
export function DeliverStation() {
  const { workbench } = useWorkbench();
  const { take, produced } = useDerived();
  const id = workbench((s) => s.id);
  const title = workbench((s) => s.document.plan.title);
  const renders = useRenders(workbench, id, isProgramme);
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
              disabled={renders.busy !== null}
              onClick={() => renders.start(`/api/workouts/${id}/renders`)}
            >
              Render the video
            </button>
          </>
        )}
        <RenderRows
          of={renders}
          doing="Rendering"
          testId="render"
          name={({ revision }) => (
            <>
              Revision <span className="figures">{revision}</span>
            </>
          )}
          file={() => ({ extension: 'mp4', fileName: `${fileBase(title)}.mp4`, link: 'Fetch the MP4' })}
        />
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
