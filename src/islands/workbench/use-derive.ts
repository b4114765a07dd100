import { useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { aligner } from '../../browser/aligner.ts';
import { planToMusic } from '../../core/music/laid.ts';
import { compile } from '../../core/plan/compile.ts';
import { type Aligned, type TakeFacts, produce } from '../../core/workout/pipeline.ts';
import { factsOfTake } from '../../core/workout/take-sources.ts';
import { pastTheEnd } from '../../formats/transcript-problem.ts';
import { readTranscript } from '../../formats/transcript-reader.ts';
import type { Workbench } from './store.ts';
import type { Derived } from './workbench-context.tsx';

/**
 * Computes everything from the document. Compiling follows each keystroke as soon as the key itself is drawn; aligning
 * runs
 * in a worker.
 */
export function useDerive(workbench: Workbench): Derived {
  const written = workbench((s) => s.document.plan);
  const music = workbench((s) => s.document.music);
  const tracks = workbench((s) => s.usable);
  const plan = useDeferredValue(written);
  const timed = useMemo(() => planToMusic(plan, music, tracks), [plan, music, tracks]);
  const edit = workbench((s) => s.document.edit);
  const takes = workbench((s) => s.takes);
  const compiled = useMemo(() => compile(timed), [timed]);
  const chosen = takes.find((t) => t.take.id === edit.takeId) ?? null;
  const text = chosen?.transcript?.text ?? null;
  const read = useMemo(() => (text === null ? null : readTranscript(text)), [text]);
  const take = chosen?.take ?? null;
  // What goes on around a take (its pictures being made) does not change what it is.
  const parts = takes.flatMap((t) =>
    t.take.id === take?.id || t.take.ofTake === take?.id ? [t.take, t.transcript] : [],
  );
  const sources = useRef(parts);
  if (parts.length !== sources.current.length || parts.some((p, i) => p !== sources.current[i]))
    sources.current = parts;
  const stable = sources.current;
  const facts = useMemo<TakeFacts | null>(() => {
    if (take === null) return null;
    const made = factsOfTake(take, takes, (t) => (t === text && read !== null ? read.value : readTranscript(t).value));
    return made.transcript.cues.length === 0 ? null : made;
    // `takes` itself changes with every step of progress; `stable` is what of it counts.
  }, [take, stable, text, read]);
  const problems = useMemo(
    () => (take === null || read === null ? [] : [...read.problems, ...pastTheEnd(read.value.cues, take.duration)]),
    [take, read],
  );
  const [aligned, setAligned] = useState<{ of: TakeFacts; takeId: string; value: Aligned } | null>(null);
  const takeId = take?.id ?? null;
  useEffect(() => {
    if (facts === null || takeId === null) return;
    let current = true;
    const wait = setTimeout(() => {
      void aligner()
        .align(timed, { pins: edit.pins, noTimers: edit.noTimers }, facts)
        .then((value) => {
          if (current) setAligned({ of: facts, takeId, value });
        });
    }, 120);
    return () => {
      current = false;
      clearTimeout(wait);
    };
  }, [timed, edit.pins, edit.noTimers, facts, takeId]);
  // While words are being changed, what was found from them before stays in view until the new answer is there.
  const found = facts !== null && aligned?.takeId === takeId ? aligned : null;
  const usable = found?.value ?? null;
  const produced = useMemo(() => (found === null ? null : produce(edit, found.value, found.of)), [found, edit]);
  return useMemo(
    () => ({
      plan,
      timed,
      compiled,
      take,
      facts,
      transcriptProblems: problems,
      aligned: usable,
      produced,
      aligning: facts !== null && found?.of !== facts,
    }),
    [plan, timed, compiled, take, facts, problems, usable, produced],
  );
}
