import { useState } from 'react';
import { type CallHabit, learnCalls } from '../../core/logbook/learn-calls.ts';
import { isActive } from '../../core/plan/segment.ts';
import type { CallRules } from '../../core/script/cue.ts';
import { ownStyle } from '../../core/script/ways-of-calling.ts';
import { styleOfWay } from '../../core/script/ways.ts';
import { useDerived } from '../workbench/workbench-context.tsx';
import { CALL_WORDS } from './call-words.ts';

interface Props {
  readonly calls: CallRules;
  readonly set: (label: string, next: Partial<CallRules>) => void;
}

/** How the instructor called in the chosen take, to be looked at and taken over, or not. */
export function LearnCalls({ calls, set }: Props) {
  const { facts, compiled, plan } = useDerived();
  const [found, setFound] = useState<ReturnType<typeof learnCalls> | 'too little'>(null);
  if (facts === null) return null;
  const listen = () => {
    const labels = [...new Set(compiled.segments.filter(isActive).map((s) => s.label))];
    const base = calls.way === 'by-block' ? styleOfWay('explain', plan.language) : ownStyle(calls, plan.language);
    setFound(learnCalls(facts.transcript, facts.duration, labels, base) ?? 'too little');
  };
  const accept = () => {
    if (found === null || found === 'too little') return;
    const { on, often, countdown, pace, countIn, words } = found.style;
    set('Calls as in the take', { way: 'own', forced: {}, on, often, countdown, pace, countIn, words });
    setFound(null);
  };
  return (
    <div className="mt-2">
      <button className="btn btn-quiet border-line" onClick={listen}>
        As I call in the take …
      </button>
      {found === 'too little' && (
        <p role="status" className="mt-1 text-[13px]">
          Too little is said in this take to learn from.
        </p>
      )}
      {found !== null && found !== 'too little' && (
        <div role="status" className="mt-2 border-l-[3px] border-ink! bg-sheet px-3 py-2">
          <table className="w-full text-[13.5px]">
            <thead>
              <tr className="text-left text-soft">
                <th className="font-normal">In the take</th>
                <th className="text-right font-normal">times</th>
                <th className="text-right font-normal">a minute</th>
              </tr>
            </thead>
            <tbody>
              {found.habits.map((h) => (
                <Habit key={h.call} habit={h} />
              ))}
            </tbody>
          </table>
          <p className="mt-2 flex gap-1.5">
            <button className="btn btn-main" onClick={accept}>
              Call like this
            </button>
            <button className="btn btn-quiet" onClick={() => setFound(null)}>
              Leave it
            </button>
          </p>
        </div>
      )}
    </div>
  );
}

function Habit({ habit: { call, times, aMinute, words } }: { readonly habit: CallHabit }) {
  return (
    <tr className="border-t align-baseline">
      <td>
        {call === 'count-in' ? 'Count in' : CALL_WORDS[call]}
        {words.length > 0 && <span className="block text-[13px] text-soft">{words.join(' ')}</span>}
      </td>
      <td className="figures text-right">{times}</td>
      <td className="figures text-right">{aMinute.toFixed(2)}</td>
    </tr>
  );
}
