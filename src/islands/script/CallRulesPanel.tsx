import { useState } from 'react';
import { isPlainBlock } from '../../core/plan/plan.ts';
import {
  type BlockCalls,
  COUNTDOWNS,
  type CallRules,
  type Countdown,
  DEFAULT_CALLS,
  PLACEHOLDERS,
  WORDED_CALLS,
  type WordedCall,
} from '../../core/script/cue.ts';
import { useChange, useWorkbench } from '../workbench/workbench-context.tsx';
import { SpeakerPanel } from './SpeakerPanel.tsx';

export const CALL_WORDS: Readonly<Record<WordedCall | 'countdown', string>> = {
  rest: 'Rest',
  water: 'Water',
  'next-up': 'Next up',
  round: 'Which round',
  equipment: 'Equipment',
  'set-up': 'Set-up',
  option: 'Option',
  caution: 'Caution',
  name: 'Name',
  side: 'Side',
  'last-one': 'Last one',
  'half-way': 'Half-way',
  ten: 'Ten seconds',
  countdown: 'Countdown',
};
const COUNTDOWN_WORDS: Readonly<Record<Countdown, string>> = {
  none: 'no countdown',
  '3-2-1': '3-2-1, change after the one',
  '4-3-2': '4-3-2, change where the one would be',
  '5-4-3-2-1': '5 to 1',
  '8-6-4-3-2-1': '8-6-4-3-2-1',
};

/** The calls the program writes by itself, in the instructor's own words; several wordings of a call are used in turn. */
export function CallRulesPanel() {
  // Only what it shows: a key typed into a line must not draw these forms again.
  const { workbench } = useWorkbench();
  const calls = workbench((s) => s.document.script.calls);
  const plan = workbench((s) => s.document.plan);
  const change = useChange();
  const set = (label: string, next: Partial<CallRules>) =>
    change(label, (d) => ({ ...d, script: { ...d.script, calls: { ...d.script.calls, ...next } } }));
  const setBlock = (id: string, next: BlockCalls) => {
    const { [id]: _, ...others } = calls.blocks;
    set('calls of a block', { blocks: Object.keys(next).length === 0 ? others : { ...others, [id]: next } });
  };
  return (
    <section aria-label="Calls">
      <h2 className="text-lg">Calls the program writes</h2>
      <p className="mt-0.5 mb-3 text-[13px] text-soft">
        In your words, a wording a line, used in turn. When room is short the less important give way; what gave way is
        listed in its segment.
      </p>
      <label className="mb-2 flex flex-col gap-1">
        <span className="label">Countdown</span>
        <select
          className="field-box"
          value={calls.countdown}
          onChange={(e) => set('countdown', { countdown: e.target.value as Countdown })}
        >
          {COUNTDOWNS.map((c) => (
            <option key={c} value={c}>
              {COUNTDOWN_WORDS[c]}
            </option>
          ))}
        </select>
      </label>
      <div className="mb-2 flex flex-wrap items-center gap-x-3 gap-y-1">
        <label className="flex items-center gap-1.5">
          <span className="label">numbers fall on</span>
          <select
            className="field-box"
            value={calls.pace}
            onChange={(e) => set('pace of the countdown', { pace: e.target.value === 'beat' ? 'beat' : 'second' })}
          >
            <option value="second">seconds</option>
            <option value="beat">the beat</option>
          </select>
        </label>
        {calls.pace === 'beat' && (
          <BeatField milliBpm={calls.milliBpm} onChange={(milliBpm) => set('tempo', { milliBpm })} />
        )}
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            checked={calls.countIn}
            onChange={(e) => set('count in', { countIn: e.target.checked })}
          />
          count breaks in, too
        </label>
      </div>
      {WORDED_CALLS.map((kind) => (
        <div key={kind} className="mb-1.5 grid grid-cols-[7.2rem_minmax(0,1fr)] items-start gap-2">
          <label className="flex items-center gap-2 pt-1">
            <input
              type="checkbox"
              checked={calls.on[kind]}
              onChange={(e) => set(CALL_WORDS[kind], { on: { ...calls.on, [kind]: e.target.checked } })}
            />
            {CALL_WORDS[kind]}
          </label>
          <textarea
            aria-label={`Words: ${CALL_WORDS[kind]}`}
            rows={1}
            className="field-box resize-none [field-sizing:content]"
            value={calls.words[kind].join('\n')}
            maxLength={3000}
            disabled={!calls.on[kind]}
            onChange={(e) =>
              set(`words: ${CALL_WORDS[kind]}`, {
                words: {
                  ...calls.words,
                  [kind]: e.target.value
                    .split('\n')
                    .slice(0, 12)
                    .map((w) => w.slice(0, 500)),
                },
              })
            }
          />
        </div>
      ))}
      <details className="mt-2 text-[13px]">
        <summary>What may be put in</summary>
        <dl className="grid grid-cols-[6.5rem_1fr]">
          {Object.entries(PLACEHOLDERS).map(([name, words]) => (
            <div key={name} className="contents">
              <dt>
                <code>{`{${name}}`}</code>
              </dt>
              <dd className="text-soft">{words}</dd>
            </div>
          ))}
        </dl>
      </details>
      <details className="mt-2">
        <summary>A block otherwise than the class</summary>
        {plan.blocks
          .filter((b) => !isPlainBlock(b.kind))
          .map((b) => {
            const own = calls.blocks[b.id] ?? {};
            return (
              <div key={b.id} className="grid grid-cols-[1fr_8rem_5.5rem] items-center gap-1.5 py-0.5">
                <span className="truncate">{b.name}</span>
                <select
                  aria-label={`Countdown of ${b.name}`}
                  className="field-box"
                  value={own.countdown ?? ''}
                  onChange={(e) => {
                    const { countdown: _, ...rest } = own;
                    setBlock(b.id, e.target.value === '' ? rest : { ...rest, countdown: e.target.value as Countdown });
                  }}
                >
                  <option value="">as the class</option>
                  {COUNTDOWNS.map((c) => (
                    <option key={c} value={c}>
                      {c}
                    </option>
                  ))}
                </select>
                <select
                  aria-label={`Pace of ${b.name}`}
                  className="field-box"
                  value={own.pace ?? ''}
                  onChange={(e) => {
                    const { pace: _, ...rest } = own;
                    setBlock(
                      b.id,
                      e.target.value === '' ? rest : { ...rest, pace: e.target.value === 'beat' ? 'beat' : 'second' },
                    );
                  }}
                >
                  <option value="">as the class</option>
                  <option value="second">seconds</option>
                  <option value="beat">beat</option>
                </select>
              </div>
            );
          })}
      </details>
      <button className="btn btn-quiet border-line mt-3" onClick={() => set('Calls as they were', DEFAULT_CALLS)}>
        All calls, plain words
      </button>
      <p className="mt-3 text-[13px] text-soft">
        Next up follows the break: with none it is said 8 s before the end, with a short one about 4 s before, with 15 s
        or more inside the break. Set-up, options and cautions come from the exercise library, before the move starts.
      </p>
      <SpeakerPanel />
    </section>
  );
}

function BeatField({
  milliBpm,
  onChange,
}: {
  readonly milliBpm: number | null;
  readonly onChange: (milliBpm: number | null) => void;
}) {
  const [text, setText] = useState(milliBpm === null ? '' : String(milliBpm / 1000));
  const bpm = Number(text.replace(',', '.'));
  const wrong = text !== '' && !(bpm >= 30 && bpm <= 300);
  return (
    <label className="flex items-center gap-1.5">
      <span className="label">at</span>
      <input
        className={`field-box w-16 text-right ${wrong ? 'border-alarm! text-alarm' : ''}`}
        inputMode="decimal"
        aria-label="Beats a minute"
        aria-invalid={wrong || undefined}
        title={wrong ? 'From 30 to 300 beats a minute' : 'Beats a minute; blocks counted to music have their own'}
        value={text}
        onChange={(e) => {
          setText(e.target.value);
          const n = Number(e.target.value.replace(',', '.'));
          if (e.target.value === '') onChange(null);
          else if (n >= 30 && n <= 300) onChange(Math.round(n * 1000));
        }}
      />
    </label>
  );
}
