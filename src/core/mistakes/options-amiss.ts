import type { Language } from '../language/language.ts';
import { languageOf } from '../language/languages.ts';
import type { Plan } from '../plan/plan.ts';
import { isActive } from '../plan/segment.ts';
import { normalise } from '../language/normalise.ts';
import type { SpokenWords, Token } from '../transcript/transcript.ts';
import { type TakeTime, asLength } from '../time/micros.ts';
import type { Finding } from '../findings/finding.ts';
import { type Filmed, PLACED, inTake } from './filmed.ts';

/** An option is offered within this before its move, or in it. */
const OPTION_BEFORE_US = 30e6;
/** It comes late after so much of the move, and not before so many seconds of it. */
const LATE_SHARE = 0.38;
const LATE_LEAST_US = 9e6;

/** Words around a word of the option in which its lead is looked for. */
const LEAD_WORDS = 8;

/** Options of the plan that were never offered, or only when most of the move was over. */
export function optionsAmiss(plan: Plan, filmed: readonly Filmed[], spoken: SpokenWords<TakeTime>): Finding[] {
  const { tokens } = spoken;
  const words = (text: string) => optionStems(text, languageOf(spoken.language));
  const seen = new Set<string>();
  const times = new Map<string, number>();
  for (const t of tokens) {
    const stem = languageOf(spoken.language).forms.stem(t.norm);
    times.set(stem, (times.get(stem) ?? 0) + 1);
  }
  const isSaidAllTheTime = (stem: string) => (times.get(stem) ?? 0) > tokens.length * SAID_SHARE;
  const easier = new Map(
    plan.blocks.flatMap((b) =>
      b.moves.map((m) => [m.id, m.noLevels === true || b.noLevels === true ? null : m.easier] as const),
    ),
  );
  return filmed.flatMap(({ r, start, end }): Finding[] => {
    const planned = easier.get(r.segment.moveId ?? '') ?? null;
    if (!isActive(r.segment) || seen.has(r.segment.label)) return [];
    seen.add(r.segment.label);
    if (tokens.length < 20) return [];
    const described = words(planned ?? '').filter((w) => !words(r.segment.label).includes(w));
    const telling = described.filter((w) => !isSaidAllTheTime(w));
    const own = telling.length > 0 ? telling : described;
    const from = Math.max(
      0,
      tokens.findIndex((t) => t.at >= start - OPTION_BEFORE_US),
    );
    const until = tokens.findIndex((t) => t.at >= end);
    const here = { from, to: until < 0 ? tokens.length : until };
    const confessed = confessedAt(spoken, here, own);
    const said = confessed ?? offeredAt(spoken, here, own);
    if (said === null) {
      const first = tokens.findIndex((t) => t.at >= start - OPTION_SHOWN_US);
      const last = tokens.findIndex((t) => t.at >= end + OPTION_AFTER_US);
      const around = { from: Math.max(0, first), to: last < 0 ? tokens.length : last };
      if (
        planned === null ||
        telling.length === 0 ||
        r.placed < SURELY_PLACED ||
        offeredOtherwise(spoken, here) ||
        offeredAt(spoken, around, telling) !== null
      )
        return [];
      const place = { segment: r.segment, at: start, severity: 'note', certainty: 0.5 * r.placed } as const;
      return [inTake('option-never', { move: r.segment.label, option: planned }, place)];
    }
    const late = said.at - start;
    const tooLate = late >= Math.max(LATE_LEAST_US, (end - start) * LATE_SHARE) && r.placed >= PLACED;
    if (late <= 0 || (confessed === null && !tooLate)) return [];
    const place = { segment: r.segment, at: said.at, severity: 'note', certainty: 0.7 * r.placed } as const;
    return [inTake('option-late', { move: r.segment.label, lateUs: asLength(late), option: planned }, place)];
  });
}

/** Words [from, to) of a take. */
interface Words {
  readonly from: number;
  readonly to: number;
}

/** What a description is told by: the stems of its words that are not said all the time. */
const optionStems = (text: string, { forms, mistakes }: Language) => [
  ...new Set(
    text
      .split(/[\s–—,-]+/)
      .map((w) => forms.stem(normalise(w)))
      .filter((w) => w.length > 2 && !mistakes.noOptionWord.test(w)),
  ),
];

/**
 * The first word, [from, to), of an option that is offered: one of its own words with a lead beside it, or two of them
 * together; null: none.
 */
function offeredAt(
  { tokens, language }: SpokenWords<TakeTime>,
  { from, to }: Words,
  own: readonly string[],
): Token<TakeTime> | null {
  const { forms, mistakes } = languageOf(language);
  const { stem, soundsLike } = forms;
  for (let i = from; i < to; i++) {
    const token = tokens[i]!;
    const near = tokens.slice(Math.max(from, i - LEAD_WORDS), i + LEAD_WORDS);
    const heard = own.filter((w) => near.some((t) => stem(t.norm) === w || soundsLike(t.norm, w) > 0.6));
    const here = own.some((w) => stem(token.norm) === w);
    if (here && (heard.length >= 2 || mistakes.optionLead.test(near.map((t) => t.norm).join(' ')))) return token;
    if (mistakes.optionWords.has(token.norm)) return token;
  }
  return null;
}

/** Whether some option is offered in [from, to), in whatever words. */
function offeredOtherwise({ tokens, language }: SpokenWords<TakeTime>, { from, to }: Words): boolean {
  const words = tokens.slice(from, to).map((t) => t.norm);
  return languageOf(language).mistakes.optionOffered.test(words.join(' '));
}

/** The option that somebody says should have been said before: the word of it next to that. null: none. */
function confessedAt(
  { tokens, language }: SpokenWords<TakeTime>,
  { from, to }: Words,
  own: readonly string[],
): Token<TakeTime> | null {
  const { forms, mistakes } = languageOf(language);
  for (let i = from; i < to; i++) {
    const words = tokens.slice(i, i + CONFESSION_WORDS).map((t) => t.norm);
    if (mistakes.optionConfessed.exec(words.join(' '))?.index !== 0) continue;
    const first = Math.max(from, i - LEAD_WORDS);
    const near = tokens.slice(first, i + CONFESSION_WORDS + LEAD_WORDS);
    const named = near.find((t) => own.includes(forms.stem(t.norm)) || mistakes.optionWords.has(t.norm));
    if (named !== undefined) return named;
  }
  return null;
}

/** `I should have said`. */
const CONFESSION_WORDS = 4;

/** A stem that is more than one word in so many is said all the time, and tells no option. */
const SAID_SHARE = 1 / 100;
/** An option said this soon after the move counts as offered: the end of the move is not known to the second. */
const OPTION_AFTER_US = 20e6;
/** A preview may have offered it this long before. */
const OPTION_SHOWN_US = 150e6;
const SURELY_PLACED = 0.85;
