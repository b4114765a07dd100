import type { LaidMusic } from '../music/arrangement.ts';
import { AS_IT_IS_PPM, type Music } from '../music/music.ts';
import { beatAt, phraseCounts } from '../music/tempo-map.ts';
import { type Finding, finding } from '../findings/finding.ts';
import type { FactsOf, RuleId } from '../findings/rules.ts';
import { type Micros, type PlanTime, asLength } from '../time/micros.ts';
import type { Span } from '../time/span.ts';

/** Music that ends this near to its block's end ends with it. */
const PHRASE_SLACK_US = 120_000;

type Place = { readonly at: PlanTime } & Partial<Pick<Finding, 'severity' | 'certainty' | 'fixes'>>;

/** A finding about music, on plan time. */
export const musicFinding = <R extends RuleId>(rule: R, facts: FactsOf<R>, place: Place): Finding =>
  finding(rule, facts, { clock: 'plan', ...place });

/** How tracks are laid: phrases that are begun or left in their middle, and tracks that lie over themselves. */
export function placementFindings(
  music: Music,
  laid: LaidMusic<PlanTime>,
  blocks: ReadonlyMap<string, Span<PlanTime>>,
): Finding[] {
  const cut = laid.laid.flatMap((l) => cutInPhrase(l, laid, blocks.get(l.placement.blockId)?.end ?? l.end));
  return [...cut, ...beginsInPhrase(laid, music), ...overItself(laid, music)];
}

/** Music that begins with its block in mid-phrase: a phrase was set right after it was laid, perhaps. */
function beginsInPhrase({ laid }: LaidMusic<PlanTime>, music: Music): Finding[] {
  return laid.flatMap(({ placement, track: { map, title }, start }) => {
    const counts = phraseCounts(map);
    const into = (((placement.fromBeat - map.phrase) % counts) + counts) % counts;
    if (into === 0 || placement.atUs !== 0) return [];
    const back = placement.fromBeat - into;
    const fromBeat = into <= counts / 2 && back >= 0 ? back : back + counts;
    const placements = music.placements.map((p) => (p.id === placement.id ? { ...p, fromBeat } : p));
    const fixes = [{ kind: 'music', label: 'Begin on the nearest phrase', music: { ...music, placements } }] as const;
    return [musicFinding('music-starts-mid-phrase', { track: title, count: into + 1 }, { at: start, fixes })];
  });
}

/** Shorter than this nobody hears that a track lies over itself. */
const OVER_US = 50e3;

/** A track that is laid over itself: it sounds as if it hung. */
function overItself({ laid }: LaidMusic<PlanTime>, music: Music): Finding[] {
  return laid.flatMap((l) => {
    const next = laid.find(
      (o) => o !== l && o.track.id === l.track.id && o.start >= l.start && o.start < l.end - OVER_US,
    );
    // What is faded over is meant so.
    if (next === undefined || l.end - next.start <= Math.max(l.fadeOutUs, next.fadeInUs) + OVER_US) return [];
    const { map } = l.track;
    const until = beatAt(map, l.from + ((next.start - l.start) * l.placement.speedPpm) / AS_IT_IS_PPM);
    const beats = Math.floor(until - l.placement.fromBeat + 1e-6);
    const placements = music.placements.flatMap((p) =>
      p.id === l.placement.id ? (beats < 1 ? [] : [{ ...p, beats, fadeInBeats: Math.min(p.fadeInBeats, beats) }]) : [p],
    );
    const label = 'Stop the first where the second begins';
    const fixes = [{ kind: 'music', label, music: { ...music, placements } }] as const;
    const facts = { track: l.track.title, twiceUs: asLength(l.end - next.start) };
    return [musicFinding('music-over-itself', facts, { severity: 'alarm', at: next.start, fixes })];
  });
}

/**
 * Music that stops in mid-phrase while the class goes on: neither at its own phrase's end, nor faded into what follows,
 * nor at the block's end.
 */
function cutInPhrase(
  l: LaidMusic<PlanTime>['laid'][number],
  { laid }: LaidMusic<PlanTime>,
  blockEnd: Micros,
): Finding[] {
  const { map } = l.track;
  const counts = 8 * map.metre;
  const end = l.placement.fromBeat + l.placement.beats;
  const into = (((end - map.phrase) % counts) + counts) % counts;
  const crossed = laid.some((o) => o !== l && o.start < l.end && o.end > l.end);
  if (into === 0 || crossed || l.placement.fadeOutBeats > 0 || Math.abs(l.end - blockEnd) <= PHRASE_SLACK_US) return [];
  return [musicFinding('music-mid-phrase', { track: l.track.title, count: into + 1 }, { at: l.end })];
}
