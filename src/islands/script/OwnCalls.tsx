import { useState } from 'react';
import { WORDED_CALLS } from '../../core/language/call-kind.ts';
import { COUNTDOWNS, type CallRules, type Countdown, PLACEHOLDERS } from '../../core/script/cue.ts';
import { CALL_WORDS, COUNTDOWN_WORDS } from './call-words.ts';
import { Hint } from '../../ui/Hint.tsx';

interface Props {
  readonly calls: CallRules;
  readonly set: (label: string, next: Partial<CallRules>) => void;
}

const MOST_WORDINGS = 12;
const LONGEST_WORDING = 500;

/** The instructor's own way: which calls, how often, in which words. */
export function OwnCalls({ calls, set }: Props) {
  return (
    <>
      <label className="mb-2 flex flex-col gap-1">
        <span className="label">Countdown</span>
        <select
          aria-label="Countdown"
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
        <div key={kind} className="mb-2 grid grid-cols-[minmax(0,1fr)_4rem] items-center gap-x-2 gap-y-0.5">
          <label className="flex items-center gap-2">
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
            className="field-box order-last col-span-2 resize-none [field-sizing:content]"
            value={calls.words[kind].join('\n')}
            maxLength={3000}
            disabled={!calls.on[kind]}
            onChange={(e) =>
              set(`words: ${CALL_WORDS[kind]}`, {
                words: {
                  ...calls.words,
                  [kind]: e.target.value
                    .split('\n')
                    .slice(0, MOST_WORDINGS)
                    .map((w) => w.slice(0, LONGEST_WORDING)),
                },
              })
            }
          />
          <OftenField
            label={`${CALL_WORDS[kind]}: at most so many a minute`}
            value={calls.often[kind] ?? null}
            disabled={!calls.on[kind]}
            onChange={(often) => {
              const { [kind]: _, ...others } = calls.often;
              set(`how often: ${CALL_WORDS[kind]}`, { often: often === null ? others : { ...others, [kind]: often } });
            }}
          />
        </div>
      ))}
      <p className="text-[13px] text-soft">
        The figure at the right is how often a call comes, in calls a minute at most; empty: whenever there is occasion.
      </p>
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
    </>
  );
}

const MOST_A_MINUTE = 60;

interface OftenProps {
  readonly label: string;
  readonly value: number | null;
  readonly disabled: boolean;
  readonly onChange: (often: number | null) => void;
}

function OftenField({ label, value, disabled, onChange }: OftenProps) {
  const [text, setText] = useState(value === null ? '' : String(value));
  const often = Number(text.replace(',', '.'));
  const wrong = text !== '' && !(often >= 0 && often <= MOST_A_MINUTE);
  return (
    <Hint says={`From 0 to ${MOST_A_MINUTE} a minute`} open={wrong}>
      <input
        aria-label={label}
        aria-invalid={wrong || undefined}
        inputMode="decimal"
        placeholder="each"
        className={`field-box px-1! text-right ${wrong ? 'border-alarm! text-alarm' : ''}`}
        disabled={disabled}
        value={text}
        onChange={(e) => {
          setText(e.target.value);
          const n = Number(e.target.value.replace(',', '.'));
          if (e.target.value.trim() === '') onChange(null);
          else if (n >= 0 && n <= MOST_A_MINUTE) onChange(n);
        }}
      />
    </Hint>
  );
}
