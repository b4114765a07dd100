import { type PlannedSegment, isActive } from '../plan/segment.ts';
import { callFacts } from '../script/call-facts.ts';
import type { CallMeans } from '../script/calls.ts';
import { type Cue, type CueKind, type Script, freeCueId } from '../script/cue.ts';
import type { Schedule } from '../script/placed-line.ts';
import { type Length, fromSeconds } from '../time/micros.ts';
import { type Finding, type Fix, finding } from '../findings/finding.ts';

/** A form line stands this long after the move's start, when its name has been said. */
const FORM_AFTER = fromSeconds(4);

/**
 * A form line missing for a move that has a caution, and an option missing for a move with impact: at the move's first
 * use.
 */
export function missingLines(
  segments: readonly PlannedSegment[],
  script: Script,
  schedule: Schedule,
  means: CallMeans,
): Finding[] {
  const facts = callFacts(means.plan, segments, means.book, means.bank);
  const keyOf = new Map(segments.map((s) => [s.key, s]));
  const labelled = (kinds: readonly CueKind[]) =>
    new Set(
      script.cues
        .filter((c) => kinds.includes(c.kind) && c.text.trim() !== '')
        .flatMap((c) => keyOf.get(c.segmentKey)?.label.toLowerCase() ?? []),
    );
  const [formed, optioned] = [labelled(['form', 'caution']), labelled(['option'])];
  const placedBefore = (kind: string, segment: PlannedSegment) =>
    schedule.lines.some(
      (l) => l.kind === kind && l.segmentIndex <= segment.index && l.segmentIndex >= leadOf(segments, segment),
    );
  const found: Finding[] = [];
  for (const s of segments) {
    const of = isActive(s) && facts.isFirst(s) ? facts.of(s) : null;
    if (of === null) continue;
    const place = { clock: 'plan', segmentKey: s.key, at: s.start, certainty: 0.8 } as const;
    if (of.caution !== '' && !formed.has(s.label.toLowerCase()) && !placedBefore('caution', s)) {
      const fixes =
        of.form === '' ? [] : [addLine(script, s, { kind: 'form', text: `${of.form}.`, afterUs: FORM_AFTER })];
      found.push(finding('form-missing', { move: s.label, caution: of.caution }, { ...place, fixes }));
    }
    if (of.levels && of.impact !== 'none' && !optioned.has(s.label.toLowerCase()) && !placedBefore('option', s)) {
      const lead = segments[leadOf(segments, s)] ?? s;
      const afterUs = lead === s ? FORM_AFTER : fromSeconds(3);
      const fixes =
        of.easier === '' ? [] : [addLine(script, lead, { kind: 'option', text: `Easier: ${of.easier}.`, afterUs })];
      found.push(finding('option-missing', { move: s.label, impact: of.impact }, { ...place, fixes }));
    }
  }
  return found;
}

/** The first of the segments between the move before and this one. */
function leadOf(segments: readonly PlannedSegment[], segment: PlannedSegment): number {
  let i = segment.index;
  while (i > 0 && !isActive(segments[i - 1]!)) i--;
  return i;
}

interface NewLine {
  readonly kind: CueKind;
  readonly text: string;
  /** After the start of its segment. */
  readonly afterUs: Length;
}

function addLine(script: Script, segment: PlannedSegment, { kind, text, afterUs }: NewLine): Fix {
  const anchor = { kind: 'start', afterUs } as const;
  const cue: Cue = { id: freeCueId(script.cues), segmentKey: segment.key, kind, anchor, text };
  return { kind: 'script', label: `Add “${text}”`, changes: [{ kind: 'add', cue }] };
}
