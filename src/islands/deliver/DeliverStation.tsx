import { readinessInWords, readinessOf } from '../../core/workout/findings-of.ts';
import { useFindings } from '../check/use-findings.ts';
import { Notice } from '../../ui/Notice.tsx';
import { RenderRows, fileBase } from '../shared/RenderRows.tsx';
import { type RenderOfPage, useRenders } from '../shared/use-renders.ts';
import { SoundFields } from '../shared/SoundFields.tsx';
import { useGoTo } from '../workbench/go-to.ts';
import { useDerived, useWorkbench } from '../workbench/workbench-context.tsx';
import { CertificateTable } from './CertificateTable.tsx';
import { Files } from './Files.tsx';
import { Film } from './Film.tsx';
import { SoundFiles } from './SoundFiles.tsx';

const isProgramme = (render: RenderOfPage) => render.kind === 'programme';

/** The finished film, what was read back in it, and every file that goes with it. */
export function DeliverStation() {
  const { workbench } = useWorkbench();
  const { take } = useDerived();
  const goTo = useGoTo();
  const id = workbench((s) => s.id);
  const title = workbench((s) => s.document.plan.title);
  const renders = useRenders(workbench, id, isProgramme);
  const newest = renders.renders.find((r) => r.state === 'done') ?? null;
  const { findings, looking } = useFindings();
  const base = fileBase(title);
  return (
    <div className="mx-auto grid max-w-7xl gap-x-10 gap-y-8 px-4 py-6 sm:px-6 lg:grid-cols-[minmax(0,1fr)_28rem]">
      <section className="min-w-0">
        <h2 className="text-2xl">The finished video</h2>
        {take === null ? (
          <div className="mt-3">
            <Notice>
              There is no take to render yet. Bring one in on the{' '}
              <a className="underline" href="shoot">
                Shoot
              </a>{' '}
              station.
            </Notice>
          </div>
        ) : (
          <>
            <div className="mt-3">
              <Film newest={newest} />
            </div>
            <p className="mt-4 mb-3 text-soft">
              MP4 with timer and captions drawn in, chapters in the container and the move captions as a track. When it
              is made it is read back: what is in it is held against what was meant.
            </p>
            <p className="mb-3">
              <button className="font-semibold underline" onClick={() => goTo('check')}>
                {readinessInWords(readinessOf(findings, true), looking)}
              </button>
              . The file can be rendered whatever Check says.
            </p>
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
          file={() => ({ extension: 'mp4', fileName: `${base}.mp4`, link: 'Download the MP4' })}
        />
        {take !== null && <SoundFiles />}
      </section>
      <div className="flex flex-col gap-8">
        {newest?.certificate != null && (
          <CertificateTable certificate={newest.certificate} file={`${base}.certificate.json`} />
        )}
        <Files isFilmed={take !== null} />
      </div>
    </div>
  );
}
