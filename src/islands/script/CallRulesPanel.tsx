import { COUNTDOWNS, type CallRules, type Countdown, DEFAULT_CALLS } from '../../core/script/cue.ts';
import { useDocument } from '../workbench/workbench-context.tsx';

const WORDS: Readonly<Record<keyof CallRules['on'], string>> = {
  name: 'Name of the move', side: 'Side', 'half-way': 'Half-way', ten: 'Ten seconds', 'next-up': 'Next up', rest: 'Rest',
};
const COUNTDOWN_WORDS: Readonly<Record<Countdown, string>> = {
  none: 'no countdown', '3-2-1': '3-2-1, change after the one', '4-3-2': '4-3-2, change where the one would be', '5-4-3-2-1': '5 to 1', '8-6-4-3-2-1': '8-6-4-3-2-1',
};

/** The calls the program writes by itself, in the instructor's own words. */
export function CallRulesPanel() {
  const { document: { script: { calls } }, change } = useDocument();
  const set = (label: string, next: Partial<CallRules>) => change(label, (d) => ({ ...d, script: { ...d.script, calls: { ...d.script.calls, ...next } } }));
  return (
    <aside aria-label="Calls" className="border-l bg-sheet/60 px-4 py-5 lg:sticky lg:top-0 lg:h-screen lg:overflow-y-auto">
      <h2 className="text-lg">Calls the program writes</h2>
      <p className="mt-0.5 mb-3 text-[13px] text-soft">In your words. <code>{'{move}'}</code> and <code>{'{side}'}</code> are put in. When room is short the less important give way; what gave way is listed in its segment.</p>
      <label className="mb-3 flex flex-col gap-1"><span className="label">Countdown</span>
        <select className="field-box" value={calls.countdown} onChange={(e) => set('countdown', { countdown: e.target.value as Countdown })}>
          {COUNTDOWNS.map((c) => <option key={c} value={c}>{COUNTDOWN_WORDS[c]}</option>)}
        </select>
      </label>
      {(Object.keys(WORDS) as (keyof CallRules['on'])[]).map((kind) => (
        <div key={kind} className="mb-2.5 grid grid-cols-[8.5rem_minmax(0,1fr)] items-center gap-2">
          <label className="flex items-center gap-2"><input type="checkbox" checked={calls.on[kind]} onChange={(e) => set(WORDS[kind], { on: { ...calls.on, [kind]: e.target.checked } })} />{WORDS[kind]}</label>
          <input aria-label={`Words: ${WORDS[kind]}`} className="field-box" value={calls.words[kind]} maxLength={500} disabled={!calls.on[kind]} onChange={(e) => set(`words: ${WORDS[kind]}`, { words: { ...calls.words, [kind]: e.target.value } })} />
        </div>
      ))}
      <button className="btn btn-quiet border-line" onClick={() => set('Calls as they were', DEFAULT_CALLS)}>As they were</button>
      <p className="mt-5 border-t pt-3 text-[13px] text-soft">Next up follows the break: with none it is said 8 s before the end, with a short one about 4 s before, with 15 s or more inside the break.</p>
    </aside>
  );
}
