import { useMemo, useState } from 'react';
import { Plus, X } from 'lucide-react';
import { harvestLines } from '../../core/logbook/harvest-lines.ts';
import { isActive } from '../../core/plan/segment.ts';
import { type BankLine, linesOfMove, moveNames, withLine } from '../../core/script/cue-bank.ts';
import { freeCueId } from '../../core/script/cue.ts';
import { fromSeconds } from '../../core/time/micros.ts';
import { IconButton } from '../../ui/IconButton.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { useDerived, useDocument } from '../workbench/workbench-context.tsx';
import { SnippetFields } from './SnippetFields.tsx';
import { readBankLine, withCues } from './edit-script.ts';
import { useBank } from './use-bank.ts';

/** A line from the bank is said when the move has been named. */
const AFTER_THE_NAME = fromSeconds(5);

/** What the instructor says of each move, in their own words, whatever class it is in. */
export function BankPanel() {
  const { bank, send, trouble } = useBank();
  const { plan, compiled, facts, aligned } = useDerived();
  const { change } = useDocument();
  const [heard, setHeard] = useState<readonly BankLine[] | null>(null);
  const by = plan.instructor.trim();
  const moves = useMemo(() => moveNames(plan), [plan]);
  const put = (line: BankLine) =>
    change(`Put “${line.text}” into the script`, (d) => {
      const at = compiled.segments.find((s) => isActive(s) && s.label.toLowerCase() === line.move.toLowerCase());
      if (at === undefined) return d;
      const anchor = { kind: 'start', afterUs: AFTER_THE_NAME } as const;
      return withCues(d, (cues) => [
        ...cues,
        { id: freeCueId(cues), segmentKey: at.key, kind: line.kind, anchor, text: line.text },
      ]);
    });
  const listen = () => {
    if (facts === null || aligned === null) return;
    const lines = harvestLines(facts.transcript, facts.duration, aligned.alignment.segments, by);
    setHeard(lines.filter((l) => withLine(bank, l) !== bank));
  };
  return (
    <section aria-label="Cue bank">
      <p className="text-[13px] text-soft">
        Lines about a move in your own words. The calls take them before those of the library, here and in every other
        class.
      </p>
      {trouble !== null && <Notice alarm>{trouble}</Notice>}
      {facts !== null && aligned !== null && heard === null && (
        <button className="btn mt-2" onClick={listen}>
          What I said in the take …
        </button>
      )}
      {heard !== null && (
        <Heard
          lines={heard}
          keep={(lines) => {
            void send(
              `Keep ${lines.length} lines`,
              lines.map((line) => ({ kind: 'keep', line })),
            );
            setHeard(null);
          }}
          close={() => setHeard(null)}
        />
      )}
      <ul className="mt-3">
        {moves.map((move) => (
          <li key={move} className="border-t py-1.5">
            <h3 className="font-semibold">{move}</h3>
            <ul>
              {linesOfMove(bank, move, null, by).map((line) => (
                <li key={`${line.kind} ${line.text} ${line.by}`} className="flex items-baseline gap-1.5">
                  <span className="min-w-0 flex-1">
                    {line.text}{' '}
                    <span className="text-[13px] text-soft">
                      {line.kind.replace('-', ' ')}
                      {line.by === by || line.by === '' ? '' : ` · ${line.by}`}
                    </span>
                  </span>
                  <IconButton label={`Put “${line.text}” into the script`} onClick={() => put({ ...line, move })}>
                    <Plus size={13} />
                  </IconButton>
                  <IconButton
                    label={`Take “${line.text}” out of the bank`}
                    onClick={() => void send('Take a line out of the bank', [{ kind: 'drop', line }])}
                  >
                    <X size={13} />
                  </IconButton>
                </li>
              ))}
            </ul>
            <NewLine
              move={move}
              keep={(typed) => {
                const line = { ...readBankLine(typed), move, by };
                void send('Keep a line', [{ kind: 'keep', line }]);
              }}
            />
          </li>
        ))}
      </ul>
      <SnippetFields bank={bank} by={by} send={send} />
    </section>
  );
}

function NewLine({ move, keep }: { readonly move: string; readonly keep: (typed: string) => void }) {
  const [text, setText] = useState('');
  return (
    <input
      aria-label={`A line for ${move}`}
      placeholder="form: or breath: or option: …"
      className="field-box mt-0.5 w-full text-[13.5px]"
      maxLength={500}
      value={text}
      onChange={(e) => setText(e.target.value)}
      onKeyDown={(e) => {
        if (e.key !== 'Enter' || text.trim() === '') return;
        e.preventDefault();
        keep(text);
        setText('');
      }}
    />
  );
}

function Heard({
  lines,
  keep,
  close,
}: {
  readonly lines: readonly BankLine[];
  readonly keep: (lines: readonly BankLine[]) => void;
  readonly close: () => void;
}) {
  const [left, setLeft] = useState<ReadonlySet<BankLine>>(new Set());
  const chosen = lines.filter((l) => !left.has(l));
  const toggle = (line: BankLine) => {
    const next = new Set(left);
    if (!next.delete(line)) next.add(line);
    setLeft(next);
  };
  return (
    <div role="status" className="mt-2 border-l-[3px] border-ink! bg-sheet px-3 py-2">
      {lines.length === 0 ? (
        <p>Nothing new was said of a move in this take.</p>
      ) : (
        <ul className="max-h-80 overflow-y-auto">
          {lines.map((line) => (
            <li key={`${line.move} ${line.text}`}>
              <label className="flex items-baseline gap-2">
                <input type="checkbox" checked={!left.has(line)} onChange={() => toggle(line)} />
                <span>
                  {line.text}{' '}
                  <span className="text-[13px] text-soft">
                    {line.move} · {line.kind}
                  </span>
                </span>
              </label>
            </li>
          ))}
        </ul>
      )}
      <p className="mt-2 flex gap-1.5">
        {chosen.length > 0 && (
          <button className="btn btn-main" onClick={() => keep(chosen)}>
            Keep {chosen.length === 1 ? 'this line' : `${chosen.length} lines`}
          </button>
        )}
        <button className="btn btn-quiet" onClick={close}>
          {lines.length === 0 ? 'Close' : 'Leave them'}
        </button>
      </p>
    </div>
  );
}
