import { useForm } from 'react-hook-form';
import { COUNTS_A_PHRASE } from '../../core/music/tempo-map.ts';
import { PRACTICE_STYLES, type PracticeStyle, practiceMap } from '../../core/music/practice.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import type { Library } from './use-tracks.ts';

const least = 50;
const most = 200;

/** What is typed; `to` empty: the tempo stays. */
interface Typed {
  readonly style: PracticeStyle;
  readonly from: string;
  readonly to: string;
  readonly phrases: string;
}

/** A plain beat of the program's own: free to use, at any tempo, rising too. */
export function PracticeForm({
  library,
  choose,
}: {
  readonly library: Library;
  readonly choose: (id: string) => void;
}) {
  const { register, handleSubmit, watch, formState } = useForm<Typed>({
    defaultValues: { style: 'straight', from: '128', to: '', phrases: '16' },
  });
  const { style, from, to, phrases } = watch();
  const number = (text: string) => Number(text.replace(',', '.'));
  const [a, b, n] = [number(from), to.trim() === '' ? number(from) : number(to), number(phrases)];
  const good = (bpm: number) => bpm >= least && bpm <= most;
  const beat = { style, fromMilliBpm: Math.round(a * 1000), toMilliBpm: Math.round(b * 1000), phrases: n };
  const right = good(a) && good(b) && Number.isInteger(n) && n >= 1 && n <= 60;
  const make = handleSubmit(async () => {
    const made = right ? await library.practice(beat) : null;
    if (made !== null) choose(made.id);
  });
  return (
    <form className="mt-6 border-t pt-3" onSubmit={(e) => void make(e)}>
      <h3 className="text-[15px]">Practice beat</h3>
      <p className="text-[13px] text-soft">
        Plain percussion that the program plays itself. It is yours; nobody need be asked.
      </p>
      <div className="mt-2 flex flex-wrap items-end gap-x-3 gap-y-2">
        <label className="label">
          style
          <select className="field-box block" {...register('style')}>
            {PRACTICE_STYLES.map((s) => (
              <option key={s}>{s}</option>
            ))}
          </select>
        </label>
        <label className="label">
          tempo
          <input className="field-box figures block w-16 text-right" inputMode="decimal" {...register('from')} />
        </label>
        <label className="label">
          rising to
          <input
            className="field-box figures block w-16 text-right"
            inputMode="decimal"
            placeholder="same"
            {...register('to')}
          />
        </label>
        <label className="label">
          phrases of {COUNTS_A_PHRASE}
          <input className="field-box figures block w-16 text-right" inputMode="numeric" {...register('phrases')} />
        </label>
        <button className="btn" disabled={!right || formState.isSubmitting}>
          {formState.isSubmitting ? 'Playing it …' : 'Make it'}
        </button>
      </div>
      <p className="mt-1 text-[13px] text-soft">
        {right ? (
          <>
            lasts <time>{writeTime(practiceMap(beat).duration, 0)}</time>
          </>
        ) : (
          `Tempos from ${least} to ${most}, 1 to 60 phrases.`
        )}
      </p>
    </form>
  );
}
