import { type TakeRole, isSoundOnly } from '../../core/sync/media-facts.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import type { TakeWithTranscript } from '../../contract/wire.ts';
import { useTakeActions } from './use-take-actions.ts';
import { TakeStrip } from './TakeStrip.tsx';
import { TakeWords } from './TakeWords.tsx';
import { WorkLine } from './WorkLine.tsx';
import { Hint } from '../../ui/Hint.tsx';

/** A part in a million is so many milliseconds in an hour. */
const MS_AN_HOUR = 3.6;

const ROLE_WORD: Readonly<Record<Exclude<TakeRole, 'pick-up' | 'picture'>, string>> = {
  take: 'A take of its own',
  camera: 'Another camera of',
  recorder: 'A recorder beside',
};

interface CardProps {
  readonly entry: TakeWithTranscript;
  readonly others: readonly TakeWithTranscript[];
  /** It is the take in hand: Align shows it. */
  readonly chosen: boolean;
  /** The programme is made from several takes, this one or not; null: it is made from the one in hand. */
  readonly joined: boolean | null;
  readonly choose: () => void;
  readonly reload: () => Promise<void>;
}

/** One recorded file: what it is, what was seen and heard in it, and its words. */
export function TakeCard({ entry, others, chosen, joined, choose, reload }: CardProps) {
  const { take, work } = entry;
  const sound = isSoundOnly(take);
  const fps = (take.rate.num / take.rate.den).toFixed(take.rate.den === 1 ? 0 : 2);
  const actions = useTakeActions(take.id, reload);
  return (
    <li className={`border-b py-4 ${take.ofTake === null ? '' : 'ml-8'}`}>
      <div className="flex flex-wrap items-baseline gap-x-5 gap-y-1">
        <h3 className="text-lg">{take.name}</h3>
        <span className="text-[13px] text-soft">
          <time>{writeTime(take.duration, 1)}</time>
          {sound ? (
            ' · sound alone'
          ) : (
            <>
              {' '}
              · {take.width}×{take.height} · <span className="figures">{fps}</span> frames a second · {take.videoCodec}
            </>
          )}
          , {take.audioCodec} · <span className="figures">{(take.file.bytes / 2 ** 20).toFixed(1)}</span> MiB
          {take.proxy !== null && ', and a light copy for the page'}
        </span>
        <span className="ml-auto">
          {joined === true && <strong className="mr-4">In the programme</strong>}
          {chosen ? (
            <strong className={joined === null ? '' : 'font-normal text-soft'}>
              {joined === null ? 'Used for the programme' : 'in hand'}
            </strong>
          ) : (
            take.ofTake === null &&
            !sound && (
              <button className="btn" onClick={choose}>
                {joined === null ? 'Use this take' : 'Take it in hand'}
              </button>
            )
          )}
          <Hint says="Delete this take; undo brings it back">
            <button className="btn btn-quiet ml-2" aria-label={`Delete ${take.name}`} onClick={actions.remove}>
              Delete
            </button>
          </Hint>
        </span>
      </div>
      <TakeStrip take={take} />
      <RoleLine entry={entry} others={others} chosen={chosen} setRole={actions.setRole} />
      {work
        .filter((w) => w.state !== 'done' || (w.message !== null && w.kind !== 'sync'))
        .map((w) => (
          <WorkLine key={w.kind} work={w} stop={() => actions.stop(w.kind)} again={() => actions.ask(w.kind)} />
        ))}
      <TakeWords entry={entry} chosen={chosen} reload={reload} hear={() => actions.ask('words')} />
      {actions.trouble !== null && (
        <p role="alert" className="mt-2 text-alarm">
          {actions.trouble}
        </p>
      )}
    </li>
  );
}

/** What a file is to the others, and how it lies to the take it belongs to. */
function RoleLine({
  entry: { take, work },
  others,
  chosen,
  setRole,
}: Pick<CardProps, 'entry' | 'others' | 'chosen'> & { readonly setRole: (role: TakeRole, of: string | null) => void }) {
  const hosts = others.map((o) => o.take).filter((t) => t.role === 'take' && t.id !== take.id);
  const isHost = others.some((o) => o.take.ofTake === take.id);
  if (hosts.length === 0 || chosen || isHost) return null;
  const says = work.find((w) => w.kind === 'sync' && w.state === 'done')?.message;
  const sound = isSoundOnly(take);
  return (
    <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1 text-[14px]">
      <label className="flex items-center gap-2">
        <span className="label">What it is</span>
        <select
          className="field-box"
          aria-label={`What ${take.name} is`}
          value={take.role === 'take' ? 'take' : `${take.role} ${take.ofTake ?? ''}`}
          onChange={(e) => {
            const [role, of] = e.target.value.split(' ') as [TakeRole, string | undefined];
            setRole(role, of ?? null);
          }}
        >
          <option value="take">{ROLE_WORD.take}</option>
          {hosts.flatMap((h) =>
            (sound ? (['recorder'] as const) : (['camera', 'recorder'] as const)).map((role) => (
              <option key={`${role} ${h.id}`} value={`${role} ${h.id}`}>
                {ROLE_WORD[role]} {h.name}
              </option>
            )),
          )}
        </select>
      </label>
      {take.lie !== null && (
        <span className="text-soft">
          begins <time>{Math.abs(take.lie.offsetUs / 1e6).toFixed(4)}</time> s{' '}
          {take.lie.offsetUs >= 0 ? 'before' : 'after'} the take · its clock{' '}
          {take.lie.driftPpm >= 0 ? 'gains' : 'loses'}{' '}
          <time>{(Math.abs(take.lie.driftPpm) * MS_AN_HOUR).toFixed(0)}</time> ms an hour
          {says !== undefined && ` · ${says}`}
        </span>
      )}
    </div>
  );
}
