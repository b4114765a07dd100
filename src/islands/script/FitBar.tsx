import type { Length } from '../../core/time/micros.ts';
import { writeSeconds } from '../../core/time/typed-time.ts';

/** Speech needed against speech there is. Where there is more to say than room, both are in alarm. */
export function FitBar({ needUs, haveUs }: { readonly needUs: Length; readonly haveUs: Length }) {
  const over = needUs > haveUs;
  return (
    <div className="text-[13px]" title="Speech needed, of speech there is room for">
      <div className="h-[7px] w-full bg-shade" aria-hidden="true">
        <div
          className={`h-full ${over ? 'bg-alarm' : 'bg-ink'}`}
          style={{ width: `${Math.min(100, haveUs === 0 ? 0 : (needUs / haveUs) * 100)}%` }}
        />
      </div>
      <span className={over ? 'font-semibold text-alarm' : 'text-soft'}>
        speech <span className="figures">{writeSeconds(needUs, 0)}</span> s
        <br />
        room <span className="figures">{writeSeconds(haveUs, 0)}</span> s
      </span>
    </div>
  );
}
