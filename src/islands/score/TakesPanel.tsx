import { Key } from '../../ui/Key.tsx';
import clsx from 'clsx';
import type { Choice, Why } from '../../core/edit/choose-takes.ts';
import { CAMERA_SUBJECTS, type CameraSubject } from '../../core/edit/decisions.ts';
import type { Candidate } from '../../core/edit/coverage.ts';
import { type ProgrammeTime, ZERO } from '../../core/time/micros.ts';
import { isActive, labelWithSide } from '../../core/plan/segment.ts';
import { takesOfProgramme } from '../../core/workout/document.ts';
import { useDerived, useDocument, useWorkbench } from '../workbench/workbench-context.tsx';
import { withCameraShowing, withTakeToggled, withTakesJoined, withUse } from './edit-takes.ts';

const WHY: Readonly<Record<Why, string>> = {
  'by hand': 'chosen by hand',
  'only take': 'the only take that holds it',
  complete: 'whole here, cut off elsewhere',
  'fewer mistakes': 'fewer mistakes here',
  'no further join': 'no join is needed here',
  'filmed first': 'filmed first',
};

/** Segments against takes: what each take holds, which is used and why; a click uses another. */
export function TakesPanel({
  selected,
  select,
}: {
  readonly selected: string | null;
  readonly select: (key: string, at: ProgrammeTime) => void;
}) {
  const { document, change } = useDocument();
  const { produced, programmeTakes } = useDerived();
  const takes = useWorkbench()
    .workbench((s) => s.takes)
    .filter((t) => t.take.role === 'take');
  const order = takes.map((t) => t.take.id);
  const joined = takesOfProgramme(document.edit, (id) => order.includes(id));
  const worded = takes.filter((t) => t.transcript !== null).map((t) => t.take.id);
  if (produced === null) return null;
  const { choices, segments } = produced.programme;
  const current = choices.find((c) => c.segment.key === selected);
  const columns = programmeTakes.map((t) => t.takeId);
  const nameOf = (id: string) => takes.find((t) => t.take.id === id)?.take.name ?? '';
  return (
    <div>
      <ul className="flex flex-col gap-1">
        {takes.map(({ take, transcript }) => (
          <li key={take.id}>
            <label className="flex items-baseline gap-2">
              <input
                type="checkbox"
                checked={joined.includes(take.id)}
                disabled={transcript === null || (joined.length === 1 && joined.includes(take.id))}
                onChange={() => change('Takes of the programme', (d) => withTakeToggled(d, take.id, order))}
              />
              <span>{take.name}</span>
              {transcript === null && <span className="text-[13px] text-soft">has no words yet</span>}
            </label>
          </li>
        ))}
      </ul>
      {worded.length > joined.length && (
        <button
          className="btn btn-main mt-2"
          onClick={() => change('Join all takes', (d) => withTakesJoined(d, worded))}
        >
          Join all takes <Key>Shift J</Key>
        </button>
      )}
      <Cameras />
      {columns.length > 1 && (
        <table className="mt-3 w-full border-collapse text-[13px]">
          <caption className="pb-1 text-left text-soft">
            What each take holds; filled: what is used. <Key>T</Key> takes another, <Key>X</Key> leaves it out,{' '}
            <Key>V</Key> shows it from another camera.
          </caption>
          <thead>
            <tr className="border-b">
              <th className="text-left font-normal text-soft">segment</th>
              {columns.map((id) => (
                <th key={id} className="max-w-20 truncate px-1 text-left font-normal text-soft" title={nameOf(id)}>
                  {nameOf(id)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {choices
              .filter((c) => isActive(c.segment) || c.candidates.length !== 1 || c.segment.key === selected)
              .map((choice) => (
                <tr
                  key={choice.segment.key}
                  className={`border-b ${choice.segment.key === selected ? 'bg-shade' : ''}`}
                >
                  <th scope="row" className="text-left font-normal">
                    <button
                      className="text-left hover:underline"
                      onClick={() =>
                        select(choice.segment.key, segments.find((s) => s.key === choice.segment.key)?.start ?? ZERO)
                      }
                    >
                      {labelWithSide(choice.segment)}
                    </button>
                  </th>
                  {columns.map((id) => (
                    <td key={id} className="px-1">
                      <Cell
                        choice={choice}
                        own={choice.candidates.find((c) => c.takeId === id)}
                        label={`${labelWithSide(choice.segment)} from ${nameOf(id)}`}
                        use={(by) =>
                          change('Use another take', (d) => withUse(d, choice.segment.key, by ? id : undefined))
                        }
                      />
                    </td>
                  ))}
                </tr>
              ))}
          </tbody>
        </table>
      )}
      {current !== undefined && current.candidate !== null && columns.length > 1 && (
        <p className="mt-2">
          {labelWithSide(current.segment)} is from {nameOf(current.candidate.takeId)}: {WHY[current.why as Why]}.
        </p>
      )}
    </div>
  );
}

const SUBJECT: Readonly<Record<CameraSubject, string>> = {
  'new-moves': 'new moves',
  floor: 'floor moves',
  talk: 'talk',
};

/** What each camera shows by itself; what is switched by hand stands against it. */
function Cameras() {
  const { document, change } = useDocument();
  const takes = useWorkbench().workbench((s) => s.takes);
  const cameras = takes.filter((t) => t.take.role === 'camera' && t.take.lie !== null);
  if (cameras.length === 0) return null;
  return (
    <fieldset className="mt-3 border-t pt-2">
      <legend className="sr-only">Cameras</legend>
      {cameras.map(({ take }) => {
        const shows = document.edit.cameras.find((c) => c.cameraId === take.id)?.shows ?? [];
        return (
          <div key={take.id} className="flex flex-wrap items-baseline gap-x-3 gap-y-1">
            <span>{take.name} shows</span>
            {CAMERA_SUBJECTS.map((subject) => (
              <label key={subject} className="flex items-center gap-1.5">
                <input
                  type="checkbox"
                  checked={shows.includes(subject)}
                  onChange={() => change('What a camera shows', (d) => withCameraShowing(d, take.id, subject))}
                />
                {SUBJECT[subject]}
              </label>
            ))}
          </div>
        );
      })}
    </fieldset>
  );
}

interface CellProps {
  readonly choice: Choice;
  readonly own: Candidate | undefined;
  readonly label: string;
  readonly use: (byHand: boolean) => void;
}

function Cell({ choice, own, label, use }: CellProps) {
  if (own === undefined) return <span className="text-soft">–</span>;
  const used = choice.candidate?.takeId === own.takeId;
  const byHand = used && choice.why === 'by hand';
  const seconds = Math.round((own.recorded.end - own.recorded.start) / 1e6);
  const says = [
    `${seconds} s`,
    own.complete ? null : 'cut off',
    own.faults > 0 ? `${own.faults} ${own.faults === 1 ? 'mistake' : 'mistakes'}` : null,
  ]
    .filter(Boolean)
    .join(', ');
  return (
    <button
      className={clsx('w-full px-1 text-left', used ? 'bg-ink text-paper' : 'border', !own.complete && 'border-dashed')}
      aria-pressed={used}
      aria-label={`${label}: ${says}${byHand ? ', by hand' : ''}`}
      title={byHand ? 'Chosen by hand; a click gives it back to the rule' : says}
      onClick={() => use(!byHand)}
    >
      {seconds} s{own.faults > 0 && ` · ${own.faults}!`}
      {!own.complete && ' …'}
    </button>
  );
}
