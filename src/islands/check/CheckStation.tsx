import { Key } from '../../ui/Key.tsx';
import { useMemo, useRef, useState } from 'react';
import type { Finding } from '../../core/findings/finding.ts';
import { DOING_TITLES, type Doing } from '../../core/findings/rule.ts';
import { RULES } from '../../core/findings/rules.ts';
import { groupBy } from '../../core/script/group-by.ts';
import { placeInProgramme } from '../../core/findings/place.ts';
import { byDoing, fixesOf, readinessInWords, readinessOf, stationOf } from '../../core/workout/findings-of.ts';
import { ProgrammePlayer } from '../shared/ProgrammePlayer.tsx';
import { usePlayhead } from '../shared/playhead.ts';
import { useLetterCommands } from '../workbench/commands.ts';
import { useGoTo } from '../workbench/go-to.ts';
import { STATIONS } from '../workbench/stations.ts';
import { useDerived, useDocument, useStudio } from '../workbench/workbench-context.tsx';
import { CheckedFinding } from './CheckedFinding.tsx';
import { LetStand } from './LetStand.tsx';
import { StudioRulesDialog } from './StudioRulesDialog.tsx';
import { useFindings } from './use-findings.ts';
import { applyFix } from '../../core/workout/apply-fix.ts';

const DOING_SAYS: Readonly<Record<Doing, string>> = {
  answer: 'Places where what was heard leaves a doubt.',
  film: 'What viewers hear or see is not so, or is missing.',
  programme: 'Set right in the programme, without filming.',
  write: 'Set right where the class is written.',
  sound: 'Loudness, voice and joins.',
  music: 'How it lies, and who must allow it.',
  look: 'Overlay, captions and chapters.',
};

/** All findings, grouped by what one would do about them, and whether the class can go out. */
export function CheckStation() {
  const { document, change } = useDocument();
  const { produced } = useDerived();
  const { findings, looking } = useFindings();
  const { rules } = useStudio().studio;
  const off = rules.off.length + Object.keys(rules.from).length;
  const [isRulesOpen, setRulesOpen] = useState(false);
  const goTo = useGoTo();
  const [now, setNow] = useState<Finding | null>(null);
  const list = useRef<HTMLDivElement>(null);
  const groups = useMemo(() => byDoing(findings), [findings]);
  const all = useMemo(() => groups.flatMap((g) => g.findings), [groups]);
  const shots = produced?.programme.shots ?? [];
  const readiness = readinessOf(findings, produced !== null);
  // A finding that was set right is gone: what stands in its place is next.
  const [index, setIndex] = useState(-1);
  const current = now !== null && all.includes(now) ? now : (all[Math.min(index, all.length - 1)] ?? null);
  const show = (finding: Finding | undefined) => {
    if (finding === undefined) return;
    setNow(finding);
    setIndex(all.indexOf(finding));
    const at = placeInProgramme(finding, shots);
    if (at !== null) usePlayhead.getState().seek?.(at);
    requestAnimationFrame(() =>
      list.current?.querySelector(`[data-number="${all.indexOf(finding)}"]`)?.scrollIntoView({ block: 'nearest' }),
    );
  };
  const step = (by: 1 | -1) => () => {
    const from = current === null ? (by > 0 ? -1 : 0) : all.indexOf(current);
    show(all[(from + by + all.length) % Math.max(1, all.length)]);
  };
  const fix = () => {
    const first = current === null ? undefined : fixesOf(current)[0];
    if (current !== null && first !== undefined) change(first.label, (d) => applyFix(d, first, current.takeId));
  };
  const there = (finding: Finding | null) => {
    if (finding === null) return;
    const at = placeInProgramme(finding, shots);
    const aim = at === null || finding.segmentKey === null ? null : { segmentKey: finding.segmentKey, at };
    goTo(stationOf(finding), aim);
  };
  useLetterCommands([
    { label: 'To the next finding', letter: 'n', run: step(1) },
    { label: 'To the finding before', letter: 'Shift+N', keys: 'Shift N', run: step(-1) },
    { label: 'Set the finding right', letter: 'f', run: fix },
    { label: 'What Check tells of', letter: 'r', run: () => setRulesOpen(true) },
    { label: 'To where it is set right', letter: 'g', run: () => there(current) },
  ]);
  let number = 0;
  return (
    <div className="mx-auto grid max-w-7xl gap-x-8 gap-y-6 px-4 py-5 sm:px-6 lg:grid-cols-[minmax(0,1fr)_24rem]">
      <div ref={list}>
        <div role="status">
          <h2 className="text-2xl">{readinessInWords(readiness, looking)}</h2>
        </div>
        <p className="mt-1 text-[13px] text-soft">
          <Key>N</Key> next · <Key>F</Key> sets it right · <Key>G</Key> goes there · <Key>Ctrl Z</Key> takes it back
        </p>
        {groups.map(({ doing, findings: own }) => (
          <section key={doing} className="mt-5">
            <h3 className="flex items-baseline gap-2 border-b-2 border-ink pb-1 text-lg">
              {DOING_TITLES[doing]} <span className="figures text-soft">{own.length}</span>
              <span className="ml-auto font-sans text-[13px] font-normal text-soft max-sm:hidden">
                {DOING_SAYS[doing]}
              </span>
            </h3>
            <AllAtOnce findings={own} />
            <ul>
              {own.map((finding) => {
                const at = number++;
                return (
                  <CheckedFinding
                    key={`${finding.rule} ${finding.segmentKey} ${finding.takeId} ${finding.clock} ${finding.at} ${at}`}
                    finding={finding}
                    number={at}
                    at={placeInProgramme(finding, shots)}
                    isNow={finding === current}
                    show={() => show(finding)}
                    there={() => there(finding)}
                    station={STATIONS.find((s) => s.name === stationOf(finding))!.word}
                  />
                );
              })}
            </ul>
          </section>
        ))}
        {all.length === 0 && !looking && (
          <p className="mt-6 text-soft">
            {document.plan.blocks.length === 0
              ? 'There is nothing to check yet: write a plan first.'
              : 'Nothing was found in plan, script, music, takes, programme, overlay or sound.'}
          </p>
        )}
      </div>
      <aside aria-label="Picture and what was let stand" className="lg:sticky lg:top-4 lg:self-start">
        {produced === null && (
          <p className="text-[13px] text-soft">Nothing is filmed yet: plan, script and music are checked.</p>
        )}
        <ProgrammePlayer />
        <LetStand />
        <p className="mt-5">
          <button className="btn" onClick={() => setRulesOpen(true)}>
            What Check tells of <Key>R</Key>
          </button>
          {off > 0 && (
            <span className="ml-3 text-soft">
              <span className="figures">{off}</span> {off === 1 ? 'rule is' : 'rules are'} off or loosened in the studio
            </span>
          )}
        </p>
        {isRulesOpen && <StudioRulesDialog close={() => setRulesOpen(false)} />}
      </aside>
    </div>
  );
}

/** Fixes all findings of one kind in one step of undo. */
function AllAtOnce({ findings }: { readonly findings: readonly Finding[] }) {
  const { change } = useDocument();
  // A fix that replaces the whole plan or music cannot be joined with others, and what only a person can decide is not
  // decided for all.
  const fixable = findings.filter((f) => {
    const kind = fixesOf(f)[0]?.kind;
    return kind !== undefined && !['plan', 'music', 'pin', 'look', 'sound'].includes(kind);
  });
  const many = [...groupBy(fixable, (f) => `${f.rule} ${fixesOf(f)[0]!.kind}`).entries()].filter(
    ([, own]) => own.length > 1,
  );
  if (many.length === 0) return null;
  return (
    <p className="mt-2 flex flex-wrap gap-2">
      {many.map(([kind, own]) => (
        <button
          key={kind}
          className="btn"
          onClick={() =>
            change(`All ${own.length}: ${RULES[own[0]!.rule].finds}`, (d) =>
              own.reduce((now, f) => applyFix(now, fixesOf(f)[0]!, f.takeId), d),
            )
          }
        >
          Set all {own.length} right: {RULES[own[0]!.rule].finds}
        </button>
      ))}
    </p>
  );
}
