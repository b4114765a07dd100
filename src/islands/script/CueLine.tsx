import clsx from 'clsx';
import { memo } from 'react';
import { BookmarkCheck, BookmarkPlus, X } from 'lucide-react';
import { CUE_KINDS, type Cue, type CueKind } from '../../core/script/cue.ts';
import type { Length } from '../../core/time/micros.ts';
import { writeSeconds } from '../../core/time/typed-time.ts';
import { IconButton } from '../../ui/IconButton.tsx';
import { TimeField } from '../shared/TimeField.tsx';
import { BANK_KINDS, withLine } from '../../core/script/cue-bank.ts';
import { useChange, useWorkbench } from '../workbench/workbench-context.tsx';
import { chooseAnchor, readTyped, removeCue, withCues } from './edit-script.ts';
import { moveBetweenLines } from './line-keys.ts';
import { useBank } from './use-bank.ts';
import { NumberField } from '../../ui/NumberField.tsx';

interface Props {
  readonly cue: Cue;
  /** The line before in the same segment, which `after` follows. */
  readonly previousId: string | null;
  /** The move that it is about; null: it is said between moves. */
  readonly move: string | null;
  /** Where it stands, in words; empty while it is being placed. */
  readonly at: string;
  /** By how much it does not fit; null where it does. */
  readonly missingUs: Length | null;
  /** What was found about it. */
  readonly wrong: string | null;
  readonly addAfter: (cue: Cue) => void;
}

/** One written line. Enter makes the next, Backspace in an empty line deletes it, arrows go from line to line. */
export const CueLine = memo(function CueLine({ cue, previousId, move, at, missingUs, wrong, addAfter }: Props) {
  const change = useChange();
  const set = (label: string, next: Partial<Omit<Cue, 'id'>>) =>
    change(label, (d) => withCues(d, (cues) => cues.map((c) => (c.id === cue.id ? { ...c, ...next } : c))));
  const remove = () => change('Delete the line', (d) => withCues(d, (cues) => removeCue(cues, cue.id)));
  const { anchor } = cue;
  const anchorUs =
    anchor.kind === 'start'
      ? anchor.afterUs
      : anchor.kind === 'end'
        ? anchor.beforeUs
        : anchor.kind === 'after'
          ? anchor.gapUs
          : null;
  const bad = missingUs !== null || wrong !== null;
  return (
    <li className="group py-[1px]">
      <div className="flex items-baseline gap-2">
        <span className={`figures w-12 shrink-0 text-right ${missingUs === null ? '' : 'text-alarm'}`}>
          {missingUs === null ? at : '!'}
        </span>
        <textarea
          id={`cue-${cue.id}`}
          data-line
          dir="auto"
          aria-label="Line"
          rows={1}
          value={cue.text}
          maxLength={2000}
          placeholder="What is said, or form: … or [half] …"
          className={clsx(
            'field min-w-0 flex-1 resize-none [field-sizing:content]',
            bad && 'text-alarm underline decoration-dashed',
            cue.voice === 'over' && 'italic',
          )}
          onChange={(e) => set('line', readTyped(cue, e.target.value, previousId))}
          onKeyDown={(e) => {
            if (e.key === 'Enter') {
              e.preventDefault();
              addAfter(cue);
            } else if (e.key === 'Backspace' && cue.text === '') {
              e.preventDefault();
              moveBetweenLines(e.currentTarget, -1);
              remove();
            } else if (
              (e.key === 'ArrowUp' || e.key === 'ArrowDown') &&
              !e.shiftKey &&
              moveBetweenLines(e.currentTarget, e.key === 'ArrowUp' ? -1 : 1)
            )
              e.preventDefault();
          }}
        />
        <span className="shrink-0 text-right text-[13px] text-soft max-sm:hidden" aria-hidden="true">
          {cue.kind.replace('-', ' ')} · {anchorWords(anchor)}
          {cue.voice === 'over' ? ' · voice-over' : ''}
          {cue.who === undefined ? '' : ` · ${cue.who}`}
        </span>
      </div>
      {/* The settings of a line are there while it is worked on; a page of them would leave no room for words. */}
      <div className="ml-14 hidden flex-wrap items-center gap-1 pb-1 text-[13px] group-focus-within:flex">
        <select
          aria-label="Kind of line"
          className="field w-auto!"
          value={cue.kind}
          onChange={(e) => set('kind of line', { kind: e.target.value as CueKind })}
        >
          {CUE_KINDS.map((kind) => (
            <option key={kind} value={kind}>
              {kind.replace('-', ' ')}
            </option>
          ))}
        </select>
        <select
          aria-label="Anchor"
          className="field w-auto!"
          value={anchor.kind}
          onChange={(e) => set('anchor', { anchor: chooseAnchor(cue, e.target.value, previousId) })}
        >
          <option value="start">after start</option>
          <option value="half">at half</option>
          <option value="end">before end</option>
          <option value="count">on count</option>
          {(previousId !== null || anchor.kind === 'after') && <option value="after">after the last</option>}
          <option value="free">free</option>
        </select>
        {anchorUs !== null && (
          <TimeField
            label="Seconds from the anchor"
            value={anchorUs}
            className="w-14"
            onChange={(us) =>
              set('anchor', {
                anchor:
                  anchor.kind === 'end'
                    ? { kind: 'end', beforeUs: us }
                    : anchor.kind === 'after'
                      ? { ...anchor, gapUs: us }
                      : { kind: 'start', afterUs: us },
              })
            }
          />
        )}
        {anchor.kind === 'count' && (
          <NumberField
            aria-label="Count of the music"
            least={1}
            most={9999}
            value={anchor.count}
            className="field w-14! text-right"
            onChange={(count) => set('anchor', { anchor: { kind: 'count', count } })}
          />
        )}
        <select
          aria-label="Voice"
          className="field w-auto!"
          value={cue.voice ?? 'camera'}
          onChange={(e) => {
            const { voice: _, ...rest } = cue;
            change('voice', (d) =>
              withCues(d, (cues) =>
                cues.map((c) =>
                  c.id === cue.id ? (e.target.value === 'over' ? { ...rest, voice: 'over' as const } : rest) : c,
                ),
              ),
            );
          }}
        >
          <option value="camera">on camera</option>
          <option value="over">voice-over</option>
        </select>
        <input
          aria-label="Who says it"
          title="Who says it; empty: the instructor"
          placeholder="instructor"
          className="field w-24!"
          maxLength={200}
          value={cue.who ?? ''}
          onChange={(e) => {
            const { who: _, ...rest } = cue;
            const who = e.target.value;
            change('who says it', (d) =>
              withCues(d, (cues) => cues.map((c) => (c.id === cue.id ? (who === '' ? rest : { ...rest, who }) : c))),
            );
          }}
        />
        {move !== null && cue.text.trim() !== '' && <KeepInBank cue={cue} move={move} />}
        <IconButton label="Delete the line" onClick={remove}>
          <X size={13} />
        </IconButton>
      </div>
      {missingUs !== null && cue.text !== '' && (
        <p className="ml-14 text-[13px] text-alarm">
          Does not fit: <span className="figures">{writeSeconds(missingUs)}</span> s too long for the room there is.
        </p>
      )}
      {wrong !== null && missingUs === null && <p className="ml-14 text-[13px] text-alarm">{wrong}</p>}
    </li>
  );
});

/** Keeps a written line in the studio's cue bank, for this move in every class. */
function KeepInBank({ cue, move }: { readonly cue: Cue; readonly move: string }) {
  const { bank, send } = useBank();
  const { workbench } = useWorkbench();
  const kind = BANK_KINDS.find((k) => k === cue.kind);
  if (kind === undefined) return null;
  const by = cue.who ?? workbench.getState().document.plan.instructor.trim();
  const line = { move, kind, text: cue.text, by };
  const kept = withLine(bank, line) === bank;
  // The same button for both: one that went away would take the focus with it, and the line's settings.
  return (
    <IconButton
      label={kept ? 'Take this line out of the cue bank' : 'Keep this line in the cue bank'}
      onClick={() =>
        void send(kept ? 'Take a line out of the bank' : 'Keep a line', [{ kind: kept ? 'drop' : 'keep', line }])
      }
    >
      {kept ? <BookmarkCheck size={13} /> : <BookmarkPlus size={13} />}
    </IconButton>
  );
}

function anchorWords(anchor: Cue['anchor']): string {
  switch (anchor.kind) {
    case 'start':
      return `start +${writeSeconds(anchor.afterUs)}`;
    case 'end':
      return `end −${writeSeconds(anchor.beforeUs)}`;
    case 'half':
      return 'half';
    case 'count':
      return `count ${anchor.count}`;
    case 'after':
      return `then +${writeSeconds(anchor.gapUs)}`;
    case 'free':
      return 'free';
  }
}
