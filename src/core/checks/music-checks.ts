import { coverageOf } from '../music/coverage.ts';
import { type LaidMusic, blockSpans } from '../music/arrangement.ts';
import { STRETCH_GOOD, STRETCH_MOST, tempoRange } from '../music/tempo-matching.ts';
import type { LevelPoint } from '../music/levels.ts';
import { bpmAt } from '../music/arrangement.ts';
import { AS_IT_IS_PPM, type Music } from '../music/music.ts';
import { musicFinding as finding, placementFindings } from './placement-checks.ts';
import { rightsGaps } from '../music/rights.ts';
import type { Plan } from '../plan/plan.ts';
import type { PlannedSegment } from '../plan/segment.ts';
import { type PlanTime, ZERO, asLength, micros } from '../time/micros.ts';
import { type Finding, type Fix } from '../findings/finding.ts';

/** Voice and music may come this much nearer than wanted before it is told, LU. */
const NEAR_LU = 1;
/** A tempo this far outside the published range is told, beats a minute. */
const RANGE_SLACK = 0.5;

/**
 * What is to be said of a class's music: places without any, tempos and stretches, cuts in mid-phrase, music that could
 * not be laid.
 */
export function musicFindings(
  plan: Plan,
  segments: readonly PlannedSegment[],
  music: Music,
  laid: LaidMusic<PlanTime>,
): Finding[] {
  if (music.placements.length === 0) return [];
  const spans = blockSpans(segments);
  const without = (id: string): Music => ({ ...music, placements: music.placements.filter((p) => p.id !== id) });
  const name = (blockId: string) => plan.blocks.find((b) => b.id === blockId)?.name ?? 'a block';
  const found: Finding[] = laid.unlaid.map(({ placement, reason: why }) => {
    const at = spans.get(placement.blockId)?.start ?? ZERO;
    const fixes = [{ kind: 'music', label: 'Take it out', music: without(placement.id) }] as const;
    return finding('music-unlaid', { block: name(placement.blockId), why }, { severity: 'alarm', at, fixes });
  });
  for (const gap of coverageOf(plan, spans, music, laid).gaps) {
    const silent: Fix = {
      kind: 'music',
      label: 'Silent on purpose',
      music: { ...music, silent: [...music.silent, gap.blockId] },
    };
    const fixes = music.placements.some((p) => p.blockId === gap.blockId) ? [] : [silent];
    const facts = { block: name(gap.blockId), lengthUs: asLength(gap.end - gap.start) };
    found.push(finding('music-gap', facts, { at: gap.start, fixes }));
  }
  for (const l of laid.laid) {
    const stretch = Math.abs(l.placement.speedPpm / AS_IT_IS_PPM - 1);
    if (stretch > STRETCH_GOOD + 1e-9) {
      const placements = music.placements.map((p) => (p.id === l.placement.id ? { ...p, speedPpm: AS_IT_IS_PPM } : p));
      const fixes = [{ kind: 'music', label: 'Play it at its own tempo', music: { ...music, placements } }] as const;
      const severity = stretch > STRETCH_MOST ? 'alarm' : 'note';
      const facts = { track: l.track.title, stretch, most: STRETCH_GOOD };
      found.push(finding('music-stretch', facts, { severity, at: l.start, fixes }));
    }
    const block = plan.blocks.find((b) => b.id === l.placement.blockId);
    const range = block === undefined ? null : tempoRange(block.kind);
    const bpm = bpmAt(l, micros((l.start + l.end) / 2));
    if (range !== null && (bpm < range.low - RANGE_SLACK || bpm > range.high + RANGE_SLACK)) {
      const { low, high, source } = range;
      const facts = { track: l.track.title, block: name(l.placement.blockId), bpm, low, high, source };
      found.push(finding('music-tempo', facts, { at: l.start }));
    }
  }
  found.push(...placementFindings(music, laid, spans));
  return found.sort((a, b) => a.at - b.at);
}

/** Speech that music covers: the voice is less far above it than wanted. One finding a stretch. */
export function drownedFindings(points: readonly LevelPoint<PlanTime>[], music: Music): Finding[] {
  const wanted = music.levels.distanceDeciLu / 10;
  const found: Finding[] = [];
  type Stretch = { readonly from: PlanTime; readonly to: number; readonly least: number };
  let open = null as Stretch | null;
  const close = () => {
    if (open === null) return;
    const missing = Math.ceil((wanted - open.least) * 10) / 10;
    const voiceDeciLufs = Math.max(-500, music.levels.voiceDeciLufs - Math.round(missing * 10));
    const softer: Fix = {
      kind: 'music',
      label: `Take the voice to be ${missing.toFixed(1)} LU softer`,
      music: { ...music, levels: { ...music.levels, voiceDeciLufs } },
    };
    const facts = { from: open.from, to: micros(open.to), aboveMusicLu: open.least, wantedLu: wanted };
    const place = { severity: 'alarm', at: open.from, certainty: 0.8, fixes: [softer] } as const;
    found.push(finding('voice-drowned', facts, place));
    open = null;
  };
  for (const p of points) {
    const distance = p.voice === null || p.music === null ? null : p.voice - p.music;
    if (distance === null || distance >= wanted - NEAR_LU) close();
    else
      open =
        open === null
          ? { from: p.at, to: p.at + 1e6, least: distance }
          : { ...open, to: p.at + 1e6, least: Math.min(open.least, distance) };
  }
  close();
  return found;
}

/** What a deliverable needs and its tracks do not have. Local law and the licence's own text decide. */
export function rightsFindings(music: Music, laid: LaidMusic<PlanTime>): Finding[] {
  const tracks = new Map(laid.laid.map((l) => [l.track.id, l]));
  return [...tracks.values()].flatMap((l) =>
    rightsGaps(l.track, music.showing).map(({ what, has, needs }) => {
      const severity = what === 'proof' ? 'note' : 'alarm';
      return finding(`rights-${what}`, { track: l.track.title, has, needs }, { severity, at: l.start });
    }),
  );
}
