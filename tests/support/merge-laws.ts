import { type Merged, mergeDocuments } from '../../src/core/merge/merge-documents.ts';
import type { WorkoutDocument } from '../../src/core/workout/document.ts';
import { faultOf } from '../../src/formats/plan-json/plan-schema.ts';
import { workoutSchema } from '../../src/formats/workout-json/workout-schema.ts';
import { EDITED, dice, edited, things } from './random-edits.ts';

/** What broke in one random pair of edits; empty: both laws hold and the document is a right one. */
export function brokenLaws(seed: number): string[] {
  const roll = dice(seed);
  const [mine, theirs] = [edited(EDITED, roll), edited(EDITED, roll)];
  const merged = mergeDocuments(EDITED, mine, theirs);
  const [b, m, t, x] = [EDITED, mine, theirs, merged.document].map(things) as [Things, Things, Things, Things];
  const broken: string[] = [];
  for (const [name, value] of b)
    if (m.get(name) === value && t.get(name) === value && x.get(name) !== value)
      broken.push(`untouched, yet changed: ${name}`);
  const made = new Set([...merged.renames.plan.values(), ...merged.renames.cues.values()]);
  for (const name of x.keys())
    if (!b.has(name) && !m.has(name) && !t.has(name) && !made.has(name.split(' ')[1] ?? ''))
      broken.push(`from nowhere: ${name}`);
  if (!overlap(b, m, t) && !inGone(mine, theirs) && !inGone(theirs, mine)) {
    if (merged.clashes.length > 0) broken.push(`asks about ${merged.clashes.map((c) => c.key).join(', ')}`);
    for (const [name, value] of m)
      if (value !== b.get(name) && !stands(name, value, x, merged)) broken.push(`mine lost: ${name}`);
    for (const [name, value] of t)
      if (value !== b.get(name) && x.get(name) !== value) broken.push(`theirs lost: ${name}`);
    for (const name of b.keys())
      if ((!m.has(name) || !t.has(name)) && x.has(name)) broken.push(`removed, yet there: ${name}`);
    // What both added alike is one thing, and goes with either.
    if (![...m].some(([name, value]) => !b.has(name) && t.get(name) === value))
      broken.push(...undoBroken(mine, merged, t));
  }
  const choices = new Map(merged.clashes.map((c, i) => [c.key, (seed + i) % 2 === 0 ? 'mine' : 'theirs'] as const));
  for (const document of [merged.document, mergeDocuments(EDITED, mine, theirs, choices).document]) {
    const fault = faultOf(workoutSchema, document);
    if (fault !== null) broken.push(fault);
  }
  return broken;
}

type Things = Map<string, string>;

/** Whether a thing was changed by both, or removed by one with something in it that the other changed. */
function overlap(b: Things, m: Things, t: Things): boolean {
  const changed = (of: Things) =>
    new Set([...new Set([...b.keys(), ...of.keys()])].filter((k) => b.get(k) !== of.get(k)));
  const [here, there] = [changed(m), changed(t)];
  // New things of both may have the same name and mean two things; the merge keeps both.
  for (const name of here) if (b.has(name) && there.has(name)) return true;
  for (const name of here) if (!b.has(name) && there.has(name) && /^(pin|cut)/.test(name)) return true;
  return false;
}

/** Whether one side removed a block whose moves the other changed, or put in another order. */
function inGone(gone: WorkoutDocument, other: WorkoutDocument): boolean {
  const text = (d: WorkoutDocument, id: string) => JSON.stringify(d.plan.blocks.find((b) => b.id === id)?.moves);
  return EDITED.plan.blocks.some(
    ({ id }) => !gone.plan.blocks.some((b) => b.id === id) && text(other, id) !== text(EDITED, id),
  );
}

/** A changed thing of mine stands in the merge, maybe by another id. */
function stands(name: string, value: string, x: Things, { renames }: Merged): boolean {
  const ids = new Map([...renames.plan, ...renames.cues]);
  const renamed = (text: string) => text.replace(/[bmc]\d+(m\d+)?/g, (id) => ids.get(id) ?? id);
  return x.get(renamed(name)) === renamed(value);
}

/** Undo after a merge takes back what was mine, and nothing of theirs. */
function undoBroken(mine: WorkoutDocument, merged: Merged, theirs: Things): string[] {
  if (merged.renames.plan.size > 0 || merged.renames.cues.size > 0) return [];
  const back = things(mergeDocuments(mine, EDITED, merged.document).document);
  return [...new Set([...back.keys(), ...theirs.keys()])]
    .filter((name) => back.get(name) !== theirs.get(name))
    .map((name) => `after undo: ${name}`);
}
