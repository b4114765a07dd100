import { X } from 'lucide-react';
import { type Anchor, CUE_KINDS, type Cue, type CueKind } from '../../core/script/cue.ts';
import { type Micros, fromSeconds } from '../../core/time/micros.ts';
import { writeSeconds } from '../../core/time/typed-time.ts';
import { TimeField } from '../shared/TimeField.tsx';
import { useDocument } from '../workbench/workbench-context.tsx';
import { IconButton } from '../../ui/IconButton.tsx';

interface Props {
  readonly cue: Cue;
  /** Where it stands, in words; empty where it has no place. */
  readonly at: string;
  /** By how much it does not fit; null where it does. */
  readonly missingUs: Micros | null;
  readonly addAfter: () => void;
}

/** One written line. Enter makes the next; Backspace in an empty line deletes it. */
export function CueLine({ cue, at, missingUs, addAfter }: Props) {
  const { change } = useDocument();
  const set = (label: string, next: Partial<Cue>) => change(label, (d) => ({ ...d, script: { ...d.script, cues: d.script.cues.map((c) => (c.id === cue.id ? { ...c, ...next } : c)) } }));
  const remove = () => change('Delete the line', (d) => ({ ...d, script: { ...d.script, cues: d.script.cues.filter((c) => c.id !== cue.id) } }));
  const anchorUs = cue.anchor.kind === 'start' ? cue.anchor.afterUs : cue.anchor.kind === 'end' ? cue.anchor.beforeUs : null;
  const choose = (kind: string): Anchor => {
    switch (kind) {
      case 'end': return { kind: 'end', beforeUs: anchorUs ?? fromSeconds(10) };
      case 'half': return { kind: 'half' };
      case 'free': return { kind: 'free' };
      default: return { kind: 'start', afterUs: anchorUs ?? fromSeconds(0) };
    }
  };
  return (
    <li className="group py-[1px]">
      <div className="flex items-baseline gap-2">
        <span className={`figures w-12 shrink-0 text-right ${missingUs === null ? '' : 'text-alarm'}`}>{missingUs === null ? at : '!'}</span>
        <textarea
          id={`cue-${cue.id}`} aria-label="Line" rows={1} className={`field min-w-0 flex-1 resize-none [field-sizing:content] ${missingUs === null ? '' : 'text-alarm underline decoration-dashed'}`} value={cue.text} maxLength={2000} placeholder="What is said"
          onChange={(e) => set('line', { text: e.target.value.replace(/\n/g, ' ') })}
          onKeyDown={(e) => {
            if (e.key === 'Enter') { e.preventDefault(); addAfter(); }
            if (e.key === 'Backspace' && cue.text === '') { e.preventDefault(); remove(); }
          }}
        />
        <span className="flex shrink-0 items-center gap-1 text-[12.5px]">
          <select aria-label="Kind of line" className="field w-auto! max-sm:hidden" value={cue.kind} onChange={(e) => set('kind of line', { kind: e.target.value as CueKind })}>
            {CUE_KINDS.map((kind) => <option key={kind}>{kind}</option>)}
          </select>
          <select aria-label="Anchor" className="field w-auto!" value={cue.anchor.kind} onChange={(e) => set('anchor', { anchor: choose(e.target.value) })}>
            <option value="start">after start</option>
            <option value="half">at half</option>
            <option value="end">before end</option>
            <option value="free">free</option>
          </select>
          {anchorUs !== null && (
            <TimeField label="Seconds from the anchor" value={anchorUs} className="w-14" onChange={(us) => set('anchor', { anchor: cue.anchor.kind === 'end' ? { kind: 'end', beforeUs: us } : { kind: 'start', afterUs: us } })} />
          )}
          <IconButton label="Delete the line" onClick={remove}><X size={13} /></IconButton>
        </span>
      </div>
      {missingUs !== null && cue.text !== '' && <p className="ml-14 text-[13px] text-alarm">Does not fit: <span className="figures">{writeSeconds(missingUs)}</span> s too long for the room there is.</p>}
    </li>
  );
}
