import clsx from 'clsx';
import { useEffect, useMemo, useState } from 'react';
import { type Comparison, type Difference, comparePlans } from '../../core/plan/compare.ts';
import type { VersionOfPage as Version } from '../../contract/wire.ts';
import type { WorkoutDocument } from '../../core/workout/document.ts';
import { type Micros, micros } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { ApiError } from '../shared/api.ts';
import { call } from '../shared/call.ts';
import { useDocument, useWorkbench } from '../workbench/workbench-context.tsx';

/** Named versions of the workout: keep one, see what has changed since, bring an earlier one back. */
export function VersionsDialog({ onClose }: { readonly onClose: () => void }) {
  const { workbench } = useWorkbench();
  const { document, change } = useDocument();
  const id = workbench((s) => s.id);
  const [versions, setVersions] = useState<readonly Version[] | null>(null);
  const [name, setName] = useState('');
  const [trouble, setTrouble] = useState<string | null>(null);
  const [shown, setShown] = useState<{ version: Version; document: WorkoutDocument } | null>(null);
  /** What it is compared with; null: the workout as it is now. */
  const [against, setAgainst] = useState<{ version: Version; document: WorkoutDocument } | null>(null);
  const attempt = async (work: () => Promise<void>) => {
    try {
      setTrouble(null);
      await work();
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      setTrouble(error.message);
    }
  };
  const load = () => attempt(async () => setVersions(await call('versions', { id })));
  useEffect(() => {
    void load();
  }, []);
  const keep = () =>
    attempt(async () => {
      await workbench.flush();
      await call('nameVersion', { id }, { body: { name } });
      setName('');
      await load();
    });
  const fetchVersion = async (version: Version) => ({
    version,
    document: await call('documentAt', { id, revision: version.revision }),
  });
  const look = (version: Version) => attempt(async () => setShown(await fetchVersion(version)));
  const compareWith = (version: Version | undefined) =>
    attempt(async () => setAgainst(version === undefined ? null : await fetchVersion(version)));
  const forget = (version: Version) =>
    attempt(async () => {
      await call('forgetVersion', { id, version: version.id });
      if (shown?.version.id === version.id) setShown(null);
      await load();
    });
  const bringBack = () => {
    if (shown === null) return;
    change(`Bring back “${shown.version.name}”`, (d) => ({
      ...d,
      plan: shown.document.plan,
      script: shown.document.script,
    }));
    onClose();
  };
  const comparison = useMemo(
    () => (shown === null ? null : comparePlans(shown.document.plan, against?.document.plan ?? document.plan)),
    [shown, against, document.plan],
  );
  return (
    <Dialog title="Versions" onClose={onClose} wide>
      <form
        className="flex items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          void keep();
        }}
      >
        <label className="flex flex-1 flex-col">
          <span className="label">Keep the workout as it is now under a name</span>
          <input
            autoFocus
            required
            className="field-box"
            maxLength={120}
            value={name}
            placeholder="before the first filming day"
            onChange={(e) => setName(e.target.value)}
          />
        </label>
        <button type="submit" className="btn btn-main">
          Keep
        </button>
      </form>
      {trouble !== null && (
        <div className="mt-2">
          <Notice alarm>{trouble}</Notice>
        </div>
      )}
      {versions === null ? (
        <p className="mt-4 text-soft">Opening …</p>
      ) : versions.length === 0 ? (
        <p className="mt-4 text-soft">
          No version has a name yet. Every change is in the history anyway; a name makes it easy to find.
        </p>
      ) : (
        <ul className="mt-4">
          {versions.map((v) => (
            <li key={v.id} className="flex items-baseline gap-3 border-b py-1">
              <button
                className={clsx(
                  'flex-1 text-left underline-offset-4 hover:underline',
                  shown?.version.id === v.id && 'font-bold',
                )}
                onClick={() => void look(v)}
              >
                {v.name}
              </button>
              <span className="figures text-soft">revision {v.revision}</span>
              <span className="text-soft">
                <time>{v.madeAt.slice(0, 16).replace('T', ' ')}</time>
                {v.by !== null && ` · ${v.by}`}
              </span>
              <button className="btn btn-quiet" onClick={() => void forget(v)}>
                Forget the name
              </button>
            </li>
          ))}
        </ul>
      )}
      {shown !== null && comparison !== null && (
        <>
          <label className="mt-4 flex items-center gap-2">
            <span className="label">“{shown.version.name}” compared with</span>
            <select
              className="field-box"
              value={against?.version.id ?? ''}
              onChange={(e) => void compareWith(versions?.find((v) => v.id === e.target.value))}
            >
              <option value="">the workout as it is now</option>
              {versions
                ?.filter((v) => v.id !== shown.version.id)
                .map((v) => (
                  <option key={v.id} value={v.id}>
                    {v.name}
                  </option>
                ))}
            </select>
          </label>
          <Compared comparison={comparison} name={shown.version.name} until={against?.version.name ?? 'now'} />
          <div className="mt-3 flex justify-end gap-2">
            <button className="btn btn-quiet" onClick={onClose}>
              Close
            </button>
            <button
              className="btn"
              disabled={against === null && comparison.differences.length === 0}
              onClick={bringBack}
            >
              Bring “{shown.version.name}” back
            </button>
          </div>
        </>
      )}
    </Dialog>
  );
}

const WHAT_CHANGED: Readonly<Record<Difference['kind'], string>> = {
  added: 'new',
  removed: 'gone',
  moved: 'moved',
  changed: 'changed',
};

function Compared({
  comparison,
  name,
  until,
}: {
  readonly comparison: Comparison;
  readonly name: string;
  readonly until: string;
}) {
  const { differences, lengths, beforeUs, afterUs } = comparison;
  const off = lengths.filter((l) => l.beforeUs !== l.afterUs);
  return (
    <section aria-label={`From ${name} to ${until}`} className="mt-3 grid gap-6 sm:grid-cols-[1fr_17rem]">
      <div>
        <h3>
          From “{name}” to {until === 'now' ? 'now' : `“${until}”`}
        </h3>
        {differences.length === 0 ? (
          <p className="text-soft">The plan is the same.</p>
        ) : (
          <ul className="mt-1 max-h-72 overflow-y-auto text-[13.5px]">
            {differences.map((d, i) => (
              <li key={i} className="grid grid-cols-[4.5rem_1fr] border-b py-0.5">
                <span className="text-soft">{WHAT_CHANGED[d.kind]}</span>
                <span>
                  {d.place}
                  {d.fields.length > 0 && <span className="text-soft"> · {d.fields.join(', ')}</span>}
                </span>
              </li>
            ))}
          </ul>
        )}
      </div>
      <div>
        <h3>Length</h3>
        <table className="mt-1 w-full text-[13.5px]">
          <tbody>
            {off.map((l) => (
              <LengthRow key={l.name} name={l.name} before={l.beforeUs} after={l.afterUs} />
            ))}
            <LengthRow name="the class" before={beforeUs} after={afterUs} strong />
          </tbody>
        </table>
      </div>
    </section>
  );
}

function LengthRow({
  name,
  before,
  after,
  strong = false,
}: {
  readonly name: string;
  readonly before: Micros | null;
  readonly after: Micros | null;
  readonly strong?: boolean;
}) {
  const by = (after ?? 0) - (before ?? 0);
  return (
    <tr className={`border-b ${strong ? 'font-bold' : ''}`}>
      <td className="py-0.5">{name}</td>
      <td className="text-right figures">{before === null ? '–' : writeTime(before)}</td>
      <td className="pl-2 text-right figures">{after === null ? '–' : writeTime(after)}</td>
      <td className="pl-2 text-right figures">
        {by === 0 ? '±0' : `${by > 0 ? '+' : '−'}${writeTime(micros(Math.abs(by)))}`}
      </td>
    </tr>
  );
}
