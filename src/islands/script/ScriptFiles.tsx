import { addressOf } from '../shared/call.ts';
import { useRef, useState } from 'react';
import { Download } from 'lucide-react';
import type { ReadProblem } from '../../formats/problem.ts';
import { readScript } from '../../formats/script/script-reader.ts';
import { Notice } from '../../ui/Notice.tsx';
import { useDerived, useDocument, useWorkbench } from '../workbench/workbench-context.tsx';
import { bringInCues } from './bring-in.ts';
import { ScratchTrack } from './ScratchTrack.tsx';

const FILES = [
  ['txt', 'Plain text'],
  ['csv', 'Table, CSV'],
  ['vtt', 'Planned lines, WebVTT'],
  ['pdf', 'To print, PDF'],
] as const;

/** The script as files, and lines from files. */
export function ScriptFiles() {
  const { workbench } = useWorkbench();
  const {
    compiled: { segments },
  } = useDerived();
  const {
    document: { script },
    change,
  } = useDocument();
  const id = workbench((s) => s.id);
  const file = useRef<HTMLInputElement>(null);
  const [pasted, setPasted] = useState('');
  const [replace, setReplace] = useState(false);
  const [said, setSaid] = useState<{ text: string; problems: readonly ReadProblem[] } | null>(null);
  const fetchFile = async (format: string) => {
    await workbench.flush();
    window.open(addressOf('scriptFile', { id, format }), format === 'pdf' ? '_blank' : '_self');
  };
  const bringIn = (text: string) => {
    const { value, problems } = readScript(text, segments);
    if (value.length > 0)
      change('Bring in lines', (d) => ({
        ...d,
        script: { ...d.script, cues: bringInCues(replace ? [] : d.script.cues, value) },
      }));
    setSaid({
      text:
        value.length === 0
          ? 'No line was found for this class. Nothing was changed.'
          : `${value.length} ${value.length === 1 ? 'line' : 'lines'} ` +
            `brought in${replace ? ` in place of ${script.cues.length}` : ''}. Undo takes them back.`,
      problems,
    });
    if (value.length > 0) setPasted('');
  };
  return (
    <section aria-label="In and out" className="flex flex-col gap-5">
      <div>
        <h2 className="text-lg">Out</h2>
        <ul>
          {FILES.map(([format, words]) => (
            <li key={format} className="border-b">
              <button
                className="flex w-full items-center justify-between py-1.5 text-left hover:bg-shade"
                onClick={() => void fetchFile(format)}
              >
                {words}
                <Download size={14} aria-hidden="true" />
              </button>
            </li>
          ))}
        </ul>
      </div>
      <ScratchTrack />
      <div>
        <h2 className="text-lg">In</h2>
        <p className="text-[13px] text-soft">
          Text with a heading for each segment (<code>## Squat</code>) and a line for each line, a CSV with the lines in
          a column <code>line</code>, or WebVTT and SRT on the class’s clock.
        </p>
        <textarea
          aria-label="Lines to bring in"
          rows={6}
          className="field-box mt-2 w-full font-mono text-[13px]"
          value={pasted}
          placeholder={'## Squat\nSit back, chest open.\n[half] time-call: Half-way.\n[-10] Ten more seconds.'}
          onChange={(e) => setPasted(e.target.value)}
        />
        <label className="mt-1 flex items-center gap-1.5">
          <input type="checkbox" checked={replace} onChange={(e) => setReplace(e.target.checked)} />
          in place of all written lines
        </label>
        <div className="mt-2 flex gap-1.5">
          <button className="btn" disabled={pasted.trim() === ''} onClick={() => bringIn(pasted)}>
            Bring in
          </button>
          <button className="btn btn-quiet border-line" onClick={() => file.current?.click()}>
            From a file
          </button>
          <input
            ref={file}
            type="file"
            accept=".txt,.md,.csv,.vtt,.srt,text/plain,text/csv,text/vtt"
            className="hidden"
            aria-label="File of lines"
            onChange={(e) => {
              const chosen = e.target.files?.[0];
              if (chosen !== undefined) void chosen.text().then(bringIn);
              e.target.value = '';
            }}
          />
        </div>
        {said !== null && (
          <div className="mt-2">
            <Notice alarm={said.problems.length > 0}>
              {said.text}
              {said.problems.length > 0 && (
                <ul className="mt-1 list-disc pl-5">
                  {said.problems.slice(0, 8).map((p, i) => (
                    <li key={i}>
                      {p.line > 0 && (
                        <>
                          line <span className="figures">{p.line}</span>:{' '}
                        </>
                      )}
                      {p.message}
                    </li>
                  ))}
                </ul>
              )}
            </Notice>
          </div>
        )}
      </div>
    </section>
  );
}
