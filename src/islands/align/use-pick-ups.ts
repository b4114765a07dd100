import { useCallback, useMemo } from 'react';
import type { PickUp } from '../../core/edit/decisions.ts';
import { type Fit, fitPickUp } from '../../core/sound/pick-ups.ts';
import { voiceOf } from '../../core/align/align.ts';
import { asking, call } from '../shared/call.ts';
import { uploadTake } from '../shoot/upload-take.ts';
import { mediaUrl } from '../workbench/take.ts';
import { reloadTakes } from '../workbench/use-take-watch.ts';
import { useDocument, useWorkbench } from '../workbench/workbench-context.tsx';

/** One recording of a line. */
interface Try {
  readonly id: string;
  readonly url: string;
  /** How it goes into its room; null: it is listened to just now. */
  readonly fit: Fit | null;
}

/** The lines that are to be spoken again, with their tries, and what can be done with them. */
export function usePickUps() {
  const { document, change } = useDocument();
  const { workbench } = useWorkbench();
  const takes = workbench((s) => s.takes);
  const workoutId = workbench((s) => s.id);
  const { takeId, pickUps } = document.edit;
  const lines = useMemo(() => [...pickUps].sort((a, b) => a.at - b.at), [pickUps]);

  const triesOf = useCallback(
    ({ id, roomUs }: PickUp): Try[] =>
      takes.flatMap(({ take, work }) => {
        if (take.role !== 'pick-up' || take.pickUp !== id || take.ofTake !== takeId) return [];
        const heard = work.every((w) => w.state !== 'queued' && w.state !== 'running');
        const recording = { id: take.id, duration: take.duration, voice: voiceOf(take.sound) };
        return [{ id: take.id, url: mediaUrl(take), fit: heard ? fitPickUp(recording, roomUs) : null }];
      }),
    [takes, takeId],
  );

  const choose = (id: string, recording: string | null) =>
    change(recording === null ? 'Use no recording of a line' : 'Use a recording of a line', (d) => ({
      ...d,
      edit: { ...d.edit, pickUps: d.edit.pickUps.map((p) => (p.id === id ? { ...p, recording } : p)) },
    }));

  /** Sends a recording of a line and uses it. Throws ApiError. */
  const send = async (line: PickUp, sound: Blob) => {
    if (takeId === null) return;
    const ending = /webm/.test(sound.type) ? 'webm' : /mp4/.test(sound.type) ? 'm4a' : 'wav';
    const file = new File([sound], `${line.text.slice(0, 60)}.${ending}`, {
      type: sound.type,
      lastModified: Date.now(),
    });
    const uploadId = await uploadTake(file, () => undefined).done;
    const take = await call(
      'bringInTake',
      { id: workoutId },
      { asked: { upload: uploadId, name: file.name, pickUp: line.id, of: takeId } },
    );
    await reloadTakes(workbench);
    choose(line.id, take.id);
  };

  const forget = (line: PickUp, id: string) => {
    workbench
      .getState()
      .ask(
        'Throw a recording of a line away',
        { after: asking('removeTake', { id }), before: asking('restoreTake', { id }) },
        (d) => ({
          ...d,
          edit: {
            ...d.edit,
            pickUps: d.edit.pickUps.map((p) =>
              p.id === line.id && p.recording === id ? { ...p, recording: null } : p,
            ),
          },
        }),
      );
  };
  return { lines, triesOf, choose, send, forget };
}
