import type { Segment } from '../plan/segment.ts';
import { TYPICAL_SPEAKER, lineTime, speechRoom } from '../speech/line-time.ts';
import { type Micros, add, asLength, fromSeconds } from '../time/micros.ts';
import { type CallMeans, wantedCalls } from './calls.ts';
import { tempoOf } from './countdown.ts';
import { groupBy } from './group-by.ts';
import { CALL_KINDS, type CallKind } from '../language/call-kind.ts';
import { type Cue, type Script } from './cue.ts';
import { exactPlace, firstGap, insert, startOf } from './line-places.ts';
import { type PlacedLine, type DroppedLine, type SpeechFit, type Schedule, type Wanted } from './placed-line.ts';

/**
 * Places every line of a script on the clock of its segments. No two lines overlap. Calls stand exactly on their anchor
 * or are dropped; written lines keep their order and take the first gap after their anchor inside their segment. A
 * written line that does the work of a call (a name, an option, a half-way of one's own) takes its place.
 */
export function schedule<T extends Micros>(
  segments: readonly Segment<T>[],
  script: Script,
  means: CallMeans = { plan: null },
): Schedule<T> {
  const speaker = means.speaker ?? TYPICAL_SPEAKER;
  const lines: PlacedLine<T>[] = [];
  const dropped: DroppedLine[] = [];
  const fits: SpeechFit[] = [];
  const cues = groupBy(script.cues, (cue) => cue.segmentKey);
  const taken = takenCalls(script.cues, segments);
  const calls = groupBy(
    wantedCalls(segments, script.calls, means).filter(
      (call) =>
        !taken.has(`${call.segment.index}/${call.call}`) &&
        !(call.call === 'equipment' && namesEquipment(writtenLately(call.segment, segments, cues), call.text)),
    ),
    (call) => call.segment.index,
  );
  const keys = new Set(segments.map((s) => s.key));
  const lengthOf = (text: string) => lineTime(text, speaker);
  for (const cue of script.cues) {
    if (!keys.has(cue.segmentKey)) {
      dropped.push({
        segmentIndex: null,
        cueId: cue.id,
        kind: cue.kind,
        text: cue.text,
        reason: 'segment-gone',
        missingUs: lengthOf(cue.text),
      });
    }
  }
  const ends = new Map<string, Micros>();
  const toMusic = new Set(
    means.plan?.blocks.filter((b) => b.scheme.kind === 'counts' || b.scheme.kind === 'flow').map((b) => b.id) ?? [],
  );
  for (const segment of segments) {
    const tempo = tempoOf(means.plan, segment.blockId, script.calls);
    const exact = (calls.get(segment.index) ?? []).map((call): Wanted => ({
      cue: null,
      kind: call.call,
      text: call.text,
      length: call.length,
      start: call.start,
      missingUs: call.missingUs,
    }));
    exact.sort((a, b) => CALL_KINDS.indexOf(a.kind as CallKind) - CALL_KINDS.indexOf(b.kind as CallKind));
    const written = (cues.get(segment.key) ?? []).map((cue): Wanted => ({
      cue,
      kind: cue.kind,
      text: cue.text,
      length: lengthOf(cue.text),
      start: null,
      missingUs: asLength(0),
    }));
    const placed: PlacedLine<T>[] = [];
    for (const line of [...exact, ...written]) {
      const anchor = line.cue === null ? segment.start : startOf(line.cue, segment, ends, tempo);
      const place =
        line.start === null
          ? firstGap(anchor, line.length, placed, segment)
          : exactPlace(line, line.start, placed, segment);
      const { cue, kind, text } = line;
      if (typeof place === 'number') {
        const end = add(place, line.length);
        insert(placed, {
          segmentIndex: segment.index,
          cueId: cue?.id ?? null,
          kind,
          text,
          start: place,
          end,
          lateUs: asLength(line.start === null ? place - anchor : 0),
        });
        if (cue !== null) ends.set(cue.id, end);
      } else dropped.push({ segmentIndex: segment.index, cueId: cue?.id ?? null, kind, text, ...place });
    }
    for (const line of placed) lines.push(line);
    fits.push({
      segmentIndex: segment.index,
      // A dropped call does not count as time that is needed; a written line does, whether or not it found a place.
      needUs: asLength(
        placed.reduce((sum, line) => sum + (line.cueId === null ? line.end - line.start : 0), 0) +
          written.reduce((sum, line) => sum + line.length, 0),
      ),
      haveUs: speechRoom(
        segment.kind,
        asLength(segment.end - segment.start),
        toMusic.has(segment.blockId),
        means.paces,
      ),
    });
  }
  return { lines, dropped, fits };
}

/** Which call a written line does the work of; null: none. */
export function callOf(cue: Pick<Cue, 'kind' | 'anchor'>): CallKind | null {
  switch (cue.kind) {
    case 'name':
    case 'set-up':
    case 'option':
    case 'caution':
    case 'next-up':
    case 'form':
    case 'breath':
      return cue.kind;
    case 'count':
      return cue.anchor.kind === 'end' ? 'countdown' : null;
    case 'time-call':
      return cue.anchor.kind === 'half'
        ? 'half-way'
        : cue.anchor.kind === 'end' && cue.anchor.beforeUs <= fromSeconds(12)
          ? 'ten'
          : null;
    default:
      return null;
  }
}

/**
 * `index/call` of every call that a written line stands for. Set-up and option are prepared in the break before their
 * move as well.
 */
function takenCalls(cues: readonly Cue[], segments: readonly Segment[]): Set<string> {
  const index = new Map(segments.map((s) => [s.key, s.index]));
  const taken = new Set<string>();
  for (const cue of cues) {
    const [call, at] = [callOf(cue), index.get(cue.segmentKey)];
    if (call === null || at === undefined || cue.text.trim() === '') continue;
    taken.add(`${at}/${call}`);
    if (call !== 'set-up' && call !== 'option' && call !== 'caution') continue;
    for (let i = at - 1; i >= 0 && segments[i]?.kind !== 'work' && segments[i]?.kind !== 'hold'; i--)
      taken.add(`${i}/${call}`);
  }
  return taken;
}

/** What somebody wrote is not said again by the program within a minute and a half. */
const SAID_LATELY = fromSeconds(90);

/** The written lines of a segment and of those that begin shortly before it. */
function writtenLately(
  segment: Segment,
  segments: readonly Segment[],
  cues: ReadonlyMap<string, readonly Cue[]>,
): readonly Cue[] {
  const found: Cue[] = [];
  for (let i = segment.index; i >= 0; i--) {
    const s = segments[i];
    if (s === undefined || segment.start - s.start > SAID_LATELY) break;
    found.push(...(cues.get(s.key) ?? []));
  }
  return found;
}

/** True where written lines already name half of what a call for equipment asks for. */
function namesEquipment(cues: readonly Cue[], call: string): boolean {
  const wordsOf = (text: string) => text.toLowerCase().match(/\p{L}{4,}/gu) ?? [];
  const written = new Set(cues.flatMap((cue) => wordsOf(cue.text)));
  const things = wordsOf(call.slice(call.indexOf(' '))).filter((word) => word !== 'need');
  return things.length > 0 && things.filter((word) => written.has(word)).length * 2 >= things.length;
}
