import { useState } from 'react';
import { isPlainBlock } from '../../core/plan/plan.ts';
import { type CallKind, WAYS_OF_CALLING } from '../../core/language/call-kind.ts';
import { type BlockCalls, type CallRules } from '../../core/script/cue.ts';
import { ownStyle, wayForBlock } from '../../core/script/ways-of-calling.ts';
import { styleOfWay } from '../../core/script/ways.ts';
import { useChange, useDerived, useWorkbench } from '../workbench/workbench-context.tsx';
import { BlockCountdowns } from './BlockCountdowns.tsx';
import { CALL_WORDS, WAY_WORDS } from './call-words.ts';
import { LearnCalls } from './LearnCalls.tsx';
import { NamedWays } from './NamedWays.tsx';
import { OwnCalls } from './OwnCalls.tsx';
import { SpeakerPanel } from './SpeakerPanel.tsx';
import { Hint } from '../../ui/Hint.tsx';

/** How the program calls the class: a way for all of it, for each block, or the instructor's own words. */
export function CallRulesPanel() {
  // Only what it shows: a key typed into a line must not draw these forms again.
  const { workbench } = useWorkbench();
  const { compiled } = useDerived();
  const calls = workbench((s) => s.document.script.calls);
  const blocks = workbench((s) => s.document.plan.blocks).filter((b) => !isPlainBlock(b.kind));
  const language = workbench((s) => s.document.plan.language);
  const change = useChange();
  const set = (label: string, next: Partial<CallRules>) =>
    change(label, (d) => ({ ...d, script: { ...d.script, calls: { ...d.script.calls, ...next } } }));
  const setBlock = (id: string, next: BlockCalls) => {
    const { [id]: _, ...others } = calls.blocks;
    set('calls of a block', { blocks: Object.keys(next).length === 0 ? others : { ...others, [id]: next } });
  };
  const suits = (id: string) => wayForBlock(compiled.segments.filter((s) => s.blockId === id));
  const makeOwn = () => {
    const { on, often, countdown, pace, countIn, words } =
      calls.way === 'by-block' ? styleOfWay(suits(blocks[0]?.id ?? ''), language) : ownStyle(calls, language);
    set('Calls of my own', { way: 'own', forced: {}, on, often, countdown, pace, countIn, words });
  };
  const forcedKinds = Object.keys(calls.forced) as CallKind[];
  return (
    <section aria-label="Calls">
      <h2 className="text-lg">How the class is called</h2>
      <label className="mt-2 flex flex-col gap-1">
        <span className="label">Way of calling</span>
        <select
          aria-label="Way of calling"
          className="field-box"
          value={calls.way}
          onChange={(e) => set('Way of calling', { way: e.target.value as CallRules['way'] })}
        >
          <option value="by-block">As suits each block</option>
          {WAYS_OF_CALLING.map((way) => (
            <option key={way} value={way}>
              {WAY_WORDS[way].name}
            </option>
          ))}
          <option value="own">My own words</option>
        </select>
      </label>
      {calls.way !== 'own' && calls.way !== 'by-block' && (
        <p className="mt-1 text-[13px] text-soft">{WAY_WORDS[calls.way].hears}</p>
      )}
      {blocks.length > 0 && (
        <ul className="mt-3">
          {blocks.map((b) => {
            const own = calls.blocks[b.id] ?? {};
            const way = own.way ?? (calls.way === 'by-block' ? suits(b.id) : calls.way);
            return (
              <li key={b.id} className="border-t py-1.5">
                <label className="flex items-center gap-2">
                  <span className="min-w-0 flex-1 truncate">{b.name}</span>
                  <select
                    aria-label={`Way of calling of ${b.name}`}
                    className="field-box w-48!"
                    value={own.way ?? ''}
                    onChange={(e) => {
                      const { way: _, ...rest } = own;
                      const chosen = e.target.value as NonNullable<BlockCalls['way']> | '';
                      setBlock(b.id, chosen === '' ? rest : { ...rest, way: chosen });
                    }}
                  >
                    <option value="">{calls.way === 'by-block' ? WAY_WORDS[suits(b.id)].name : 'as the class'}</option>
                    {WAYS_OF_CALLING.map((w) => (
                      <option key={w} value={w}>
                        {WAY_WORDS[w].name}
                      </option>
                    ))}
                    <option value="own">My own words</option>
                  </select>
                </label>
                {way !== 'own' && (calls.way === 'by-block' || own.way !== undefined) && (
                  <p className="text-[13px] text-soft">{WAY_WORDS[way].hears}</p>
                )}
              </li>
            );
          })}
        </ul>
      )}
      {blocks.length > 0 && <BlockCountdowns blocks={blocks} calls={calls} setBlock={setBlock} />}
      {forcedKinds.length > 0 && (
        <p className="mt-2 text-[13px]">
          {forcedKinds.map((k) => `${CALL_WORDS[k]}: ${calls.forced[k] ? 'each time' : 'never'}`).join(' · ')}{' '}
          <button className="underline" onClick={() => set('Calls as the way has them', { forced: {} })}>
            As the way has them
          </button>
        </p>
      )}
      <BeatField milliBpm={calls.milliBpm} onChange={(milliBpm) => set('tempo', { milliBpm })} />
      {calls.way === 'own' || Object.values(calls.blocks).some((b) => b.way === 'own') ? (
        <>
          <h3 className="mt-4 mb-2 text-[15px]">My own words</h3>
          <p className="mb-3 text-[13px] text-soft">
            A wording a line, used in turn. When room is short the less important are left out; each segment lists its
            own.
          </p>
          <OwnCalls calls={calls} set={set} />
        </>
      ) : (
        <button className="btn btn-quiet mt-3 border-line" onClick={makeOwn}>
          Begin my own from this
        </button>
      )}
      <NamedWays calls={calls} set={set} />
      <LearnCalls calls={calls} set={set} />
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
    <label className="mt-3 flex items-center gap-1.5">
      <span className="label">beats a minute, for counts on the beat</span>
      <Hint says={wrong ? 'From 30 to 300 beats a minute' : 'Blocks counted to music have their own'}>
        <input
          className={`field-box w-16 text-right ${wrong ? 'border-alarm! text-alarm' : ''}`}
          inputMode="decimal"
          aria-label="Beats a minute"
          aria-invalid={wrong || undefined}
          value={text}
          placeholder="none"
          onChange={(e) => {
            setText(e.target.value);
            const n = Number(e.target.value.replace(',', '.'));
            if (e.target.value === '') onChange(null);
            else if (n >= 30 && n <= 300) onChange(Math.round(n * 1000));
          }}
        />
      </Hint>
    </label>
  );
}
