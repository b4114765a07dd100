import { useState } from 'react';
import { X } from 'lucide-react';
import type { CallRules, CallStyle } from '../../core/script/cue.ts';
import { ownStyle } from '../../core/script/ways-of-calling.ts';
import { IconButton } from '../../ui/IconButton.tsx';
import { useDerived } from '../workbench/workbench-context.tsx';
import { useBank } from './use-bank.ts';

interface Props {
  readonly calls: CallRules;
  readonly set: (label: string, next: Partial<CallRules>) => void;
}

/** Ways of calling that the studio keeps by name, for every class of that instructor. */
export function NamedWays({ calls, set }: Props) {
  const { bank, send, trouble } = useBank();
  const { instructor, language } = useDerived().plan;
  const [typed, setTyped] = useState<string | null>(null);
  const name = (typed ?? instructor).trim();
  const call = (way: string, { on, often, countdown, pace, countIn, words }: CallStyle) =>
    set(`Call like ${way}`, { way: 'own', forced: {}, on, often, countdown, pace, countIn, words });
  const keep = () => {
    const { on, often, countdown, pace, countIn, words } = ownStyle(calls, language);
    void send(`Keep the way of ${name}`, [
      { kind: 'way', name, style: { on, often, countdown, pace, countIn, words } },
    ]);
    setTyped(null);
  };
  if (bank.ways.length === 0 && calls.way !== 'own') return null;
  return (
    <div className="mt-4 border-t pt-2">
      <h3 className="text-[15px]">Ways that the studio keeps</h3>
      <ul>
        {bank.ways.map((way) => (
          <li key={way.name} className="flex items-center gap-1">
            <button className="btn btn-quiet flex-1 text-left" onClick={() => call(way.name, way.style)}>
              Call like {way.name}
            </button>
            <IconButton
              label={`Forget the way of ${way.name}`}
              onClick={() => void send(`Forget the way of ${way.name}`, [{ kind: 'way', name: way.name, style: null }])}
            >
              <X size={13} />
            </IconButton>
          </li>
        ))}
      </ul>
      {calls.way === 'own' && (
        <form
          className="mt-1 flex gap-1.5"
          onSubmit={(e) => {
            e.preventDefault();
            if (name !== '') keep();
          }}
        >
          <input
            aria-label="Name of this way of calling"
            className="field-box min-w-0 flex-1"
            maxLength={200}
            placeholder="whose way it is"
            value={typed ?? instructor}
            onChange={(e) => setTyped(e.target.value)}
          />
          <button type="submit" className="btn">
            Keep this way
          </button>
        </form>
      )}
      {trouble !== null && (
        <p role="alert" className="text-[13px] text-alarm">
          {trouble}
        </p>
      )}
    </div>
  );
}
