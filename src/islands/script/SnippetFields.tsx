import { ZERO, fromSeconds, wholeLength } from '../../core/time/micros.ts';
import { useMemo, useState } from 'react';
import { balanceOf, equipmentNames } from '../../core/plan/balance.ts';
import type { Segment } from '../../core/plan/segment.ts';
import {
  type BankChange,
  type CueBank,
  SNIPPET_FACTS,
  SNIPPET_KINDS,
  type SnippetKind,
  fillSnippet,
  moveNames,
  snippetOf,
} from '../../core/script/cue-bank.ts';
import { type Cue, freeCueId } from '../../core/script/cue.ts';
import { useDerived, useDocument, useStudio } from '../workbench/workbench-context.tsx';
import { withCues } from './edit-script.ts';

interface Props {
  readonly bank: CueBank;
  /** Whose words they are. */
  readonly by: string;
  readonly send: (label: string, changes: readonly BankChange[]) => Promise<void>;
}

/** What is said in every class: written once with its facts in braces, put in with those of this class. */
export function SnippetFields({ bank, by, send }: Props) {
  const { plan, compiled } = useDerived();
  const { book } = useStudio();
  const { change } = useDocument();
  const facts = useMemo(
    () => ({
      ...{
        title: plan.title,
        instructor: plan.instructor,
        length: wholeLength(compiled.total),
        moves: moveNames(plan).length,
      },
      equipment: equipmentNames(balanceOf(plan, compiled.segments, book), plan.language),
    }),
    [plan, compiled, book],
  );
  const put = (kind: SnippetKind, text: string) =>
    change(`Put the ${kind} into the script`, (d) => {
      const at = placeOf(kind, compiled.segments);
      if (at === undefined) return d;
      return withCues(d, (cues) => {
        const last = cues.findLast((c) => c.segmentKey === at.key);
        const anchor: Cue['anchor'] =
          last === undefined
            ? { kind: 'start', afterUs: ZERO }
            : { kind: 'after', cueId: last.id, gapUs: fromSeconds(0.5) };
        return [...cues, { id: freeCueId(cues), segmentKey: at.key, kind: 'talk', anchor, text }];
      });
    });
  return (
    <div className="mt-4 border-t-2 pt-3">
      <h3 className="font-semibold">In every class</h3>
      <p className="text-[13px] text-soft">Filled in from the plan: {SNIPPET_FACTS.map((f) => `{${f}}`).join(' ')}</p>
      {SNIPPET_KINDS.map((kind) => (
        <SnippetField
          key={kind}
          kind={kind}
          text={snippetOf(bank, kind, by)?.text ?? ''}
          fill={(text) => fillSnippet(text, facts, plan.language)}
          keep={(text) => void send(`Keep the ${kind}`, [{ kind: 'snippet', snippet: { kind, text, by } }])}
          put={placeOf(kind, compiled.segments) === undefined ? null : (text) => put(kind, text)}
        />
      ))}
    </div>
  );
}

/** Opening and disclaimer stand in the first talk of the class, closing and next class in the last. */
function placeOf(kind: SnippetKind, segments: readonly Segment[]): Segment | undefined {
  const early = kind === 'opening' || kind === 'disclaimer';
  const talk = (s: Segment) => s.kind === 'talk';
  return early ? (segments.find(talk) ?? segments[0]) : (segments.findLast(talk) ?? segments.at(-1));
}

interface FieldProps {
  readonly kind: SnippetKind;
  readonly text: string;
  readonly fill: (text: string) => string;
  readonly keep: (text: string) => void;
  /** null: the class has no place for it. */
  readonly put: ((text: string) => void) | null;
}

function SnippetField({ kind, text, fill, keep, put }: FieldProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const now = typed ?? text;
  return (
    <div className="mt-2">
      <label className="flex flex-col gap-0.5">
        <span className="label">{kind}</span>
        <textarea
          rows={2}
          className="field-box resize-none [field-sizing:content]"
          maxLength={500}
          value={now}
          onChange={(e) => setTyped(e.target.value)}
          onBlur={() => {
            if (typed !== null && typed.trim() !== text) keep(typed);
            setTyped(null);
          }}
        />
      </label>
      {now.trim() !== '' && (
        <p className="mt-0.5 flex items-baseline gap-2 text-[13px] text-soft">
          <span className="min-w-0 flex-1 italic">{fill(now)}</span>
          {put !== null && (
            <button className="btn btn-quiet border-line" onClick={() => put(fill(now))}>
              Put in
            </button>
          )}
        </p>
      )}
    </div>
  );
}
