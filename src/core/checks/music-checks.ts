import { coverageOf } from '../music/coverage.ts';
import { type LaidMusic, type UnlaidTrack, blockSpans } from '../music/laid.ts';
import { STRETCH_GOOD, STRETCH_MOST, tempoRange } from '../music/meet.ts';
import type { LevelPoint } from '../music/levels.ts';
import { bpmAt } from '../music/laid.ts';
import { AS_IT_IS_PPM, type Music } from '../music/music.ts';
import { musicFinding as finding, placementFindings } from './placement-checks.ts';
import { type RightsGap, rightsGaps } from '../music/rights.ts';
import type { Plan } from '../plan/plan.ts';
import type { Segment } from '../plan/segment.ts';
import { type Micros, ZERO, micros } from '../time/micros.ts';
import { writeTime } from '../time/typed-time.ts';
import { type Finding, JUDGEMENT, TRADE } from '../findings/finding.ts';

/** Voice and music may come this much nearer than wanted before it is told, LU. */
const NEAR_LU = 1;
/** A tempo this far outside the published range is told, beats a minute. */
const RANGE_SLACK = 0.5;

const UNLAID_WORDS: Readonly<Record<UnlaidTrack['reason'], string>> = {
  'track-gone': 'Its track is no longer in the library',
  'block-gone': 'Its block is no longer in the plan',
  'past-the-track': 'It begins past the end of its track',
};

/**
 * What is to be said of a class's music: places without any, tempos and stretches, cuts in mid-phrase, music that could
 * not be laid.
 */
export function musicFindings(plan: Plan, segments: readonly Segment[], music: Music, laid: LaidMusic): Finding[] {
  if (music.placements.length === 0) return [];
  const spans = blockSpans(segments);
  const without = (id: string): Music => ({ ...music, placements: music.placements.filter((p) => p.id !== id) });
  const name = (blockId: string) => plan.blocks.find((b) => b.id === blockId)?.name ?? 'a block';
  const found: Finding[] = laid.unlaid.map(({ placement, reason }) =>
    finding({
      rule: 'music-unlaid',
      severity: 'alarm',
      at: spans.get(placement.blockId)?.start ?? ZERO,
      says: `Music under “${name(placement.blockId)}” is not heard. ${UNLAID_WORDS[reason]}.`,
      measured: 'not heard',
      wanted: 'heard',
      source: 'the plan',
      mends: [{ kind: 'music', label: 'Take it out', music: without(placement.id) }],
    }),
  );
  for (const gap of coverageOf(plan, spans, music, laid).gaps) {
    found.push(
      finding({
        rule: 'music-gap',
        at: gap.start,
        says: `No music for ${writeTime(micros(gap.end - gap.start), 0)} in “${name(gap.blockId)}”.`,
        measured: `${writeTime(micros(gap.end - gap.start), 1)} silent`,
        wanted: 'music, or silence on purpose',
        source: JUDGEMENT,
        mends: music.placements.some((p) => p.blockId === gap.blockId)
          ? []
          : [
              {
                kind: 'music',
                label: 'Silent on purpose',
                music: { ...music, silent: [...music.silent, gap.blockId] },
              },
            ],
      }),
    );
  }
  for (const l of laid.laid) {
    const stretch = Math.abs(l.placement.speedPpm / AS_IT_IS_PPM - 1);
    if (stretch > STRETCH_GOOD + 1e-9) {
      found.push(
        finding({
          rule: 'music-stretch',
          severity: stretch > STRETCH_MOST ? 'alarm' : 'note',
          at: l.start,
          says: `“${l.track.title}” is stretched by ${(stretch * 100).toFixed(1)} %.`,
          measured: `${(stretch * 100).toFixed(1)} %`,
          wanted: `${STRETCH_GOOD * 100} % or less`,
          source: TRADE,
          mends: [
            {
              kind: 'music',
              label: 'Play it at its own tempo',
              music: {
                ...music,
                placements: music.placements.map((p) =>
                  p.id === l.placement.id ? { ...p, speedPpm: AS_IT_IS_PPM } : p,
                ),
              },
            },
          ],
        }),
      );
    }
    const block = plan.blocks.find((b) => b.id === l.placement.blockId);
    const range = block === undefined ? null : tempoRange(block.kind);
    const bpm = bpmAt(l, micros((l.start + l.end) / 2));
    if (range !== null && (bpm < range.low - RANGE_SLACK || bpm > range.high + RANGE_SLACK)) {
      found.push(
        finding({
          rule: 'music-tempo',
          at: l.start,
          says: `“${l.track.title}” runs at ${bpm.toFixed(0)} under “${name(l.placement.blockId)}”.`,
          measured: `${bpm.toFixed(1)} BPM`,
          wanted: `${range.low} to ${range.high} BPM`,
          source: range.source,
        }),
      );
    }
  }
  found.push(...placementFindings(music, laid, spans));
  return found.sort((a, b) => a.at - b.at);
}

/** Speech that music covers: the voice is less far above it than wanted. One finding a stretch. */
export function drownedFindings(points: readonly LevelPoint[], music: Music): Finding[] {
  const wanted = music.levels.distanceDeciLu / 10;
  const found: Finding[] = [];
  type Stretch = { readonly from: Micros; readonly to: number; readonly least: number };
  let open = null as Stretch | null;
  const close = () => {
    if (open === null) return;
    const missing = Math.ceil((wanted - open.least) * 10) / 10;
    found.push(
      finding({
        rule: 'voice-drowned',
        severity: 'alarm',
        at: open.from,
        says: `Words drown in the music from ${writeTime(open.from, 0)} to ${writeTime(micros(open.to), 0)}.`,
        measured: `${open.least.toFixed(1)} LU above`,
        wanted: `${wanted.toFixed(1)} LU`,
        source: wanted >= 20 ? 'WCAG 2.2, 1.4.7' : JUDGEMENT,
        certainty: 0.8,
        mends: [
          {
            kind: 'music',
            label: `Take the voice to be ${missing.toFixed(1)} LU softer`,
            music: {
              ...music,
              levels: {
                ...music.levels,
                voiceDeciLufs: Math.max(-500, music.levels.voiceDeciLufs - Math.round(missing * 10)),
              },
            },
          },
        ],
      }),
    );
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

const RIGHTS_WORDS: Readonly<Record<RightsGap['what'], string>> = {
  sync: 'has no licence for its composition',
  master: 'has no licence for its recording',
  territory: 'is not licensed for the territory',
  platform: 'is not licensed for a platform',
  term: 'is not licensed for long enough',
  proof: 'has no proof of its licence',
};

/** What a deliverable needs and its tracks do not have. Local law and the licence's own text decide. */
export function rightsFindings(music: Music, laid: LaidMusic): Finding[] {
  const tracks = new Map(laid.laid.map((l) => [l.track.id, l]));
  return [...tracks.values()].flatMap((l) =>
    rightsGaps(l.track, music.showing).map((gap) =>
      finding({
        rule: `rights-${gap.what}`,
        severity: gap.what === 'proof' ? 'note' : 'alarm',
        at: l.start,
        says: `“${l.track.title}” ${RIGHTS_WORDS[gap.what]}.`,
        measured: gap.has,
        wanted: gap.needs,
        source: `${TRADE}; local law decides`,
      }),
    ),
  );
}
