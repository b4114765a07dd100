import { Key } from '../../ui/Key.tsx';
import clsx from 'clsx';
import { STATIONS, type Station } from './stations.ts';
import { useDerived, useDocument, useWorkbench } from './workbench-context.tsx';
import { Hint } from '../../ui/Hint.tsx';

interface Props {
  readonly station: Station;
  readonly go: (station: Station) => void;
  readonly openCommands: () => void;
  readonly choose: () => void;
}

export function Header({ station, go, openCommands, choose }: Props) {
  const { document, change } = useDocument();
  const { produced } = useDerived();
  const findings = produced?.findings.filter((f) => f.severity === 'alarm').length ?? 0;
  return (
    <header className="flex flex-wrap items-center gap-x-6 gap-y-1 border-b bg-paper px-4 py-2 sm:px-6">
      <Hint says="All workouts">
        <a href="/" className="flex items-center gap-2 font-display font-bold">
          <img src="/mark.svg" alt="All workouts" className="h-4 w-4" />
          <span className="max-sm:hidden">Euphon</span>
        </a>
      </Hint>
      <input
        aria-label="Title of the workout"
        maxLength={200}
        value={document.plan.title}
        onChange={(e) => change('title', (d) => ({ ...d, plan: { ...d.plan, title: e.target.value } }))}
        className={clsx(
          'field w-80 font-display text-[15px] font-semibold text-ellipsis max-sm:w-auto max-sm:min-w-0',
          'max-sm:flex-1',
        )}
      />
      <nav aria-label="Stations" className="-mx-2 flex overflow-x-auto">
        {STATIONS.map(({ name, word, key }) => (
          <Hint key={name} says={`${word} (key ${key.toUpperCase()})`}>
            <a
              href={name}
              aria-current={station === name ? 'page' : undefined}
              onClick={(e) => {
                if (!e.metaKey && !e.ctrlKey) {
                  e.preventDefault();
                  go(name);
                }
              }}
              className={clsx(
                'px-2.5 py-1.5 whitespace-nowrap focus-visible:-outline-offset-2',
                station === name
                  ? 'font-bold text-ink shadow-[inset_0_-2px_0_var(--color-ink)]'
                  : 'text-soft hover:text-ink',
              )}
            >
              <StationWord word={word} letter={key} />
              {name === 'score' && findings > 0 && (
                <span className="figures ml-1 text-alarm" aria-label={`${findings} findings`}>
                  {findings}
                </span>
              )}
            </a>
          </Hint>
        ))}
      </nav>
      <div className="ml-auto flex items-center gap-3 text-[13px] text-soft">
        <SaveWord choose={choose} />
        <FormSwitch />
        <button className="btn btn-quiet" onClick={openCommands}>
          <Key>/</Key> commands
        </button>
      </div>
    </header>
  );
}

/** The word with its key letter underlined. */
function StationWord({ word, letter }: { readonly word: string; readonly letter: string }) {
  const at = word.toLowerCase().indexOf(letter);
  return (
    <>
      {word.slice(0, at)}
      <span className="underline decoration-1 underline-offset-[3px]">{word[at]}</span>
      {word.slice(at + 1)}
    </>
  );
}

function SaveWord({ choose }: { readonly choose: () => void }) {
  const { workbench } = useWorkbench();
  const waiting = workbench((s) => s.conflicts.length);
  const save = workbench((s) => s.save);
  const revision = workbench((s) => s.revision);
  const text =
    save.kind === 'saved' ? `Saved · revision ${revision}` : save.kind === 'saving' ? 'Saving …' : save.message;
  const trouble = save.kind === 'waiting' || save.kind === 'refused';
  return (
    <>
      {waiting > 0 && (
        <button className="btn btn-quiet text-alarm" onClick={choose}>
          Changed twice: choose
        </button>
      )}
      <span role="status" className={`max-w-80 truncate ${trouble ? 'text-alarm' : ''}`} title={text}>
        {text}
      </span>
    </>
  );
}

function FormSwitch() {
  return (
    <button
      className="btn btn-quiet"
      onClick={() => {
        const root = document.documentElement;
        if (root.dataset.theme === 'dark') delete root.dataset.theme;
        else root.dataset.theme = 'dark';
        try {
          localStorage.setItem('euphon-theme', root.dataset.theme ?? 'light');
        } catch {
          /* no storage: this page only */
        }
      }}
    >
      Dark / light
    </button>
  );
}
