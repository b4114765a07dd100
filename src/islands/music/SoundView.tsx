import type { ReactNode } from 'react';
import { rangeOf } from '../../core/sound/along.ts';
import { type ProgrammeTime, wholeLength } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { SoundFields } from '../shared/SoundFields.tsx';
import { FindingCard } from '../shared/FindingCard.tsx';
import { NotYet } from '../shared/NotYet.tsx';
import { ProgrammePlayer } from '../shared/ProgrammePlayer.tsx';
import { call } from '../shared/call.ts';
import { useAttempt } from '../shared/use-attempt.ts';
import { usePlayhead } from '../shared/playhead.ts';
import { reloadTakes } from '../workbench/use-take-watch.ts';
import { useDerived, useWorkbench } from '../workbench/workbench-context.tsx';
import { LoudnessPicture } from './LoudnessPicture.tsx';
import { useSound } from './use-sound.ts';

const seek = (_: string, at: ProgrammeTime) => usePlayhead.getState().seek?.(at);
const recordings = (n: number, one: string, more: string) =>
  n === 1 ? `one recording ${one}` : `${n} recordings ${more}`;
const lufs = (value: number) => value.toFixed(1).replace('-', '−');

/** The sound of the film along its time: voice, music, tones and rooms, what is too soft, covered or clipped. */
export function SoundView() {
  const { produced } = useDerived();
  const { workbench } = useWorkbench();
  const edit = workbench((s) => s.document.edit);
  const found = useSound();
  if (produced === null)
    return (
      <NotYet title="Nothing recorded to listen to" href="shoot" action="To the takes">
        Here you see how loud voice, music and tones are along the filmed class. It needs a take and its transcript.
      </NotYet>
    );
  if (found === null) return <p className="py-10 text-center text-soft">Fetching how loud the takes are …</p>;
  const { along, findings, clipped, unmeasured, withNoise } = found;
  const range = rangeOf(along.sentences);
  const least = along.sentences.reduce((a, s) => Math.min(a, s.aboveMusic ?? Infinity), Infinity);
  const target = edit.sound.targetLufs;
  const up = target === null || along.integrated === null ? 0 : target - along.integrated;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-7 lg:grid-cols-[minmax(0,1fr)_24.5rem]">
      <section aria-label="Sound along the film" className="min-w-0">
        <h2 className="text-xl">How loud it is</h2>
        {unmeasured.length > 0 && (
          <Unmeasured ids={unmeasured}>
            How loud {recordings(unmeasured.length, 'is', 'are')} was not measured yet.
          </Unmeasured>
        )}
        {withNoise.length > 0 && (
          <Unmeasured ids={withNoise}>
            Here you hear {recordings(withNoise.length, 'with its', 'with their')} noise: it was not measured yet. The
            file has it taken down.
          </Unmeasured>
        )}
        {along.integrated !== null && (
          <>
            <LoudnessPicture
              along={along}
              up={up}
              tones={produced.tones}
              clipped={clipped}
              length={wholeLength(produced.programme.length)}
            />
            <dl className="mt-3 grid grid-cols-2 gap-x-6 gap-y-1 sm:grid-cols-4">
              <Figure
                word="In the file"
                value={along.integrated === null ? '–' : `${lufs(along.integrated + up)} LUFS`}
              />
              <Figure word="Sentences, middle" value={range === null ? '–' : `${lufs(range.middle + up)} LUFS`} />
              <Figure
                word="Softest to loudest"
                value={range === null ? '–' : `${(range.loudest.lufs! - range.softest.lufs!).toFixed(1)} LU`}
              />
              <Figure word="Least above music" value={least === Infinity ? 'no music' : `${least.toFixed(1)} LU`} />
            </dl>
            {range !== null && (
              <p className="mt-2 text-[14px]">
                Softest sentence:{' '}
                <button
                  className="text-left underline underline-offset-2"
                  onClick={() => seek('', range.softest.start)}
                >
                  <time>{writeTime(range.softest.start)}</time> “{range.softest.text}”
                </button>
              </p>
            )}
            <h2 className="mt-5 text-xl">What does not sound right</h2>
            {findings.length === 0 ? (
              <p className="text-soft">
                Nothing: no sentence is much softer than the rest or covered, nothing is clipped.
              </p>
            ) : (
              <ul className="mt-2 flex flex-col gap-3">
                {findings.map((f) => (
                  <FindingCard key={`${f.rule} ${f.at}`} finding={f} shots={produced.programme.shots} select={seek} />
                ))}
              </ul>
            )}
          </>
        )}
        {along.integrated === null && unmeasured.length === 0 && (
          <p className="text-soft">Nothing is to be heard in it.</p>
        )}
      </section>
      <aside aria-label="Picture and sound" className="lg:sticky lg:top-0 lg:self-start">
        <ProgrammePlayer />
        <div className="mt-3 text-[14px]">
          <SoundFields />
        </div>
      </aside>
    </div>
  );
}

/** Recordings that were listened to before something was measured, or not at all. */
function Unmeasured({ ids, children }: { readonly ids: readonly string[]; readonly children: ReactNode }) {
  const { workbench } = useWorkbench();
  const { trouble, attempt } = useAttempt();
  const listening = workbench((s) =>
    s.takes.some((t) => t.work.some((w) => w.kind === 'listen' && (w.state === 'queued' || w.state === 'running'))),
  );
  const again = () =>
    void attempt(async () => {
      await Promise.all(ids.map((id) => call('askWork', { id, kind: 'listen' })));
      await reloadTakes(workbench);
    });
  return (
    <p className="my-2" aria-live="polite">
      {listening ? (
        'Listening …'
      ) : (
        <>
          {children}{' '}
          <button className="btn ml-2" onClick={again}>
            Listen again
          </button>
        </>
      )}
      {trouble !== null && <span className="text-alarm"> {trouble}</span>}
    </p>
  );
}

function Figure({ word, value }: { readonly word: string; readonly value: string }) {
  return (
    <div>
      <dt className="text-[13px] text-soft">{word}</dt>
      <dd className="figures text-lg">{value}</dd>
    </div>
  );
}
