/**
 * Counts, over the classes that are not kept aside, how often each mark of a clause and each relation of a name falls
 * where in a segment, and prints `src/core/align/clause-table.ts`: npm run bench -- learn. Counts only; no word of the
 * classes.
 */
import { compile } from '../../src/core/plan/compile.ts';
import { type PlannedSegment, isActive } from '../../src/core/plan/segment.ts';
import { DOINGS, PLACES, RELATIONS, doingOf, kinOf, relationTo } from '../../src/core/align/clause-context.ts';
import { announcementsAt } from '../../src/core/align/announcements.ts';
import { readClauses } from '../../src/core/calls/read-clauses.ts';
import { CLAUSE_MARKS } from '../../src/core/language/clause-mark.ts';
import { spokenTrack } from '../../src/core/transcript/clauses.ts';
import { type Token, spokenWords } from '../../src/core/transcript/transcript.ts';
import { anyTime } from '../support/times.ts';
import { readOutline } from '../../src/formats/outline/outline-reader.ts';
import { readTranscript } from '../../src/formats/transcript-reader.ts';
import { KEPT_ASIDE, classIds, readClass, transcriptText } from './spoken-classes.ts';

const CONTEXTS = DOINGS.flatMap((d) => PLACES.map((p) => `${d} ${p}`));
const zeros = () => CONTEXTS.map(() => 0);
const clauses = zeros();
const marks = new Map(CLAUSE_MARKS.map((m) => [m as string, zeros()]));
const named = new Map(RELATIONS.map((r) => [r as string, zeros()]));
const chances = new Map(RELATIONS.map((r) => [r as string, zeros()]));
const sides = new Map(['own', 'other'].map((r) => [r, zeros()]));
const sided = zeros();
const announced = { match: 0, other: 0, none: 0 };
const add = (list: number[] | undefined, at: number, by: number) => {
  if (list !== undefined) list[at] = (list[at] ?? 0) + by;
};

for (const id of (process.env.LEARN_FROM?.split(',') ?? classIds()).filter((i) => !KEPT_ASIDE.includes(i))) {
  const truth = readClass(id);
  const plan = readOutline(truth.outline).value;
  const planned = compile(plan).segments;
  const labels = [...new Set(planned.filter(isActive).map((s) => s.label))];
  const duration = anyTime(truth.duration_s * 1e6);
  // The class as it was: planned segments with their traits, others by what they are.
  const real = truth.segments
    .map((s) => ({
      start: s.start_s * 1e6,
      end: s.end_s * 1e6,
      segment: {
        ...(planned[s.plan_index ?? -1] ?? planned[0]),
        kind: s.kind,
        label: s.label,
        side: s.side,
      } as PlannedSegment,
    }))
    .sort((a, b) => a.start - b.start);
  const kin = kinOf(real.map((r) => r.segment));
  const transcript = readTranscript(transcriptText(id, 'lines')).value;
  const words = spokenWords(transcript, duration);
  const { tokens } = words;
  const track = spokenTrack(transcript, words, duration);
  const { clauses: readings } = readClauses(track.clauses, words, labels);
  const placed = track.clauses.map((c) => {
    const [a, b] = [tokens[c.from] as Token, tokens[c.to - 1] as Token];
    const mid = (a.at + b.end) / 2;
    return {
      k: Math.max(
        0,
        real.findLastIndex((r) => r.start <= mid),
      ),
    };
  });
  const announcements = announcementsAt(track.clauses, readings, tokens);
  for (const [k, { segment }] of real.entries()) {
    const before = real.slice(0, k).findLast((r) => isActive(r.segment))?.segment.label;
    const c = placed.findIndex((p) => p.k >= k);
    if (!isActive(segment) || segment.label === before || c < 0) continue;
    const names = announcements[c]?.filter((n) => n.label !== before) ?? [];
    announced[
      names.length === 0 ? 'none' : names.some((n) => n.label === segment.label && n.score > 0.5) ? 'match' : 'other'
    ]++;
  }
  for (const [c, { k }] of placed.entries()) {
    const { segment } = real[k] as (typeof real)[number];
    const first = placed[c - 1]?.k !== k;
    const last = placed[c + 1]?.k !== k;
    const base = DOINGS.indexOf(doingOf(segment)) * 3;
    const places = first && last ? [0, 2] : [first ? 0 : last ? 2 : 1];
    for (const p of places) {
      const by = 1 / places.length;
      add(clauses, base + p, by);
      const reading = readings[c];
      if (reading === undefined) continue;
      for (const m of reading.marks) add(marks.get(m), base + p, by);
      const seen = new Set<string>();
      for (const n of reading.names) {
        const relation = relationTo(kin[k] as (typeof kin)[number], n.label);
        seen.add(relation);
        add(named.get(relation), base + p, by * n.score);
      }
      const own = kin[k] as (typeof kin)[number];
      for (const r of RELATIONS) {
        const one = r === 'own' ? own.own : r === 'coming' ? own.coming : r === 'gone' ? own.gone : null;
        add(chances.get(r), base + p, by * (r === 'other' ? Math.max(1, labels.length - 3) : one === null ? 0 : 1));
      }
      const side = isActive(segment)
        ? segment.side
        : (real.slice(k + 1).find((r) => isActive(r.segment))?.segment.side ?? null);
      if (side === 'left' || side === 'right') {
        add(sided, base + p, by);
        if (reading[side] && !reading[side === 'left' ? 'right' : 'left']) add(sides.get('own'), base + p, by);
        if (!reading[side] && reading[side === 'left' ? 'right' : 'left']) add(sides.get('other'), base + p, by);
      }
    }
  }
}
const row = (list: readonly number[]) => `[${list.map((n) => Math.round(n * 10) / 10).join(', ')}]`;
const table = (map: ReadonlyMap<string, readonly number[]>) =>
  [...map].map(([key, list]) => `  ${key}: ${row(list)},`).join('\n');
console.log(`import type { ClauseMark } from '../language/clause-mark.ts';
import type { Relation } from './clause-context.ts';

/**
 * How often what is said falls where: counted over spoken classes of four ways of teaching (eight classes, true times),
 * by \`npm run bench -- learn\`. Columns: work first, inside, last; break first, inside, last; talk first, inside,
 * last. First and last are the clauses at a segment's ends.
 */
export const CLAUSE_COUNTS: readonly number[] = ${row(clauses)};

/** Clauses with a mark. */
export const MARK_COUNTS: Readonly<Record<ClauseMark, readonly number[]>> = {
${table(marks)}
};

/** Names heard, by what they are to the segment, and how many there could have been: one for each clause and label. */
export const NAME_COUNTS: Readonly<Record<Relation, readonly number[]>> = {
${table(named)}
};
export const NAME_CHANCES: Readonly<Record<Relation, readonly number[]>> = {
${table(chances)}
};

/**
 * Of the moves that begin: how many were what the last announcement before them named, how many another, how many
 * nothing was named.
 */
export const ANNOUNCED = ${JSON.stringify(announced)} as const;

/**
 * Clauses of one-sided segments, or of breaks before them, that speak of the segment's own side alone, or of the other
 * alone.
 */
export const SIDED_COUNTS: readonly number[] = ${row(sided)};
export const SIDE_COUNTS: Readonly<Record<'own' | 'other', readonly number[]>> = {
${table(sides)}
};`);
