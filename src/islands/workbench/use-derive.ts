import { useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { alignKept } from '../../browser/aligner.ts';
import { brandFor } from '../../core/looks/look.ts';
import { wordingOf } from '../../core/lanes/wording.ts';
import { planToMusic } from '../../core/music/arrangement.ts';
import { compile } from '../../core/plan/compile.ts';
import { decidedOn, takesOfProgramme } from '../../core/workout/document.ts';
import { type ProgrammeTake, lackingIn } from '../../core/workout/align-takes.ts';
import { produce, produceTake } from '../../core/workout/pipeline.ts';
import { pickUpsRecorded, recordingsOf, seenIn } from '../../core/workout/take-sources.ts';
import { pastTheEnd } from '../../formats/transcript-problem.ts';
import { readTranscript } from '../../formats/transcript-reader.ts';
import type { Workbench } from './store.ts';
import { useTakeFacts } from './use-take-facts.ts';
import type { Derived } from './workbench-context.tsx';

/** What one take was aligned from; the answer stands while all of it is the same. */
interface Asked {
  readonly of: readonly unknown[];
  readonly take: ProgrammeTake;
}

/**
 * Computes everything from the document. Compiling follows each keystroke as soon as the key itself is drawn; aligning
 * runs in a worker, one take after the other.
 */
export function useDerive(workbench: Workbench): Derived {
  const written = workbench((s) => s.document.plan);
  const music = workbench((s) => s.document.music);
  const tracks = workbench((s) => s.usable);
  const plan = useDeferredValue(written);
  const timed = useMemo(() => planToMusic(plan, music, tracks), [plan, music, tracks]);
  const edit = workbench((s) => s.document.edit);
  const book = workbench((s) => s.book);
  const rules = workbench((s) => s.studio.rules);
  const brand = workbench((s) => s.studio.brand);
  const wording = useMemo(() => wordingOf(brandFor(brand, plan.language)), [brand, plan.language]);
  const takes = workbench((s) => s.takes);
  const compiled = useMemo(() => compile(timed), [timed]);
  const factsOf = useTakeFacts(takes, plan.language);
  const chosen = takes.find((t) => t.take.id === edit.takeId) ?? null;
  const take = chosen?.take ?? null;
  const takeId = take?.id ?? null;
  const text = chosen?.transcript?.text ?? null;
  const problems = useMemo(() => {
    if (take === null || text === null) return [];
    const read = readTranscript(text);
    return [...read.problems, ...pastTheEnd(read.value.cues, take.duration)];
  }, [take, text]);

  const programmeIds = takesOfProgramme(edit, (id) => factsOf.has(id));
  const ids = takeId === null || programmeIds.includes(takeId) ? programmeIds : [...programmeIds, takeId];
  const [answers, setAnswers] = useState<ReadonlyMap<string, Asked>>(new Map());
  const known = useRef(answers);
  known.current = answers;
  const decided = ids.map((id) => decidedOn(edit, id));
  const asked = [
    timed,
    ...ids,
    ...decided.flatMap((on) => [on.pins, on.noTimers]),
    ...ids.map((id) => factsOf.get(id)),
  ];
  const changed = useSameList(asked);
  useEffect(() => {
    let current = true;
    const wait = setTimeout(() => void alignAll(), 120);
    async function alignAll(): Promise<void> {
      const before: ProgrammeTake[] = [];
      for (const [i, id] of ids.entries()) {
        const [facts, on] = [factsOf.get(id), decided[i]];
        if (facts === undefined || facts.transcript.cues.length === 0 || on === undefined) continue;
        const lacking = lackingIn(before.map((b) => b.aligned));
        const of = [timed, facts, on.pins, on.noTimers, ...lacking];
        let answer = known.current.get(id);
        if (answer === undefined || !sameList(answer.of, of)) {
          const aligned = await alignKept(timed, { pins: on.pins, noTimers: on.noTimers }, facts, lacking);
          if (!current) return;
          answer = { of, take: { takeId: id, facts, aligned } };
          const made = answer;
          setAnswers((now) => new Map(now).set(id, made));
        }
        before.push(answer.take);
      }
    }
    return () => {
      current = false;
      clearTimeout(wait);
    };
  }, [changed]);

  const facts = (takeId === null ? undefined : factsOf.get(takeId)) ?? null;
  const heard = facts !== null && facts.transcript.cues.length > 0 ? facts : null;
  // While words are being changed, what was found from them before stays in view until the new answer is there.
  const found = heard === null || takeId === null ? null : (answers.get(takeId) ?? null);
  const spoken = useMemo(() => pickUpsRecorded(takes), [takes]);
  const { title, instructor, blocks, presenters, language } = plan;
  const named = useMemo(
    () => ({
      plan: {
        title,
        instructor,
        blocks,
        ...(presenters !== undefined && { presenters }),
        ...(language !== undefined && { language }),
      },
      edit,
    }),
    [title, instructor, blocks, presenters, language, edit],
  );
  const inHand = useMemo(
    () => (found === null ? null : produceTake(named, found.take, spoken)),
    [found, named, spoken],
  );
  const programmeTakes = useSameList(programmeIds.flatMap((id) => answers.get(id)?.take ?? []));
  const wordless = programmeIds.filter((id) => factsOf.get(id)?.transcript.cues.length === 0).length;
  const whole = programmeTakes.length > 0 && programmeTakes.length === programmeIds.length - wordless;
  const recordings = useMemo(() => recordingsOf(takes), [takes]);
  const seen = useMemo(() => seenIn(takes), [takes]);
  const produced = useMemo(
    () =>
      whole ? produce(named, programmeTakes, { recordings, spoken, music, tracks, seen, book, wording, rules }) : null,
    [whole, named, programmeTakes, recordings, spoken, music, tracks, seen, book, wording, rules],
  );
  return useMemo(
    () => ({
      plan,
      timed,
      compiled,
      take,
      facts: heard,
      transcriptProblems: problems,
      aligned: found?.take.aligned ?? null,
      inHand,
      produced,
      programmeTakes,
      aligning: heard !== null && found?.take.facts !== heard,
    }),
    [plan, timed, compiled, take, heard, problems, found, inHand, produced, programmeTakes],
  );
}

function sameList(a: readonly unknown[], b: readonly unknown[]): boolean {
  return a.length === b.length && a.every((value, i) => value === b[i]);
}

/** The list as it was while its members are the same, so that what hangs on it is not computed anew. */
function useSameList<T>(list: readonly T[]): readonly T[] {
  const last = useRef(list);
  if (!sameList(last.current, list)) last.current = list;
  return last.current;
}
