import type { Segment } from '../plan/segment.ts';
import { type LanguageSpeaker, lineTime } from '../speech/line-time.ts';
import type { Language } from '../language/language.ts';
import type { Side } from '../language/side.ts';
import { type Length, type Micros, asLength, fromSeconds, micros } from '../time/micros.ts';
import { type CountStyle, countdownPlaces } from './countdown.ts';
import { CALL_KINDS, type CallKind, type WordedCall } from '../language/call-kind.ts';
import { type CallOccasion, type CallStyle } from './cue.ts';
import { shortName } from './short-name.ts';

/** A call the program wants, with its exact place on plan time. */
export interface WantedCall {
  readonly call: CallKind;
  readonly segment: Segment;
  readonly start: Micros;
  readonly length: Length;
  readonly text: string;
  /** By how much the calls of its break were too long together, where this one was dropped for it; else 0. */
  readonly missingUs: Length;
}

export type Values = Readonly<Record<string, string>>;

/**
 * One line of a chain of lines that are said one after the other. Where there is no room, the least important is
 * dropped.
 */
export interface Link {
  readonly call: WordedCall;
  readonly of: Segment;
  readonly values?: Values;
}

/** The breath between two calls said one after the other. */
export const BREATH = fromSeconds(0.2);
/** The same words are not repeated within this time, unless the call has no others and cannot be left out. */
const SAID_LATELY = fromSeconds(90);
/** Calls that are left out rather than said again in the same words. */
const SILENT_RATHER: ReadonlySet<WordedCall> = new Set(['form', 'breath', 'option', 'set-up', 'equipment', 'caution']);

/** A line whose length is known, and by how much its gap is too short. */
interface LaidLine {
  readonly text: string;
  readonly length: Length;
  readonly missingUs?: number;
}

/** Gathers the calls of a class, and knows which words were said when. */
export class CallWriter {
  readonly calls: WantedCall[] = [];
  private readonly turns = new Map<string, number>();
  private readonly said = new Map<string, number>();
  private readonly bySegment = new Map<number, WantedCall[]>();
  private readonly labels: ReadonlySet<string>;

  constructor(
    segments: readonly Segment[],
    private readonly styles: (blockId: string) => CallStyle,
    private readonly times: (call: CallOccasion, of: Segment, style: CallStyle) => number,
    private readonly voice: { readonly language: Language; readonly speaker: LanguageSpeaker },
  ) {
    this.labels = new Set(segments.flatMap((s) => (s.moveId === null ? [] : [s.label])));
  }

  get language(): Language {
    return this.voice.language;
  }

  style(of: Segment): CallStyle {
    return this.styles(of.blockId);
  }

  isOn(call: WordedCall, of: Segment): boolean {
    const style = this.style(of);
    return style.on[call] && style.words[call].some((w) => w.trim() !== '');
  }

  /** How often a call comes in a segment by the way of calling: 0, 1, or more in a long one. */
  due(call: CallOccasion, of: Segment): number {
    return this.times(call, of, this.style(of));
  }

  /**
   * The next wording of a call with its values put in, to be said at a time; empty where the call is off, silent or was
   * said lately.
   */
  words(call: WordedCall, of: Segment, values: Values = {}, at: number = of.start): string {
    if (!this.isOn(call, of)) return '';
    const list = this.style(of).words[call].filter((w) => w.trim() !== '');
    const key = `${of.blockId} ${call}`;
    const turn = this.turns.get(key) ?? 0;
    const all: Values = { short: shortName(of.label, this.labels, this.language), ...values };
    for (let i = 0; i < list.length; i++) {
      const text = this.fill(list[(turn + i) % list.length]!, call, of, all);
      if (at - (this.said.get(text) ?? -Infinity) < SAID_LATELY) continue;
      this.turns.set(key, turn + i + 1);
      return text;
    }
    this.turns.set(key, turn + 1);
    return SILENT_RATHER.has(call) ? '' : this.fill(list[turn % list.length]!, call, of, all);
  }

  /** True where these words were said within a minute and a half before a segment. */
  saidLately(text: string, of: Segment): boolean {
    return of.start - (this.said.get(text) ?? -Infinity) < SAID_LATELY;
  }

  length(text: string): Length {
    return lineTime(text, this.voice.speaker);
  }

  put(call: CallKind, segment: Segment, start: number, text: string): void {
    this.lay(call, segment, start, { text, length: this.length(text) });
  }

  /** The same for a line whose length is known, and what it lacks where it cannot be said. */
  private lay(call: CallKind, segment: Segment, start: number, { text, length, missingUs = 0 }: LaidLine): void {
    if (text === '') return;
    if (missingUs === 0) this.said.set(text, start);
    const wanted: WantedCall = { call, segment, start: micros(start), length, text, missingUs: asLength(missingUs) };
    this.calls.push(wanted);
    const own = this.bySegment.get(segment.index);
    if (own === undefined) this.bySegment.set(segment.index, [wanted]);
    else own.push(wanted);
  }

  endingAt(call: WordedCall, segment: Segment, end: Micros, values: Values): void {
    const text = this.words(call, segment, values);
    if (text !== '') this.put(call, segment, end - this.length(text), text);
  }

  /**
   * Lines one after the other from `start`; what cannot be said before `end` gives way, the least important first.
   * Returns where the chain ends.
   */
  chain(segment: Segment, start: number, end: number, links: readonly Link[]): number {
    let lines = links
      .map((link) => ({ link, text: this.words(link.call, link.of, link.values, start) }))
      .filter((l) => l.text !== '')
      .map((l) => ({ ...l, length: this.length(l.text) }));
    const need = () => lines.reduce((sum, l) => sum + l.length, 0) + BREATH * Math.max(0, lines.length - 1);
    while (lines.length > 1 && need() > end - start) {
      const over = need() - (end - start);
      const least = lines.reduce((a, b) =>
        CALL_KINDS.indexOf(b.link.call) >= CALL_KINDS.indexOf(a.link.call) ? b : a,
      );
      this.lay(least.link.call, segment, start, { text: least.text, length: least.length, missingUs: over });
      lines = lines.filter((l) => l !== least);
    }
    let at = start;
    for (const { link, text, length } of lines) {
      this.lay(link.call, segment, at, { text, length });
      at += length + BREATH;
    }
    return at;
  }

  /** Puts a line into the first gap between the calls of a segment within [from, to); false where there is none. */
  inGap(
    call: WordedCall,
    segment: Segment,
    { from, to, text }: { readonly from: number; readonly to: number; readonly text: string },
  ): boolean {
    const length = this.length(text);
    const others = (this.bySegment.get(segment.index) ?? [])
      .filter((c) => c.missingUs === 0)
      .sort((a, b) => a.start - b.start);
    let at = from;
    for (const other of others) {
      if (other.start - at >= length + 2 * BREATH) break;
      at = Math.max(at, other.start + other.length + BREATH);
    }
    if (text === '' || at + length > to) return false;
    this.lay(call, segment, at, { text, length });
    return true;
  }

  /** The numbers before a change. A number never lasts longer than its step. */
  countdown(segment: Segment, { countdown, stepUs }: CountStyle): void {
    for (const { number, beforeUs } of countdownPlaces(countdown, stepUs)) {
      if (beforeUs > (segment.end - segment.start) / 2) continue;
      const text = this.language.speaking.numberWords(number);
      this.lay('countdown', segment, segment.end - beforeUs, {
        text: `${text[0]?.toUpperCase()}${text.slice(1)}.`,
        length: Math.min(this.length(text), stepUs) as Length,
      });
    }
  }

  private fill(words: string, call: WordedCall, segment: Segment, values: Values): string {
    const { calling } = this.language;
    const side: Side | null = segment.side === 'left' || segment.side === 'right' ? segment.side : null;
    const sided = side !== null && !words.includes('{side}') && call === 'next-up';
    const move = sided ? calling.onSide(segment.label, calling.sides[side], /\{move\}\W*$/.test(words)) : segment.label;
    const all: Values = { move, side: side === null ? '' : calling.sides[side], ...values };
    const spoken = words
      .replace(/\{(\w+)\}/g, (whole, name: string) => all[name] ?? whole)
      .replace(/\.\.+$/, '.')
      .trim();
    return spoken === '' ? '' : (spoken[0]?.toUpperCase() ?? '') + spoken.slice(1);
  }
}
