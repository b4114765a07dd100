import { useMemo } from 'react';
import type { Finding } from '../../core/findings/finding.ts';
import { findingsBySegment } from '../../core/checks/take-checks.ts';
import { filmMusicFindings } from '../../core/checks/film-music.ts';
import { type ProgrammeSegment, filmedSegments } from '../../core/edit/assemble.ts';
import { withSilence } from '../../core/music/silent-blocks.ts';
import type { ClassBeat } from '../../core/music/arrangement.ts';
import { shotsOf, toProgramme } from '../../core/edit/shots.ts';
import { isDissolved } from '../../core/edit/dissolves.ts';
import { type Cut, cutsOf } from '../../core/edit/trims.ts';
import { decidedOn } from '../../core/workout/document.ts';
import { isWanted } from '../../core/findings/studio-rules.ts';
import type { Tone } from '../../core/sound/tones.ts';
import type { CaptionEvent } from '../../core/lanes/caption.ts';
import type { Chapter } from '../../core/lanes/chapter.ts';
import { MOST_CHAPTER_SHIFT_US } from '../../core/lanes/rules.ts';
import { speechRoom } from '../../core/speech/line-time.ts';
import { voiceOf } from '../../core/align/align.ts';
import { groupBy } from '../../core/script/group-by.ts';
import { phrasesOf } from '../../core/transcript/phrases.ts';
import { spokenWords } from '../../core/transcript/transcript.ts';
import { type Length, type Micros, asLength, later, moved } from '../../core/time/micros.ts';
import type { Span } from '../../core/time/span.ts';
import { useDerived, useStudio, useWorkbench } from '../workbench/workbench-context.tsx';

export interface StaveLine {
  readonly start: Micros;
  readonly end: Micros;
  readonly text: string;
  readonly call: boolean;
}

/** All that one stave shows. Times are on programme time. */
export interface StaveData {
  readonly segment: ProgrammeSegment;
  readonly number: number;
  readonly lines: readonly StaveLine[];
  readonly caption: CaptionEvent | null;
  readonly chapter: Chapter | null;
  readonly findings: readonly Finding[];
  readonly plannedUs: Length | null;
  /** How much later than planned it begins. */
  readonly driftUs: Length | null;
  readonly saidUs: Length;
  readonly roomUs: Length;
  /** The beats under it: of the music laid, or of the room's. */
  readonly beats: readonly ClassBeat[];
  /** Where something was cut out of it, and whether it dissolves there. */
  readonly cuts: readonly (Cut & { readonly dissolves: boolean })[];
  /** The timer tones in it. */
  readonly tones: readonly Tone[];
  readonly group: string;
  /** The take it is from; null where the programme has one alone. */
  readonly takeName: string | null;
  /** The take before it was another: a join lies here. */
  readonly joined: boolean;
}

const CALL = /^(three[., ]+two|four[., ]+three|five[., ]+four|half.?way|ten seconds?|next up|and rest|rest)\b/i;

const DIGITS: Readonly<Record<string, string>> = {
  one: '1',
  two: '2',
  three: '3',
  four: '4',
  five: '5',
  six: '6',
  eight: '8',
};

/** A countdown as figures, for it is read as a shape, not as words. */
function shortCall(text: string): string {
  const words = text.toLowerCase().match(/[a-z]+|\d+/g) ?? [];
  return words.length >= 2 && words.every((w) => w in DIGITS || /^\d$/.test(w))
    ? words.map((w) => DIGITS[w] ?? w).join(' ')
    : text;
}

/** A chapter may have been moved a little from where its segment begins. */
const isNear = (time: Micros, { start, end }: Span) => time >= start - MOST_CHAPTER_SHIFT_US && time < end;

/** The staves of the programme, and all that was found in it. */
export function useScore(): { readonly staves: readonly StaveData[]; readonly findings: readonly Finding[] } {
  const { programmeTakes, produced, compiled } = useDerived();
  const { workbench } = useWorkbench();
  const { studio } = useStudio();
  const takes = workbench((s) => s.takes);
  const music = workbench((s) => s.document.music);
  const plan = workbench((s) => s.document.plan);
  const edit = workbench((s) => s.document.edit);
  const tracks = workbench((s) => s.usable);
  const filmed = useMemo(() => filmedSegments(produced?.programme.segments ?? []), [produced]);
  const findings = useMemo(
    () => [
      ...(produced?.findings ?? []),
      ...filmMusicFindings(withSilence(plan, music), tracks, compiled.segments, filmed).filter((f) =>
        isWanted(f, studio.rules),
      ),
    ],
    [produced, plan, music, tracks, compiled, filmed, studio.rules],
  );
  const { paces } = studio;
  const phrases = useMemo(
    () =>
      new Map(
        programmeTakes.map(({ takeId, facts }) => [
          takeId,
          phrasesOf(spokenWords(facts.transcript, facts.duration, voiceOf(facts.sound))),
        ]),
      ),
    [programmeTakes],
  );
  const names = useMemo(() => new Map(takes.map(({ take }) => [take.id, take.name])), [takes]);
  const staves = useMemo(() => {
    if (produced === null) return [];
    const {
      programme: { segments, shots },
      lanes,
      tones,
    } = produced;
    const cuts = cutsOf(shots, (id) => decidedOn(edit, id).removed).map((cut) => {
      const { at, takeId, removed } = cut;
      return { ...cut, dissolves: isDissolved({ at, takeId, takeTime: removed.end }, edit.dissolves) };
    });
    const byKey = findingsBySegment(findings);
    const captionsOf = groupBy(lanes.captions, (x) => x.segmentKey);
    const chaptersOf = groupBy(lanes.chapters, (x) => x.segmentKey);
    const tonesOf = groupBy(tones, (x) => x.segmentKey);
    const ownShots = new Map([...new Set(shots.map((s) => s.takeId))].map((id) => [id, shotsOf(shots, id)]));
    const several = new Set(shots.map((s) => s.takeId)).size > 1;
    let group = '';
    return segments.map((segment, i): StaveData => {
      const planned = segment.segment;
      const own = ownShots.get(segment.takeId) ?? [];
      const lines = startingWithin(phrases.get(segment.takeId) ?? [], segment.recorded).map((p): StaveLine => ({
        start: toProgramme(p.start, own),
        end: later(moved(toProgramme(p.start, own), 2e5), toProgramme(p.end, own)),
        text: shortCall(p.text),
        call: CALL.test(p.text),
      }));
      if (planned !== null && !segment.extra)
        group = planned.rounds > 1 ? `${planned.blockName} · round ${planned.round}` : planned.blockName;
      const length = asLength(segment.end - segment.start);
      return {
        segment,
        number: i + 1,
        lines,
        beats: beatsWithin(produced.beats, segment),
        cuts: cuts.filter((c) => c.at >= segment.start && c.at < segment.end),
        tones: tonesOf.get(segment.key) ?? [],
        takeName: several ? (names.get(segment.takeId) ?? null) : null,
        joined: i > 0 && segments[i - 1]?.takeId !== segment.takeId,
        group: segment.extra ? 'Beyond the plan' : group,
        caption: captionsOf.get(segment.key)?.find((c) => c.start >= segment.start && c.start < segment.end) ?? null,
        chapter: chaptersOf.get(segment.key)?.find((c) => i === 0 || isNear(c.start, segment)) ?? null,
        findings: byKey.get(segment.key) ?? [],
        plannedUs: planned === null ? null : asLength(planned.end - planned.start),
        driftUs: planned === null || segment.extra ? null : asLength(segment.start - planned.start),
        saidUs: asLength(lines.reduce((sum, l) => sum + l.end - l.start, 0)),
        roomUs: speechRoom(segment.kind, length, false, paces),
      };
    });
  }, [phrases, produced, paces, names, edit, findings]);
  return { staves, findings };
}

/** The beats of a span, of beats in ascending order. */
function beatsWithin(beats: readonly ClassBeat[], { start, end }: Span): readonly ClassBeat[] {
  const from = firstFrom(beats, (b) => b.at, start);
  return beats.slice(
    from,
    firstFrom(beats, (b) => b.at, end, from),
  );
}

/** What begins in a span, of what is in ascending order. */
function startingWithin<T extends Pick<Span, 'start'>>(list: readonly T[], { start, end }: Span): T[] {
  const from = firstFrom(list, (x) => x.start, start);
  return list.slice(
    from,
    firstFrom(list, (x) => x.start, end, from),
  );
}

/** The first of what is in ascending order that is at a time or after it. */
function firstFrom<T>(list: readonly T[], timeOf: (x: T) => Micros, time: Micros, low = 0): number {
  let high = list.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (timeOf(list[middle]!) < time) low = middle + 1;
    else high = middle;
  }
  return low;
}
