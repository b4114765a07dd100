import { Key } from '../../ui/Key.tsx';
import { call } from '../shared/call.ts';
import { useState } from 'react';
import { Download } from 'lucide-react';
import { FILMS, type FilmKind, KIT_KINDS, isFilmKind } from '../../core/delivery/films.ts';
import { useLetterCommands } from '../workbench/commands.ts';
import { useWorkbench } from '../workbench/workbench-context.tsx';
import { RenderRows, fileBase } from '../shared/RenderRows.tsx';
import type { RenderOfPage } from '../../contract/wire.ts';
import { type Renders, isUnderWay, rendersOfKind, sizeInWords } from '../shared/use-renders.ts';

/** What nearly everybody hands out. */
const USUAL: ReadonlySet<FilmKind> = new Set(['programme', 'covers']);

/** The films that go out and where each stands; one key makes what is missing and puts everything into one file. */
export function Kit({ of }: { readonly of: Renders }) {
  const { workbench } = useWorkbench();
  const id = workbench((s) => s.id);
  const title = workbench((s) => s.document.plan.title);
  const revision = workbench((s) => s.revision);
  const [chosen, setChosen] = useState<ReadonlySet<FilmKind>>(USUAL);
  const kits = rendersOfKind(of, (r) => r.kind === 'kit');
  const newest = (kind: FilmKind) => of.renders.find((r) => r.kind === kind && r.state !== 'cancelled') ?? null;
  const isMade = (kind: FilmKind) => {
    const made = newest(kind);
    return made?.state === 'done' && made.revision === revision;
  };
  const films = KIT_KINDS.filter((kind) => chosen.has(kind));
  const there = films.filter(isMade).length;
  const make = () => {
    if (kits.busy === null) of.start(() => call('queueFilm', { id }, { asked: { kind: 'kit' }, body: films }));
  };
  useLetterCommands([{ label: 'Make the kit', letter: 'm', run: make }]);
  return (
    <section aria-label="The kit">
      <h2 className="text-2xl">The kit</h2>
      <ul className="mt-2">
        {KIT_KINDS.map((kind) => (
          <li key={kind} className="border-t py-2">
            <div className="flex items-start gap-3">
              <label className="flex min-w-0 flex-1 items-start gap-2.5">
                <input
                  type="checkbox"
                  className="mt-1.5"
                  checked={chosen.has(kind)}
                  onChange={(e) => {
                    const now = new Set(chosen);
                    if (e.target.checked) now.add(kind);
                    else now.delete(kind);
                    setChosen(now);
                  }}
                />
                <span className="min-w-0">
                  <span className="font-semibold">{FILMS[kind].title}</span>
                  <span className="block text-[13px] text-soft">{FILMS[kind].says}</span>
                </span>
              </label>
              <FilmState
                made={newest(kind)}
                base={fileBase(title)}
                revision={revision}
                title={FILMS[kind].title}
                make={() => of.start(() => call('queueFilm', { id }, { asked: { kind } }))}
                stop={() => {
                  const made = newest(kind);
                  if (made !== null) of.cancel(made);
                }}
              />
            </div>
          </li>
        ))}
      </ul>
      <div className="mt-3 flex flex-wrap items-center gap-x-4 gap-y-2 border-t pt-3">
        <button className="btn btn-main" disabled={kits.busy !== null} onClick={make}>
          Make the kit <Key>M</Key>
        </button>
        <span className="text-soft">
          {films.length === 0
            ? 'The files below alone, with a manifest.'
            : there === films.length
              ? 'All of it is made already.'
              : `${there} of ${films.length} ${films.length === 1 ? 'film is' : 'films are'} made of the ` +
                'class as it is now.'}
        </span>
      </div>
      <RenderRows
        of={{ ...kits, renders: kits.renders.slice(0, 3) }}
        doing="Making the kit"
        testId="kit"
        name={(kit) => (
          <>
            Kit of revision <span className="figures">{kit.revision}</span>
          </>
        )}
        file={() => ({ extension: 'zip', fileName: `${fileBase(title)}.kit.zip`, link: 'Download the kit' })}
      />
    </section>
  );
}

interface FilmStateOf {
  readonly made: RenderOfPage | null;
  readonly base: string;
  readonly revision: number;
  readonly title: string;
  readonly make: () => void;
  readonly stop: () => void;
}

/** Whether a film is made, of what, and the key to it. */
function FilmState({ made, base, revision, title, make, stop }: FilmStateOf) {
  if (made !== null && isUnderWay(made))
    return (
      <span className="flex items-center gap-2">
        <span className="figures text-right" role="status">
          {made.state === 'queued' ? 'waits' : `${Math.round(made.progress * 100)} %`}
        </span>
        <button className="btn" aria-label={`Stop: ${title}`} onClick={stop}>
          Stop
        </button>
      </span>
    );
  if (made?.sha256 == null || !isFilmKind(made.kind))
    return (
      <span className="flex flex-col items-end gap-1">
        <button className="btn" onClick={make}>
          Make it
        </button>
        {made?.state === 'failed' && <span className="text-[13px] text-alarm">it failed</span>}
      </span>
    );
  const { extension, ending } = FILMS[made.kind];
  const behind = revision - made.revision;
  return (
    <span className="flex flex-col items-end gap-1">
      <a
        className="btn"
        href={`/media/${made.sha256}.${extension}?as=${encodeURIComponent(`${base}.${ending}`)}`}
        aria-label={`Download: ${FILMS[made.kind].title}`}
      >
        <Download size={13} />
        <span className="figures">{made.bytes === null ? extension : sizeInWords(made.bytes)}</span>
      </a>
      {behind > 0 && (
        <button className="text-[13px] text-soft underline" onClick={make}>
          {behind} {behind === 1 ? 'change' : 'changes'} since: make it anew
        </button>
      )}
    </span>
  );
}
