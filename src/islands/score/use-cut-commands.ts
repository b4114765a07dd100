import { useEffect, useMemo, useState } from 'react';
import { isDissolved, joinsOf } from '../../core/edit/dissolves.ts';
import { type Cut, type CutEdge, cutsOf } from '../../core/edit/trims.ts';
import { type ProgrammeTime, ZERO, earlier, later, micros, moved, movedBack } from '../../core/time/micros.ts';
import { writeSeconds } from '../../core/time/typed-time.ts';
import { decidedOn } from '../../core/workout/document.ts';
import { usePlayhead } from '../shared/playhead.ts';
import { useLetterCommands } from '../workbench/commands.ts';
import { useDerived, useDocument } from '../workbench/workbench-context.tsx';
import { withCutOut, withDissolveToggled, withTrim, withoutCut } from './edit-cuts.ts';

/** Shorter is no piece to cut out: a key was pressed twice. */
const LEAST_US = 40_000;
/** The picture is shown from so long before a cut that was moved. */
const SHOWN_BEFORE_US = 40_000;

/**
 * Cutting by key: a piece between two presses, a cut moved by frames, brought back, gone to. Gives where the first
 * press was, and the cuts that there are.
 */
export function useCutCommands(): { readonly mark: ProgrammeTime | null; readonly cuts: readonly Cut[] } {
  const { document, change } = useDocument();
  const { produced, programmeTakes } = useDerived();
  const [mark, setMark] = useState<ProgrammeTime | null>(null);
  const { edit } = document;
  const cuts = useMemo(
    () => (produced === null ? [] : cutsOf(produced.programme.shots, (id) => decidedOn(edit, id).removed)),
    [produced, edit],
  );
  const rate = programmeTakes[0]?.facts.rate ?? null;
  const at = () => usePlayhead.getState().at ?? ZERO;
  const seek = (to: ProgrammeTime) => usePlayhead.getState().seek?.(later(ZERO, to));
  /** The cut that is nearest to the picture. */
  const nearest = () => [...cuts].sort((a, b) => Math.abs(a.at - at()) - Math.abs(b.at - at()))[0];

  const cut = () => {
    if (produced === null) return;
    if (mark === null) return setMark(at());
    const [from, to] = [earlier(mark, at()), later(mark, at())];
    setMark(null);
    if (to - from < LEAST_US) return;
    const { shots } = produced.programme;
    change(`Cut out ${writeSeconds(micros(to - from))} s`, (d) => withCutOut(d, shots, from, to));
    seek(from);
  };
  const move = (edge: CutEdge, frames: number) => () => {
    const found = nearest();
    if (found === undefined || rate === null) return;
    change('Move a cut', (d) => withTrim(d, found, { edge, frames, rate }));
    const shift = edge === 'after' ? 0 : (frames * 1e6 * rate.den) / rate.num;
    seek(moved(found.at, shift - SHOWN_BEFORE_US));
  };
  const bringBack = () => {
    const found = nearest();
    if (found !== undefined) change('Bring back what was cut out', (d) => withoutCut(d, found));
  };
  const dissolve = () => {
    const joins = joinsOf(produced?.programme.shots ?? []);
    const found = [...joins].sort((a, b) => Math.abs(a.at - at()) - Math.abs(b.at - at()))[0];
    if (found === undefined) return;
    const is = isDissolved(found, edit.dissolves);
    change(is ? 'A cut again' : 'Dissolve', (d) => withDissolveToggled(d, found));
    seek(moved(found.at, -500_000));
  };
  const go = (step: 1 | -1) => () => {
    const now = at() + SHOWN_BEFORE_US;
    const to = step > 0 ? cuts.find((c) => c.at > now + SHOWN_BEFORE_US) : cuts.findLast((c) => c.at < now - 1e5);
    if (to !== undefined) seek(movedBack(to.at, SHOWN_BEFORE_US));
  };
  useEffect(() => {
    if (mark === null) return;
    const forget = (event: KeyboardEvent) => {
      if (event.key === 'Escape') setMark(null);
    };
    window.addEventListener('keydown', forget);
    return () => window.removeEventListener('keydown', forget);
  }, [mark]);
  useLetterCommands([
    { label: 'Cut: begin the piece here, or cut it out up to here', letter: 'c', run: cut },
    { label: 'Bring back what was cut out nearest to here', letter: 'b', run: bringBack },
    { label: 'Before the cut: a frame less', letter: '[', run: move('before', -1) },
    { label: 'Before the cut: a frame more', letter: ']', run: move('before', 1) },
    { label: 'After the cut: a frame more', letter: 'Shift+{', keys: '{', run: move('after', -1) },
    { label: 'After the cut: a frame less', letter: 'Shift+}', keys: '}', run: move('after', 1) },
    { label: 'The cut a frame earlier', letter: 'Shift+<', keys: '<', run: move('both', -1) },
    { label: 'The cut a frame later', letter: 'Shift+>', keys: '>', run: move('both', 1) },
    { label: 'Dissolve at the join nearest to here, or cut', letter: 'e', run: dissolve },
    { label: 'To the next cut', letter: 'n', run: go(1) },
    { label: 'To the cut before', letter: 'Shift+N', keys: 'Shift N', run: go(-1) },
  ]);
  return { mark, cuts };
}
