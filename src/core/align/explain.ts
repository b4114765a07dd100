import { type PlannedSegment, isActive } from '../plan/segment.ts';
import { writeSeconds, writeTime } from '../time/typed-time.ts';
import type { Span } from '../time/span.ts';
import type { Pin } from './pin.ts';
import type { Heard } from '../calls/detect-calls.ts';

/** How near a boundary a heard thing must lie to be given as a reason for it. */
const NEAR_US = 2.5e6;
const SOUND_NEAR_US = 0.4e6;

/** The reasons for a segment's place, as sentences without a full stop, strongest first. */
export function reasonsFor(
  segment: PlannedSegment,
  recorded: Span | null,
  heard: readonly Heard[],
  pins: readonly Pin[],
): string[] {
  if (recorded === null) {
    const named = heard.some((h) => h.kind === 'name' && h.label === segment.label);
    if (!isActive(segment)) return ['no time was left for it between its neighbours'];
    return [named ? 'named elsewhere, but not where the plan has it' : `“${segment.label}” is never said`];
  }
  const reasons = pins
    .filter((pin) => pin.segmentKey === segment.key)
    .map((pin) => `${pin.edge} pinned by hand at ${writeTime(pin.at)}`);
  const near = (h: Heard, at: number) => Math.abs(h.at - at) <= NEAR_US + h.sigma;
  const at = (h: Heard) => writeTime(h.at, 1);
  for (const h of heard) {
    switch (h.kind) {
      case 'name':
        if (h.label !== segment.label || !isActive(segment)) break;
        if (h.next && h.at < recorded.start && recorded.start - h.at < 26e6)
          reasons.push(`announced “${h.said}” at ${at(h)}`);
        else if (!h.next && near(h, recorded.start)) reasons.push(`named “${h.said}” at ${at(h)}`);
        break;
      case 'countdown':
        if (near(h, recorded.end)) reasons.push(`countdown “${h.said}” ends at ${at(h)}`);
        else if (near(h, recorded.start)) reasons.push(`begins after the countdown that ends at ${at(h)}`);
        break;
      case 'rest-word':
        if (segment.kind === 'rest' && near(h, recorded.start)) reasons.push(`“${h.said}” at ${at(h)}`);
        break;
      case 'go-word':
        if (isActive(segment) && near(h, recorded.start)) reasons.push(`“${h.said}” at ${at(h)}`);
        break;
      case 'switch-word':
        if (near(h, recorded.start)) reasons.push(`“${h.said}” at ${at(h)}`);
        break;
      case 'water-word':
        if (segment.kind === 'water' && h.at >= recorded.start && h.at < recorded.end)
          reasons.push(`“${h.said}” at ${at(h)}`);
        break;
      case 'half-word':
        if (isActive(segment) && h.at > recorded.start && h.at < recorded.end)
          reasons.push(`half-way said at ${at(h)}`);
        break;
      case 'time-left':
        if (isActive(segment) && h.at > recorded.start && h.at < recorded.end)
          reasons.push(`“${h.said}” at ${at(h)} points to ${writeTime((h.at + h.leftUs) as typeof h.at, 1)}`);
        break;
      case 'side-word':
        if (h.side === segment.side && near(h, recorded.start)) reasons.push(`“${h.said}” at ${at(h)}`);
        break;
      case 'beep':
        if (Math.abs(h.at - recorded.start) < SOUND_NEAR_US) reasons.push(`${h.said} at ${at(h)}`);
        break;
      case 'clap':
      case 'level':
        if (near(h, recorded.start)) reasons.push(`${h.said} at ${at(h)}`);
        break;
      case 'round-word':
        break;
    }
  }
  const [length, planned] = [recorded.end - recorded.start, segment.end - segment.start] as [
    typeof recorded.end,
    typeof recorded.end,
  ];
  if (reasons.length === 0) reasons.push('follows from its neighbours and the planned lengths');
  reasons.push(`${writeSeconds(length)} s long, planned ${writeSeconds(planned)} s`);
  return reasons;
}
