import { isActive, isBreak, labelWithSide } from '../plan/segment.ts';
import type { Alignment, RecordedSegment } from '../take/align.ts';
import type { Heard } from '../take/heard.ts';
import { type Micros, fromSeconds, micros, toSeconds } from '../time/micros.ts';
import { span } from '../time/span.ts';
import { writeSeconds, writeTime } from '../time/typed-time.ts';
import { type Finding, TRADE } from './finding.ts';

/** A break may run over by this much before anyone minds; breaks of 15 s last 21 on average (common practice). */
const BREAK_SLACK = fromSeconds(4);
/** A half-way call is taken as true within this much. */
const HALF_SLACK = fromSeconds(2.5);
/** A side is said at a segment's start; later the word may mean anything. */
const SIDE_WITHIN = fromSeconds(8);
const UNSURE = 0.35;

/** What went otherwise on the day than the plan says. */
export function takeFindings(alignment: Alignment, heard: readonly Heard[]): Finding[] {
  return [
    ...alignment.segments.flatMap((r) => [...breakOver(r), ...leftOut(r, alignment), ...lateHalf(r, heard), ...wrongSide(r, heard), ...unsure(r)]),
  ].sort((a, b) => a.at - b.at);
}

const near = (r: RecordedSegment): Micros => r.recorded?.start ?? micros(0);

function breakOver(r: RecordedSegment): Finding[] {
  if (r.recorded === null || !isBreak(r.segment)) return [];
  const [length, planned] = [micros(r.recorded.end - r.recorded.start), micros(r.segment.end - r.segment.start)];
  const over = micros(length - planned);
  if (over <= BREAK_SLACK) return [];
  return [{
    rule: 'break-over', severity: 'alarm', segmentKey: r.segment.key, clock: 'take', at: r.recorded.start,
    says: `${r.segment.label} runs ${writeSeconds(over)} s over.`,
    measured: `${writeSeconds(length)} s`, wanted: `${writeSeconds(planned)} s`, source: 'the plan', certainty: r.confidence,
    mends: [{ kind: 'remove-span', label: `Cut ${writeSeconds(over)} s out of the middle`, span: span(micros(r.recorded.start + planned / 2), micros(r.recorded.start + planned / 2 + over)) }],
  }];
}

function leftOut(r: RecordedSegment, alignment: Alignment): Finding[] {
  if (r.recorded !== null || !isActive(r.segment)) return [];
  const made = alignment.extra.find((e) => e.madeUp?.key === r.segment.key);
  const before = alignment.segments.slice(0, r.segment.index).findLast((o) => o.recorded !== null);
  return [{
    rule: made === undefined ? 'left-out' : 'made-up-later', severity: made === undefined ? 'alarm' : 'note', segmentKey: r.segment.key, clock: 'take',
    at: made?.start ?? before?.recorded?.end ?? micros(0),
    says: `${labelWithSide(r.segment)} (round ${r.segment.round}) was left out${made === undefined ? '.' : ` and made up at ${writeTime(made.start)}.`}`,
    measured: made === undefined ? 'never filmed' : `${writeTime(made.start)} to ${writeTime(made.end)}`, wanted: `after ${before?.segment.label ?? 'the start'}`,
    source: 'the plan', certainty: r.confidence, mends: [],
  }];
}

function lateHalf(r: RecordedSegment, heard: readonly Heard[]): Finding[] {
  const { recorded } = r;
  if (recorded === null || !isActive(r.segment)) return [];
  const call = heard.find((h) => h.kind === 'half-word' && h.at >= recorded.start && h.at < recorded.end);
  if (call === undefined) return [];
  const off = micros(call.at - (recorded.start + recorded.end) / 2);
  if (Math.abs(off) <= HALF_SLACK + call.sigma) return [];
  return [{
    rule: 'half-way-off', severity: 'alarm', segmentKey: r.segment.key, clock: 'take', at: call.at,
    says: `Half-way is said ${writeSeconds(micros(Math.abs(off)))} s ${off > 0 ? 'late' : 'early'}.`,
    measured: `${writeSeconds(micros(call.at - recorded.start))} s into it`, wanted: `${writeSeconds(micros((recorded.end - recorded.start) / 2))} s`,
    source: TRADE, certainty: Math.round(r.confidence * (1 - Math.min(0.8, toSeconds(call.sigma) / 5)) * 100) / 100, mends: [],
  }];
}

function wrongSide(r: RecordedSegment, heard: readonly Heard[]): Finding[] {
  const { recorded, segment } = r;
  if (recorded === null || (segment.side !== 'left' && segment.side !== 'right')) return [];
  const said = heard.find((h) => h.kind === 'name' && !h.next && h.label === segment.label && h.side !== null && h.at >= recorded.start - 1.5e6 && h.at < recorded.start + SIDE_WITHIN);
  if (said?.kind !== 'name' || said.side === segment.side || said.side === null) return [];
  return [{
    rule: 'wrong-side', severity: 'alarm', segmentKey: segment.key, clock: 'take', at: said.at,
    says: `“${said.side}” is said; the plan has ${segment.side}.`, measured: said.side, wanted: segment.side, source: 'the plan',
    certainty: Math.round(r.confidence * 90) / 100, mends: [],
  }];
}

function unsure(r: RecordedSegment): Finding[] {
  if (r.recorded === null || r.confidence >= UNSURE || !isActive(r.segment)) return [];
  return [{
    rule: 'unsure', severity: 'note', segmentKey: r.segment.key, clock: 'take', at: near(r),
    says: 'This place is unsure. Listen, and pin it if it is wrong.', measured: `${Math.round(r.confidence * 100)} %`, wanted: `${Math.round(UNSURE * 100)} % or more`,
    source: 'the alignment', certainty: 1 - r.confidence, mends: [],
  }];
}

/** Segments by key, for lists of findings. */
export function findingsBySegment(findings: readonly Finding[]): Map<string, Finding[]> {
  const by = new Map<string, Finding[]>();
  for (const finding of findings) if (finding.segmentKey !== null) by.set(finding.segmentKey, [...(by.get(finding.segmentKey) ?? []), finding]);
  return by;
}

