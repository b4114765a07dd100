import { isActive, labelWithSide } from '../plan/segment.ts';
import type { Alignment, RecordedSegment } from '../align/alignment.ts';
import type { Claim } from '../claims/claim.ts';
import { type Length, type TakeTime, ZERO, asLength, fromSeconds } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import { writeSeconds } from '../time/typed-time.ts';
import { type Finding, type Fix, finding } from '../findings/finding.ts';
import { roomMusicAt, wholeBeats } from '../edit/room-beats.ts';
import { silencesToCut } from '../edit/shorten.ts';
import type { RoomMusic } from '../signal/room-music.ts';
import { type FilmedBreak, filmedBreaks } from '../mistakes/filmed-breaks.ts';
import { claimFacts } from './script-checks.ts';

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
  claims: readonly Claim<TakeTime>[],
  speech: readonly Span<TakeTime>[] | null = null,
  music: readonly RoomMusic[] = [],
): Finding[] {
  return [
    ...filmedBreaks(alignment).flatMap((b) => breakOver(b, speech, music)),
    ...alignment.segments.flatMap((r) => [...leftOut(r, alignment), ...unsure(r)]),
    ...claims.flatMap(falseClaim),
  ].sort((a, b) => a.at - b.at);
}

function breakOver(
  { segment, recorded, plannedUs, placed }: FilmedBreak,
  speech: readonly Span<TakeTime>[] | null,
  music: readonly RoomMusic[],
): Finding[] {
  const length = asLength(recorded.end - recorded.start);
  const over = asLength(length - plannedUs);
  if (over <= BREAK_SLACK) return [];
  const facts = { name: segment.label, lengthUs: length, plannedUs };
  // Each end may lie a second or two away; a break that is over by far is over all the same.
  const certainty = placed * (1 - Math.exp(-(over - BREAK_SLACK / 2) / BREAK_DOUBT));
  const fixes = cutShorter(recorded, over, speech, music);
  const place = { clock: 'take', severity: 'alarm', segmentKey: segment.key, at: recorded.start } as const;
  return [finding('break-over', facts, { ...place, certainty, fixes })];
}

/** Silence is taken out of a break that is too long, never what is said in it. */
function cutShorter(
  recorded: Span<TakeTime>,
  over: Length,
  speech: readonly Span<TakeTime>[] | null,
  music: readonly RoomMusic[],
): Fix[] {
  if (speech === null) return [];
  const spans = silencesToCut(recorded, over, speech, (at, lengthUs) => wholeBeats(music, at, lengthUs));
  if (spans.length === 0) return [];
  const length = asLength(spans.reduce((sum, s) => sum + s.end - s.start, 0));
  const onBeat = spans.some((s) => roomMusicAt(music, s.start) !== null);
  const said = onBeat
    ? `Cut ${writeSeconds(length)} s of silence, on the beat`
    : length >= over
      ? `Cut ${writeSeconds(over)} s of silence`
      : `Cut the ${writeSeconds(length)} s that are silence`;
  return [{ kind: 'remove-spans', label: spans.length === 1 ? said : `${said}, in ${spans.length} places`, spans }];
}

/** Less sure than this, a move that was not found may as well have been missed by the program. */
const SAY_LEFT_OUT = 0.5;

function leftOut(r: RecordedSegment, alignment: Alignment): Finding[] {
  if (r.recorded !== null || !isActive(r.segment)) return [];
  const made = alignment.extra.find((e) => e.madeUp?.key === r.segment.key);
  if (made === undefined && r.confidence < SAY_LEFT_OUT) return [];
  const before = alignment.segments.slice(0, r.segment.index).findLast((o) => o.recorded !== null);
  const facts = {
    move: labelWithSide(r.segment),
    round: r.segment.round,
    after: before?.segment.label ?? null,
  };
  const place = { clock: 'take', segmentKey: r.segment.key, certainty: r.confidence } as const;
  if (made === undefined)
    return [finding('left-out', facts, { ...place, severity: 'alarm', at: before?.recorded?.end ?? ZERO })];
  return [finding('made-up-later', { ...facts, start: made.start, end: made.end }, { ...place, at: made.start })];
}

function falseClaim(claim: Claim<TakeTime>): Finding[] {
  if (claim.verdict !== 'false') return [];
  const { type, segmentKey, at } = claim;
  const place = { clock: 'take', severity: 'alarm', segmentKey, at, certainty: 0.8 } as const;
  return [finding(`claim-${type}`, { of: 'take', ...claimFacts(claim) }, place)];
}

function unsure(r: RecordedSegment): Finding[] {
  if (r.recorded === null || r.placed >= UNSURE || !isActive(r.segment)) return [];
  const place = { clock: 'take', segmentKey: r.segment.key, at: r.recorded.start, certainty: 1 - r.placed } as const;
  return [finding('unsure', { placed: r.placed, least: UNSURE }, place)];
}

/** Segments by key, for lists of findings. */
export function findingsBySegment(findings: readonly Finding[]): Map<string, Finding[]> {
  const by = new Map<string, Finding[]>();
  for (const finding of findings)
    if (finding.segmentKey !== null) by.set(finding.segmentKey, [...(by.get(finding.segmentKey) ?? []), finding]);
  return by;
}
