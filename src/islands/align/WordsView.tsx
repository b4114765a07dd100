import clsx from 'clsx';
import { useEffect, useMemo, useState } from 'react';
import { type TranscriptChange, changeTranscript } from '../../core/transcript/edit-transcript.ts';
import { toProgramme, toTake } from '../../core/edit/shots.ts';
import { type TakeTime, ZERO, takeTime } from '../../core/time/micros.ts';
import { readTranscript } from '../../formats/transcript-reader.ts';
import { rewritten } from '../../formats/transcript-writer.ts';
import { type ListRow, LongList } from '../shared/LongList.tsx';
import { TimeField } from '../shared/TimeField.tsx';
import { usePlayhead } from '../shared/playhead.ts';
import { useDerived, useWorkbench } from '../workbench/workbench-context.tsx';

/** About how high a line is, pixels. */
const ABOUT_PX = 37;
const UNSURE = 0.6;

/**
 * The words of the take, changed in place beside the picture: what is said, when it begins, cut in two, joined. Every
 * change is saved with everything else of the workout, and one undo takes it back.
 */
export function WordsView() {
  const { take, inHand: produced, aligned, aligning } = useDerived();
  const { workbench } = useWorkbench();
  const kept = workbench((s) => s.takes.find((t) => t.take.id === take?.id)?.transcript ?? null);
  const text = kept?.text ?? null;
  const transcript = useMemo(() => (text === null ? null : readTranscript(text).value), [text]);
  // Changes where another line is said, not with each frame.
  const current = usePlayhead((s) => {
    const now = produced === null ? ZERO : toTake(s.at ?? ZERO, produced.programme.shots);
    return transcript === null ? -1 : transcript.cues.findLastIndex((c) => c.start <= now);
  });
  if (take === null || kept === null || transcript === null || produced === null) return null;
  const change = (what: TranscriptChange) => {
    const next = changeTranscript(transcript, what);
    if (next === transcript || next.cues.length === 0) return;
    workbench.getState().changeWords('Change the words', take.id, rewritten(kept, next, take.duration));
  };
  const seek = (time: TakeTime) => usePlayhead.getState().seek?.(toProgramme(time, produced.programme.shots));
  const segmentAt = (time: TakeTime) =>
    aligned?.alignment.segments.find((r) => r.recorded !== null && time >= r.recorded.start && time < r.recorded.end)
      ?.segment ?? null;
  const keyOf = (i: number) => `${i} ${transcript.cues[i]?.start}`;
  const rows = transcript.cues.map((cue, i): ListRow => ({
    key: keyOf(i),
    aboutPx: ABOUT_PX,
    draw: () => {
      const segment = segmentAt(cue.start);
      const new_ = i === 0 || segmentAt(transcript.cues[i - 1]?.start ?? cue.start)?.key !== segment?.key;
      return (
        <div
          className={clsx(
            'grid grid-cols-[6.2rem_minmax(0,1fr)] items-start gap-x-3 border-b py-[3px]',
            segment !== null && `kind-${segment.kind}`,
            i === current && 'bg-shade',
          )}
        >
          <TimeField
            label={`Line ${i + 1} begins at`}
            value={cue.start}
            digits={1}
            whenLeft
            onChange={(to) => change({ kind: 'start', cue: i, at: takeTime(to) })}
          />
          <div className="min-w-0">
            {new_ && segment !== null && (
              <span className="block border-l-[3px] border-(--k)! pl-2 text-[13px] text-soft">
                {segment.label}
                {segment.side === 'left' || segment.side === 'right' ? `, ${segment.side}` : ''}
              </span>
            )}
            <LineField
              text={cue.text}
              unsure={cue.words?.some((w) => (w.confidence ?? 1) < UNSURE) === true}
              label={`Line ${i + 1}`}
              onFocus={() => seek(cue.start)}
              onChange={(to) => change({ kind: 'text', cue: i, text: to })}
              onSplit={(word) => change({ kind: 'split', cue: i, word })}
              onJoin={() => i > 0 && change({ kind: 'join', cue: i - 1 })}
            />
          </div>
        </div>
      );
    },
  }));
  return (
    <section aria-label="Words">
      <div className="flex flex-wrap items-center gap-4 py-2 text-[13.5px] text-soft">
        <span>
          <span className="figures">{transcript.cues.length}</span> lines. Enter cuts a line where the cursor is;
          Backspace at its start joins it to the one before; an empty line goes.
        </span>
        {aligning && (
          <span className="ml-auto" role="status">
            Aligning again …
          </span>
        )}
      </div>
      <LongList label="Lines" rows={rows} shown={current < 0 ? null : keyOf(current)} />
    </section>
  );
}

interface LineProps {
  readonly text: string;
  readonly unsure: boolean;
  readonly label: string;
  readonly onFocus: () => void;
  readonly onChange: (text: string) => void;
  readonly onSplit: (word: number) => void;
  readonly onJoin: () => void;
}

function LineField({ text, unsure, label, onFocus, onChange, onSplit, onJoin }: LineProps) {
  const [typed, setTyped] = useState(text);
  useEffect(() => setTyped(text), [text]);
  return (
    <textarea
      rows={1}
      aria-label={label}
      className={clsx(
        'field field-sizing-content min-h-0 resize-none py-0 leading-snug',
        unsure && 'underline decoration-dotted decoration-(--color-alarm)',
      )}
      title={unsure ? 'Some of these words are unsure' : undefined}
      value={typed}
      onFocus={onFocus}
      onChange={(e) => setTyped(e.target.value.replace(/\n/g, ' '))}
      onBlur={() => onChange(typed)}
      onKeyDown={(e) => {
        const { selectionStart, selectionEnd } = e.currentTarget;
        if (e.key === 'Enter') {
          e.preventDefault();
          const before = typed.slice(0, selectionStart).trim();
          if (typed !== text) onChange(typed);
          else if (before !== '' && before !== typed.trim()) onSplit(before.split(/\s+/).length);
        } else if (e.key === 'Backspace' && selectionStart === 0 && selectionEnd === 0) {
          e.preventDefault();
          onJoin();
        } else if (e.key === 'Escape') {
          setTyped(text);
          e.currentTarget.blur();
        }
      }}
    />
  );
}
