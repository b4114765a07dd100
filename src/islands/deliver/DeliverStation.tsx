import { Key } from '../../ui/Key.tsx';
import { call } from '../shared/call.ts';
import { readinessInWords, readinessOf } from '../../core/workout/findings-of.ts';
import { useFindings } from '../check/use-findings.ts';
import { Notice } from '../../ui/Notice.tsx';
import { RenderRows, fileBase } from '../shared/RenderRows.tsx';
import { rendersOfKind, useRenders } from '../shared/use-renders.ts';
import { SoundFields } from '../shared/SoundFields.tsx';
import { useLetterCommands } from '../workbench/commands.ts';
import { useGoTo } from '../workbench/go-to.ts';
import { useDerived, useWorkbench } from '../workbench/workbench-context.tsx';
import { CertificateTable } from './CertificateTable.tsx';
import { Covers } from './Covers.tsx';
import { Files } from './Files.tsx';
import { Film } from './Film.tsx';
import { Kit } from './Kit.tsx';
import { Piece } from './Piece.tsx';
import { Published } from './Published.tsx';
import { SoundFiles } from './SoundFiles.tsx';

const everything = () => true;

/** The finished film, what was read back in it, and every file that goes with it. */
export function DeliverStation() {
  const { workbench } = useWorkbench();
  const { take } = useDerived();
  const goTo = useGoTo();
  const id = workbench((s) => s.id);
  const title = workbench((s) => s.document.plan.title);
  const all = useRenders(workbench, id, everything);
  const films = rendersOfKind(all, (r) => r.kind === 'programme');
  const newest = films.renders.find((r) => r.state === 'done') ?? null;
  const { findings, looking } = useFindings();
  const base = fileBase(title);
  const render = () => {
    if (take !== null && films.busy === null) all.start(() => call('queueRender', { id }));
  };
  useLetterCommands([{ label: 'Render the video', letter: 'r', run: render }]);
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
              <Film renders={all.renders} />
            </div>
            <p className="mt-4 mb-3">
              <button className="font-semibold underline" onClick={() => goTo('check')}>
                {readinessInWords(readinessOf(findings, true), looking)}
              </button>
              . The film can be rendered whatever Check says; when it is made it is read back.
            </p>
            <SoundFields />
            <button className="btn btn-main" disabled={films.busy !== null} onClick={render}>
              Render the video <Key>R</Key>
            </button>
          </>
        )}
        <RenderRows
          of={{ ...films, renders: films.renders.slice(0, 5) }}
          doing="Rendering"
          testId="render"
          name={({ revision }) => (
            <>
              Revision <span className="figures">{revision}</span>
            </>
          )}
          file={() => ({ extension: 'mp4', fileName: `${base}.mp4`, link: 'Download the MP4' })}
        />
        {take !== null && (
          <>
            <Covers of={all} base={base} />
            <Piece of={all} />
            <SoundFiles of={all} />
          </>
        )}
      </section>
      <div className="flex min-w-0 flex-col gap-8">
        {newest?.certificate != null && (
          <CertificateTable certificate={newest.certificate} renderId={newest.id} file={`${base}.certificate.json`} />
        )}
        {take !== null && <Kit of={all} />}
        {take !== null && <Published of={all} />}
        <Files isFilmed={take !== null} />
      </div>
    </div>
  );
}
