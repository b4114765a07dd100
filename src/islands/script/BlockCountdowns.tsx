import type { Block } from '../../core/plan/plan.ts';
import { type BlockCalls, COUNTDOWNS, type CallRules, type Countdown } from '../../core/script/cue.ts';

interface Props {
  readonly blocks: readonly Block[];
  readonly calls: CallRules;
  readonly setBlock: (id: string, next: BlockCalls) => void;
}

/** The countdown of single blocks, where it is another than their way has. */
export function BlockCountdowns({ blocks, calls, setBlock }: Props) {
  return (
    <details className="mt-2">
      <summary>Countdown of a block</summary>
      {blocks.map((b) => {
        const own = calls.blocks[b.id] ?? {};
        const { countdown: _c, ...noCountdown } = own;
        const { pace: _p, ...noPace } = own;
        return (
          <div key={b.id} className="grid grid-cols-[1fr_8rem_5.5rem] items-center gap-1.5 py-0.5">
            <span className="truncate">{b.name}</span>
            <select
              aria-label={`Countdown of ${b.name}`}
              className="field-box"
              value={own.countdown ?? ''}
              onChange={(e) =>
                setBlock(b.id, e.target.value === '' ? noCountdown : { ...own, countdown: e.target.value as Countdown })
              }
            >
              <option value="">as its way</option>
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
              onChange={(e) =>
                setBlock(
                  b.id,
                  e.target.value === '' ? noPace : { ...own, pace: e.target.value === 'beat' ? 'beat' : 'second' },
                )
              }
            >
              <option value="">as its way</option>
              <option value="second">seconds</option>
              <option value="beat">beat</option>
            </select>
          </div>
        );
      })}
    </details>
  );
}
