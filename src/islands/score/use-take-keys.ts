import { useEffect } from 'react';
import { inField } from '../workbench/use-keys.ts';
import { useDerived, useDocument, useWorkbench } from '../workbench/workbench-context.tsx';
import { camerasOf } from './cameras.ts';
import { nextTake, withCamera, withTakesJoined, withUse } from './edit-takes.ts';

/** t: another take for the segment · x: out of the programme, and back · v: another camera · J: all takes joined. */
export function useTakeKeys(selected: string | null): void {
  const { change } = useDocument();
  const { workbench } = useWorkbench();
  const { produced } = useDerived();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (inField(event) || event.ctrlKey || event.metaKey || event.altKey) return;
      const { takes } = workbench.getState();
      const choice = produced?.programme.choices.find((c) => c.segment.key === selected);
      if (event.key === 'J') {
        const worded = takes.filter((t) => t.take.ofTake === null && t.transcript !== null).map((t) => t.take.id);
        change('Join all takes', (d) => withTakesJoined(d, worded));
      } else if (choice === undefined) return;
      else if (event.key === 't') {
        const takeId = nextTake(choice);
        if (takeId === undefined) return;
        change('Use another take', (d) => withUse(d, choice.segment.key, takeId));
      } else if (event.key === 'x')
        change(choice.why === 'left out by hand' ? 'Bring the segment back' : 'Leave the segment out', (d) =>
          withUse(d, choice.segment.key, choice.why === 'left out by hand' ? undefined : null),
        );
      else if (event.key === 'v' && choice.candidate !== null) {
        const { takeId, recorded } = choice.candidate;
        const cameras = [takeId, ...camerasOf(takes, takeId).map((c) => c.id)];
        if (cameras.length < 2) return;
        const now = produced?.pictures.find((p) => {
          const segment = produced.programme.segments.find((s) => s.key === selected);
          return segment !== undefined && p.at <= segment.start && segment.start < p.at + p.length;
        });
        const next = cameras[(cameras.indexOf(now?.mediaId ?? takeId) + 1) % cameras.length] ?? takeId;
        change('Switch the camera', (d) => withCamera(d, takeId, recorded, next));
      } else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [selected, produced, change, workbench]);
}
