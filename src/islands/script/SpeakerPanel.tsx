import { useState } from 'react';
import type { Speaker } from '../../core/workout/studio.ts';
import { Notice } from '../../ui/Notice.tsx';
import { ApiError } from '../shared/api.ts';
import { asking, call } from '../shared/call.ts';
import { useDerived, useStudio, useWorkbench } from '../workbench/workbench-context.tsx';
import { Hint } from '../../ui/Hint.tsx';

/** How fast the instructor speaks: as people usually do, or as learned from a take. */
export function SpeakerPanel() {
  const { take } = useDerived();
  const { studio, setStudio } = useStudio();
  const { workbench } = useWorkbench();
  const plan = workbench((s) => s.document.plan);
  const id = workbench((s) => s.id);
  const [said, setSaid] = useState<{ alarm: boolean; text: string } | null>(null);
  const known = studio.speakers.find((s) => s.name.toLowerCase() === plan.instructor.trim().toLowerCase());
  const attempt = async (work: () => Promise<string>) => {
    try {
      setSaid({ alarm: false, text: await work() });
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      setSaid({ alarm: true, text: error.message });
    }
  };
  const put = (before: Speaker | null, after: Speaker | null) => asking('setSpeaker', {}, { body: { before, after } });
  const learn = () =>
    attempt(async () => {
      await workbench.flush();
      const done = await call('learnSpeaker', { id });
      setStudio(done.studio);
      const now = done.studio.speakers.find((s) => s.name === done.speaker.name) ?? null;
      workbench.getState().asked(`Learn how ${done.speaker.name} speaks`, {
        after: put(known ?? null, now),
        before: put(now, known ?? null),
      });
      return (
        `Learned from ${done.speaker.lines} lines; on them it is off by ${(done.speaker.error * 100).toFixed(0)} ` +
        '% on average.'
      );
    });
  const forget = () => {
    if (known === undefined) return;
    setStudio({ ...studio, speakers: studio.speakers.filter((s) => s !== known) });
    workbench.getState().ask(`Forget how ${known.name} speaks`, { after: put(known, null), before: put(null, known) });
    setSaid({ alarm: false, text: 'Lines take again what they usually take.' });
  };
  const lacking =
    take === null
      ? 'To learn from there is no take with a transcript yet.'
      : plan.instructor.trim() === ''
        ? 'The plan names no instructor to learn for.'
        : null;
  return (
    <section aria-label="How long lines take" className="mt-4 border-t pt-3">
      <h3>How long lines take</h3>
      <p className="text-[13px] text-soft">
        {known === undefined ? (
          'As people usually speak: 165 words a minute in talk.'
        ) : (
          <>
            As {known.name} speaks, from <span className="figures">{known.lines}</span> lines.
          </>
        )}
      </p>
      <div className="mt-1 flex flex-wrap gap-1.5">
        <Hint says={take === null ? '' : `From the transcript of ${take.name}`}>
          <button className="btn btn-quiet border-line" disabled={lacking !== null} onClick={() => void learn()}>
            Learn from the take
          </button>
        </Hint>
        {known !== undefined && (
          <button className="btn btn-quiet" onClick={forget}>
            Forget
          </button>
        )}
      </div>
      {lacking !== null && <p className="mt-1 text-[13px] text-soft">{lacking}</p>}
      {said !== null && (
        <div className="mt-2">
          <Notice alarm={said.alarm}>{said.text}</Notice>
        </div>
      )}
    </section>
  );
}
