import { useLayoutEffect, useState } from 'react';
import { tinykeys } from 'tinykeys';
import { Tabs } from '../../ui/Tabs.tsx';
import { useCommands } from '../workbench/commands.ts';
import { inField } from '../workbench/use-keys.ts';
import { useDerived, useWorkbench } from '../workbench/workbench-context.tsx';
import { BankPanel } from './BankPanel.tsx';
import { CallRulesPanel } from './CallRulesPanel.tsx';
import { CallSheet } from './CallSheet.tsx';
import { Marks } from './Marks.tsx';
import { Rehearse } from './Rehearse.tsx';
import { ScriptFiles } from './ScriptFiles.tsx';
import { ScriptFindings } from './ScriptFindings.tsx';
import { ScriptPage } from './ScriptPage.tsx';
import { useScript } from './use-script.ts';
import { Hint } from '../../ui/Hint.tsx';

type View = 'page' | 'sheet' | 'rehearse';
type Side = 'calls' | 'bank' | 'findings' | 'files';

/**
 * The script: a page to write on, the call sheet, a rehearsal; beside it the rules of the calls, what was found, and
 * the files.
 */
export function ScriptStation() {
  const { compiled } = useDerived();
  const { workbench } = useWorkbench();
  const id = workbench((s) => s.id);
  const worked = useScript();
  const [view, setView] = useState<View>('page');
  const [shown, setShown] = useState<{ readonly key: string; readonly turn: number } | null>(null);
  const show = (key: string | undefined) => key !== undefined && setShown((s) => ({ key, turn: (s?.turn ?? 0) + 1 }));
  const [side, setSide] = useState<Side>('calls');
  useLayoutEffect(
    () =>
      tinykeys(window, {
        w: (e) => {
          if (!inField(e)) {
            e.preventDefault();
            setView('page');
          }
        },
        c: (e) => {
          if (!inField(e)) {
            e.preventDefault();
            setView('sheet');
          }
        },
        e: (e) => {
          if (!inField(e)) {
            e.preventDefault();
            setView('rehearse');
          }
        },
      }),
    [],
  );
  const toPrompter = () => void workbench.flush().then(() => window.location.assign(`/w/${id}/prompter`));
  useCommands([
    { label: 'Write the script', keys: 'W', run: () => setView('page') },
    { label: 'Call sheet', keys: 'C', run: () => setView('sheet') },
    { label: 'Rehearse the class', keys: 'E', run: () => setView('rehearse') },
    { label: 'Prompter for the floor', run: toPrompter },
    { label: 'Rules of the calls', run: () => setSide('calls') },
    { label: 'Cue bank: lines in your own words', run: () => setSide('bank') },
    { label: 'What was found in the script', run: () => setSide('findings') },
    { label: 'Script in and out, scratch voice track', run: () => setSide('files') },
  ]);
  if (compiled.segments.length === 0) {
    return (
      <div className="px-6 py-16 text-center">
        <h2 className="text-2xl">There is no class to script yet</h2>
        <p className="mt-1 text-soft">Plan it first; the script follows its segments.</p>
      </div>
    );
  }
  if (worked === null)
    return (
      <p className="p-8 text-soft" role="status">
        Working out the script …
      </p>
    );
  const alarms = worked.findings.filter((f) => f.severity === 'alarm').length;
  const toLine = (cueId: string) => {
    setView('page');
    show(workbench.getState().document.script.cues.find((c) => c.id === cueId)?.segmentKey);
    // Its segment is drawn first.
    setTimeout(() => {
      const line = document.getElementById(`cue-${cueId}`);
      line?.scrollIntoView({ block: 'center' });
      line?.focus();
    }, 120);
  };
  const toSegment = (index: number) => {
    setView('page');
    show(compiled.segments[index]?.key);
  };
  if (view === 'rehearse') return <Rehearse worked={worked} onClose={() => setView('page')} />;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-x-6 lg:grid-cols-[minmax(0,1fr)_21rem]">
      <div className="px-4 py-4 sm:px-6">
        <div className="mb-3 flex flex-wrap items-center gap-2">
          <div role="group" aria-label="How the script is shown" className="flex">
            <Hint says="Key W">
              <button
                className={`btn rounded-r-none ${view === 'page' ? 'btn-main' : ''}`}
                aria-pressed={view === 'page'}
                onClick={() => setView('page')}
              >
                Write
              </button>
            </Hint>
            <Hint says="Key C">
              <button
                className={`btn rounded-l-none border-l-0 ${view === 'sheet' ? 'btn-main' : ''}`}
                aria-pressed={view === 'sheet'}
                onClick={() => setView('sheet')}
              >
                Call sheet
              </button>
            </Hint>
          </div>
          <Hint says="The class runs with its clock and is spoken (key E)">
            <button className="btn" onClick={() => setView('rehearse')}>
              Rehearse
            </button>
          </Hint>
          <Hint says="Large text that scrolls by the class’s clock">
            <a
              className="btn btn-quiet border-line"
              href={`/w/${id}/prompter`}
              onClick={(e) => {
                e.preventDefault();
                toPrompter();
              }}
            >
              Prompter
            </a>
          </Hint>
        </div>
        {view === 'page' ? (
          <ScriptPage worked={worked} shown={shown} />
        ) : (
          <CallSheet rows={worked.sheet} toLine={toLine} toSegment={toSegment} />
        )}
      </div>
      <aside
        aria-label="About the script"
        className="border-l bg-sheet/60 px-4 pt-3 pb-6 lg:sticky lg:top-0 lg:h-screen lg:overflow-y-auto"
        tabIndex={0}
      >
        <Tabs
          label="What is shown beside the script"
          chosen={side}
          onChoose={setSide}
          tabs={[
            { name: 'calls', word: 'Calls' },
            { name: 'bank', word: 'Cue bank' },
            { name: 'findings', word: 'Findings', count: alarms },
            { name: 'files', word: 'In and out' },
          ]}
        />
        <div className="pt-3">
          {side === 'calls' && <CallRulesPanel />}
          {side === 'bank' && <BankPanel />}
          {side === 'findings' && (
            <>
              <Marks go={toSegment} />
              <ScriptFindings findings={worked.findings} toLine={toLine} />
            </>
          )}
          {side === 'files' && <ScriptFiles />}
        </div>
      </aside>
    </div>
  );
}
