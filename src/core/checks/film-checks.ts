import type { Programme } from '../edit/assemble.ts';
import type { Choice } from '../edit/choose-takes.ts';
import { shotsOf } from '../edit/shots.ts';
import { standInFor } from '../edit/usual-inserts.ts';
import { type Finding, type Fix, finding } from '../findings/finding.ts';
import { type PlannedSegment, isActive, labelWithSide } from '../plan/segment.ts';
import { ZERO, asLength } from '../time/micros.ts';

/** This many left-out segments in a row are a stretch that was not filmed, and not a forgotten move. */
const STRETCH = 3;
/** Findings of one take that do not matter where another take holds the segment. */
const OF_ONE_TAKE = ['left-out', 'made-up-later'];

/** What was found in the takes, as far as it is in the programme, and what no take holds: one finding a stretch. */
export function filmFindings(programme: Programme, ofTakes: readonly Finding[]): Finding[] {
  const { choices, shots } = programme;
  const from = new Map(choices.map((c) => [c.segment.key, c.candidate?.takeId ?? null]));
  const isIn = ({ takeId, at }: Finding) => shotsOf(shots, takeId ?? '').some((s) => s.start <= at && at < s.end);
  const stoodFor = new Set(programme.inserts.flatMap((p) => (p.insert.place === 'instead' ? [p.segment.key] : [])));
  const stretches = missing(choices.filter((c) => !stoodFor.has(c.segment.key)));
  const told = new Set(stretches.flatMap((s) => s.map((c) => c.segment.key)));
  const used = ofTakes.filter((f) => {
    const chosen = f.segmentKey === null ? null : (from.get(f.segmentKey) ?? null);
    if (OF_ONE_TAKE.includes(f.rule)) {
      const key = f.segmentKey ?? '';
      return chosen === null && !told.has(key) && !stoodFor.has(key);
    }
    return chosen === null ? isIn(f) : chosen === f.takeId;
  });
  return [
    ...used.map((f) => (f.rule === 'left-out' ? withCard(f, choices) : f)),
    ...stretches.map((stretch) => stillToFilm(stretch, programme)),
  ];
}

/** Runs of segments that no take holds, breaks between them with them. */
function missing(choices: readonly Choice[]): Choice[][] {
  const runs: Choice[][] = [];
  let run: Choice[] = [];
  for (const choice of choices) {
    if (choice.why === 'not filmed') run.push(choice);
    else {
      runs.push(run);
      run = [];
    }
  }
  return [...runs, run].filter((r) => r.filter((c) => isActive(c.segment)).length >= STRETCH);
}

/** The fix that shows cards for segments that no take holds. */
function cardsFor(label: string, segments: readonly PlannedSegment[]): Fix {
  return { kind: 'inserts', label, inserts: segments.map((s) => ({ id: `instead of ${s.key}`, ...standInFor(s) })) };
}

function withCard(finding: Finding, choices: readonly Choice[]): Finding {
  const left = choices.find((c) => c.segment.key === finding.segmentKey && c.candidate === null);
  if (left === undefined) return finding;
  return { ...finding, fixes: [...finding.fixes, cardsFor('Show a card with the clock in its place', [left.segment])] };
}

function stillToFilm(stretch: readonly Choice[], { segments }: Programme): Finding {
  const moves = stretch.filter((c) => isActive(c.segment));
  const [first, last] = [moves[0]!.segment, moves.at(-1)!.segment];
  const before = segments.findLast((s) => s.segment !== null && s.segment.index < first.index);
  const length = asLength(stretch.at(-1)!.segment.end - stretch[0]!.segment.start);
  const names = `${labelWithSide(first)} (round ${first.round}) to ${labelWithSide(last)} (round ${last.round})`;
  return finding(
    'still-to-film',
    { names, moves: moves.length, lengthUs: length },
    {
      ...{ clock: 'programme', severity: 'alarm', segmentKey: first.key, at: before?.end ?? ZERO },
      certainty: Math.min(...stretch.map((c) => (c.candidates.length === 0 ? 0.9 : 0.5))),
      fixes: [
        {
          kind: 'retake',
          label: 'Note it for the next day of filming',
          retake: { segmentKey: first.key, why: `${names}: in no take yet` },
        },
        cardsFor(
          `Show ${stretch.length} cards with the clock in their place`,
          stretch.map((c) => c.segment),
        ),
      ],
    },
  );
}
