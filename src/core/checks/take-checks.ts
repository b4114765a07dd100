import { isActive, isBreak, labelWithSide } from '../plan/segment.ts';
import type { Alignment, RecordedSegment } from '../align/alignment.ts';
import type { Claim } from '../claims/claim.ts';
import { type Micros, fromSeconds, micros } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import { writeSeconds, writeTime } from '../time/typed-time.ts';
import { type Finding, type Mend, TRADE } from '../findings/finding.ts';
import { roomMusicAt, wholeBeats } from '../edit/room-beats.ts';
import { silencesToCut } from '../edit/shorten.ts';
import type { RoomMusic } from '../signal/room-music.ts';
import { CLAIM_WORDS } from './script-checks.ts';

/** A break may run over by this much before anyone minds; breaks of 15 s last 21 on average (common practice). */
const BREAK_SLACK = fromSeconds(4);
/** How far off the two ends of a break may be together. */
const BREAK_DOUBT = fromSeconds(6);
/** A place less likely than this to be right at all is worth a look. */
const UNSURE = 0.5;

/**
 * What went otherwise on the day than the plan says. `speech`: when somebody speaks, in order; null: that is not known.
 * `music`: what plays in the room, whose beat no cut may break.
 */
export function takeFindings(
  alignment: Alignment,
  claims: readonly Claim[],
  speech: readonly Span[] | null = null,
  music: readonly RoomMusic[] = [],
): Finding[] {
  return [
    ...alignment.segments.flatMap((r) => [...breakOver(r, speech, music), ...leftOut(r, alignment), ...unsure(r)]),
    ...claims.flatMap(falseClaim),
  ].sort((a, b) => a.at - b.at);
}

const near = (r: RecordedSegment): Micros => r.recorded?.start ?? micros(0);

function breakOver(r: RecordedSegment, speech: readonly Span[] | null, music: readonly RoomMusic[]): Finding[] {
  if (r.recorded === null || !(isBreak(r.segment) || r.segment.kind === 'set-up')) return [];
  const [length, planned] = [micros(r.recorded.end - r.recorded.start), micros(r.segment.end - r.segment.start)];
  const over = micros(length - planned);
  if (over <= BREAK_SLACK) return [];
  return [
    {
      rule: 'break-over',
      severity: 'alarm',
      segmentKey: r.segment.key,
      clock: 'take',
      at: r.recorded.start,
      says: `${r.segment.label} runs ${writeSeconds(over)} s over.`,
      measured: `${writeSeconds(length)} s`,
      wanted: `${writeSeconds(planned)} s`,
      source: 'the plan',
      // Each end may lie a second or two away; a break that is over by far is over all the same.
      certainty: r.placed * (1 - Math.exp(-(over - BREAK_SLACK / 2) / BREAK_DOUBT)),
      mends: cutShorter(r.recorded, over, speech, music),
      facts: { over: over / 1e6 },
    },
  ];
}

/** Silence is taken out of a break that is too long, never what is said in it. */
function cutShorter(recorded: Span, over: Micros, speech: readonly Span[] | null, music: readonly RoomMusic[]): Mend[] {
  if (speech === null) return [];
  const spans = silencesToCut(recorded, over, speech, (at, lengthUs) => wholeBeats(music, at, lengthUs));
  if (spans.length === 0) return [];
  const length = micros(spans.reduce((sum, s) => sum + s.end - s.start, 0));
  const onBeat = spans.some((s) => roomMusicAt(music, s.start) !== null);
  const said = onBeat
    ? `Cut ${writeSeconds(length)} s of silence, on the beat`
    : length >= over
      ? `Cut ${writeSeconds(over)} s of silence`
      : `Cut the ${writeSeconds(length)} s that are silence`;
  return [{ kind: 'remove-spans', label: spans.length === 1 ? said : `${said}, in ${spans.length} places`, spans }];
}

/** Less sure than this, a move that was not found may as well have been missed by the program. */
const SAY_LEFT_OUT = 0.7;

function leftOut(r: RecordedSegment, alignment: Alignment): Finding[] {
  if (r.recorded !== null || !isActive(r.segment)) return [];
  const made = alignment.extra.find((e) => e.madeUp?.key === r.segment.key);
  if (made === undefined && r.confidence < SAY_LEFT_OUT) return [];
  const before = alignment.segments.slice(0, r.segment.index).findLast((o) => o.recorded !== null);
  return [
    {
      rule: made === undefined ? 'left-out' : 'made-up-later',
      severity: made === undefined ? 'alarm' : 'note',
      segmentKey: r.segment.key,
      clock: 'take',
      at: made?.start ?? before?.recorded?.end ?? micros(0),
      says: `${labelWithSide(r.segment)} (round ${r.segment.round}) was left out${made === undefined ? '.' : ` and made up at ${writeTime(made.start)}.`}`,
      measured: made === undefined ? 'never filmed' : `${writeTime(made.start)} to ${writeTime(made.end)}`,
      wanted: `after ${before?.segment.label ?? 'the start'}`,
      source: 'the plan',
      certainty: r.confidence,
      mends: [],
    },
  ];
}

function falseClaim(claim: Claim): Finding[] {
  if (claim.verdict !== 'false') return [];
  return [
    {
      rule: `claim-${claim.type}`,
      severity: 'alarm',
      segmentKey: claim.segmentKey,
      clock: 'take',
      at: claim.at,
      says: `“${claim.said}” ${CLAIM_WORDS[claim.type]}.`,
      measured: claim.type === 'half-way' ? `${claim.actual} s into it` : `said ${claim.claimed}`,
      wanted: claim.type === 'half-way' ? `${claim.claimed} s` : String(claim.actual),
      source:
        claim.type === 'half-way' || claim.type === 'seconds-left'
          ? `the recording; within what is ${TRADE}`
          : 'the plan',
      certainty: 0.8,
      facts: { said: claim.said },
      mends: [],
    },
  ];
}

function unsure(r: RecordedSegment): Finding[] {
  if (r.recorded === null || r.placed >= UNSURE || !isActive(r.segment)) return [];
  return [
    {
      rule: 'unsure',
      severity: 'note',
      segmentKey: r.segment.key,
      clock: 'take',
      at: near(r),
      says: 'This place is unsure. Listen, and pin it if it is wrong.',
      measured: `${Math.round(r.placed * 100)} %`,
      wanted: `${Math.round(UNSURE * 100)} % or more`,
      source: 'the alignment',
      certainty: 1 - r.placed,
      mends: [],
    },
  ];
}

/** Segments by key, for lists of findings. */
export function findingsBySegment(findings: readonly Finding[]): Map<string, Finding[]> {
  const by = new Map<string, Finding[]>();
  for (const finding of findings)
    if (finding.segmentKey !== null) by.set(finding.segmentKey, [...(by.get(finding.segmentKey) ?? []), finding]);
  return by;
}
