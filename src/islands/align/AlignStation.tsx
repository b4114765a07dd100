import { useState } from 'react';
import { mistakesOf } from '../../core/mistakes/mistake.ts';
import { isLetStand } from '../../core/edit/decisions.ts';
import { isBreak } from '../../core/plan/segment.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { toProgramme } from '../../core/edit/shots.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Tabs } from '../../ui/Tabs.tsx';
import { FindingCard } from '../shared/FindingCard.tsx';
import { NotYet } from '../shared/NotYet.tsx';
import { Player } from '../shared/Player.tsx';
import { usePlayhead } from '../shared/playhead.ts';
import { sideWord } from '../shared/words.ts';
import { useDerived, useDocument } from '../workbench/workbench-context.tsx';
import { AgainstPlan } from './AgainstPlan.tsx';
import { Decisions } from './Decisions.tsx';
import { misfit } from '../../core/checks/doubtful.ts';
import { Doubtful } from './Doubtful.tsx';
import { DriftPicture } from './DriftPicture.tsx';
import { LanguageNotice } from './LanguageNotice.tsx';
import { SegmentRows } from './SegmentRow.tsx';
import { SoundStrip } from './SoundStrip.tsx';
import { TapAlong } from './TapAlong.tsx';
import { Timers } from './Timers.tsx';
import { WordsView } from './WordsView.tsx';
import type { Micros } from '../../core/time/micros.ts';

type View = 'segments' | 'words' | 'against';

/**
 * Where each planned segment really fell, the words of the take, the class as it was against the plan, and what
 * slipped.
 */
export function AlignStation() {
  const { take, facts, aligned, inHand: produced, aligning, transcriptProblems } = useDerived();
  const { document, change } = useDocument();
  const [view, setView] = useState<View>('segments');
  if (take === null)
    return (
      <NotYet title="No take to align" href="shoot" action="To the takes">
        Bring a take in first; then the program says where each segment fell in it.
      </NotYet>
    );
  if (facts === null)
    return (
      <NotYet title="The take has no words yet" href="shoot" action="Bring in the transcript">
        The alignment listens to what was said: names, calls, countdowns.
      </NotYet>
    );
  if (aligned === null || produced === null)
    return (
      <p role="status" className="p-8 text-soft">
        {aligning ? 'Aligning …' : 'Nothing to align.'}
      </p>
    );
  const { segments, extra } = aligned.alignment;
  const mistakeAt = new Set<Micros>(mistakesOf(aligned.takeFindings, aligned.alignment).map((s) => s.at));
  const mistakes = aligned.takeFindings.filter(
    (f) =>
      mistakeAt.has(f.at) &&
      !f.rule.startsWith('wording') &&
      f.rule !== 'unsure' &&
      !isLetStand(f, document.edit.takeLetStand),
  );
  const missing = segments.filter((r) => r.recorded === null && !isBreak(r.segment));
  const seek = (at: Parameters<typeof toProgramme>[0]) =>
    usePlayhead.getState().seek?.(toProgramme(at, produced.programme.shots));
  const accept = () =>
    change('Accept the alignment', (d) => ({ ...d, edit: { ...d.edit, accepted: !d.edit.accepted } }));
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-x-8 lg:grid-cols-[minmax(0,1fr)_23rem]">
      <div className="min-w-0 px-4 py-5 sm:px-6">
        <Tabs
          label="What is shown"
          chosen={view}
          onChoose={setView}
          tabs={[
            { name: 'segments', word: 'Segments' },
            { name: 'words', word: 'Words' },
            { name: 'against', word: 'Against the plan' },
          ]}
        />
        {view === 'words' && <WordsView key={take.id} />}
        {view === 'against' && <AgainstPlan />}
        {view === 'segments' && (
          <>
            <div className="mt-3 empty:hidden">
              <LanguageNotice words={aligned.alignment.words} />
            </div>
            {misfit(segments) !== null && (
              <div className="mt-3">
                <Notice alarm>{misfit(segments)}</Notice>
              </div>
            )}
            <div className="mt-3">
              <DriftPicture alignment={aligned.alignment} duration={take.duration} total={aligned.compiled.total} />
            </div>
            <SoundStrip takeId={take.id} duration={take.duration} />
            <table className="mt-4 w-full border-collapse text-[14px]">
              <thead>
                <tr className="border-b-2 border-ink! text-left text-[13px] text-soft">
                  <th className="w-8 py-1 text-right font-normal">#</th>
                  <th className="pl-3 font-normal">Segment</th>
                  <th className="text-right font-normal max-sm:hidden">planned</th>
                  <th className="w-20 text-right font-normal sm:w-28">begins</th>
                  <th className="text-right font-normal">lasts</th>
                  <th className="text-right font-normal">over</th>
                  <th className="w-24 pl-2 font-normal max-sm:w-10 sm:pl-4">sure</th>
                </tr>
              </thead>
              <SegmentRows segments={segments} />
            </table>
            {document.edit.pins.length > 0 && (
              <button
                className="btn mt-3"
                onClick={() => change('Take out all pins', (d) => ({ ...d, edit: { ...d.edit, pins: [] } }))}
              >
                Take out all {document.edit.pins.length} pins
              </button>
            )}
          </>
        )}
      </div>
      <aside
        aria-label="What was found"
        className="flex flex-col gap-4 border-l bg-sheet/60 px-4 py-5 lg:sticky lg:top-0 lg:h-screen lg:overflow-y-auto"
      >
        {/* What one looks for is always in view, however long the lists are. */}
        <div className="z-10 -mx-4 -mt-5 border-b bg-paper px-4 pt-5 pb-2 lg:sticky lg:-top-5">
          <Player
            first={take}
            pictures={produced.pictures}
            sounds={produced.sounds}
            length={produced.programme.length}
            ass={null}
            lines={produced.pickUps}
          />
        </div>
        <Doubtful segments={segments} />
        <TapAlong segments={segments} />
        <Timers alignment={aligned.alignment} />
        <section>
          <h2 className="text-lg">Mistakes</h2>
          {mistakes.length === 0 ? (
            <p className="text-soft">
              None was found{document.edit.takeLetStand.length > 0 && ' that was not let stand'}.
            </p>
          ) : (
            <ul className="mt-1 flex flex-col gap-2.5">
              {mistakes.map((f, i) => (
                <FindingCard
                  shots={produced.programme.shots}
                  key={`${f.rule} ${f.at} ${i}`}
                  finding={f}
                  select={(_, at) => usePlayhead.getState().seek?.(at)}
                />
              ))}
            </ul>
          )}
        </section>
        <Decisions />
        <section>
          <h2 className="text-lg">Never filmed</h2>
          {missing.length === 0 ? (
            <p className="text-soft">Everything planned was filmed.</p>
          ) : (
            <ul className="mt-1">
              {missing.map((r) => (
                <li key={r.segment.key} className="border-b py-1">
                  <strong>{r.segment.label}</strong>
                  {sideWord(r.segment.side) && `, ${sideWord(r.segment.side)}`}
                  {r.segment.rounds > 1 && ` · round ${r.segment.round}`}
                  <br />
                  <span className="text-[13px] text-soft">{r.evidence.join(' · ')}</span>
                </li>
              ))}
            </ul>
          )}
        </section>
        <section>
          <h2 className="text-lg">Beyond the plan</h2>
          {extra.length === 0 ? (
            <p className="text-soft">Nothing was filmed beyond the plan.</p>
          ) : (
            <ul className="mt-1">
              {extra.map((e) => (
                <li key={e.start} className="border-b py-1">
                  <button className="text-left hover:underline" onClick={() => seek(e.start)}>
                    <time>{writeTime(e.start, 1)}</time> to <time>{writeTime(e.end, 1)}</time>{' '}
                    <strong>{e.label}</strong>
                  </button>
                  {e.madeUp !== null && (
                    <p className="text-[13px] text-soft">made up here; planned as number {e.madeUp.index + 1}</p>
                  )}
                </li>
              ))}
            </ul>
          )}
        </section>
        {transcriptProblems.length > 0 && <Notice>{transcriptProblems[0]?.message}</Notice>}
        <button className={`btn self-start ${document.edit.accepted ? '' : 'btn-main'}`} onClick={accept}>
          {document.edit.accepted ? 'Accepted. Take it back' : 'The alignment is right: accept it'}
        </button>
      </aside>
    </div>
  );
}
