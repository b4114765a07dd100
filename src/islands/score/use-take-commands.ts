import type { Choice } from '../../core/edit/choose-takes.ts';
import { useLetterCommands } from '../workbench/commands.ts';
import { useDerived, useDocument, useWorkbench } from '../workbench/workbench-context.tsx';
import { camerasOf } from './cameras.ts';
import { nextTake, withCamera, withTakesJoined, withUse } from './edit-takes.ts';

/** What can be done with the takes of the programme, and with the one that the chosen segment is from. */
export function useTakeCommands(selected: string | null): void {
  const { change } = useDocument();
  const { workbench } = useWorkbench();
  const { produced } = useDerived();
  const onChoice = (work: (choice: Choice) => void) => () => {
    const choice = produced?.programme.choices.find((c) => c.segment.key === selected);
    if (choice !== undefined) work(choice);
  };
  const join = () => {
    const worded = workbench
      .getState()
      .takes.filter((t) => t.take.ofTake === null && t.transcript !== null)
      .map((t) => t.take.id);
    change('Join all takes', (d) => withTakesJoined(d, worded));
  };
  const useAnother = (choice: Choice) => {
    const takeId = nextTake(choice);
    if (takeId !== null) change('Use another take', (d) => withUse(d, choice.segment.key, takeId));
  };
  const leaveOut = ({ segment, why }: Choice) =>
    why === 'left out by hand'
      ? change('Bring the segment back', (d) => withUse(d, segment.key, undefined))
      : change('Leave the segment out', (d) => withUse(d, segment.key, null));
  const switchCamera = ({ segment, candidate }: Choice) => {
    if (candidate === null || produced === null) return;
    const { takeId, recorded } = candidate;
    const cameras = [takeId, ...camerasOf(workbench.getState().takes, takeId).map((c) => c.id)];
    if (cameras.length < 2) return;
    const at = produced.programme.segments.find((s) => s.key === segment.key)?.start ?? 0;
    const now = produced.pictures.find((p) => p.at <= at && at < p.at + p.length)?.mediaId ?? takeId;
    const next = cameras[(cameras.indexOf(now) + 1) % cameras.length] ?? takeId;
    change('Switch the camera', (d) => withCamera(d, takeId, recorded, next));
  };
  useLetterCommands([
    { label: 'Join all takes', letter: 'Shift+J', keys: 'Shift J', run: join },
    { label: 'Use another take for this segment', letter: 't', run: onChoice(useAnother) },
    { label: 'Leave this segment out, or bring it back', letter: 'x', run: onChoice(leaveOut) },
    { label: 'Show this segment from another camera', letter: 'v', run: onChoice(switchCamera) },
  ]);
}
