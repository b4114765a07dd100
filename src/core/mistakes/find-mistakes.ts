import type { Plan } from '../plan/plan.ts';
import { type Segment, isActive, isBreak, labelWithSide } from '../plan/segment.ts';
import type { Alignment, RecordedSegment } from '../align/align.ts';
import { soundsLike, stem } from '../language/en/sounds-like.ts';
import { hear } from '../calls/detect-calls.ts';
import { COUNTED } from '../language/en/numbers.ts';
import { phrasesOf } from '../transcript/phrases.ts';
import { normalise } from '../transcript/normalise.ts';
import { type Token } from '../transcript/transcript.ts';
import { type Micros, micros } from '../time/micros.ts';
import { type Span, span } from '../time/span.ts';
import { writeSeconds, writeTime } from '../time/typed-time.ts';
import { miscounts } from './miscounts.ts';
import { type Finding, JUDGEMENT, TRADE } from '../findings/finding.ts';

/** Talk that goes on so long into the work is an explanation that ran over (4 to 10 s in most classes, common practice). */
const INTO_WORK_US = 4e6;
/** Silences shorter than this are inside one explanation. */
const BREATH_US = 1.1e6;
/** A break this much shorter than planned leaves people behind. */
const SHORT_SHARE = 0.6;
const SHORT_LEAST_US = 4e6;
/** A call may stand this far from the change it announces. */
const CALL_NEAR_US = 5e6;
/** Changes count as called as a habit where this share of them is. */
const HABIT = 0.7;
/** Words placed less surely than this, within this of a change, may be its call. */
const VAGUE_US = 0.7e6;
const VAGUE_REACH_US = 20e6;
const UNSURE = 0.35;

const OPTION_WORDS = new Set([
  'easier',
  'option',
  'options',
  'modify',
  'modification',
  'modified',
  'instead',
  'gentler',
  'lowimpact',
  'harder',
  'regress',
  'regression',
]);

interface Filmed {
  readonly r: RecordedSegment;
  readonly start: Micros;
  readonly end: Micros;
}

/**
 * What slipped on the day besides false claims and left-out moves: explanations that run into the work, breaks cut short,
 * changes without a call and calls without a change, options that come late, equipment never named before it is needed.
 * Only what the words can tell at their own sharpness: where they are placed too coarsely nothing is said. `voice` is where
 * one was heard in the take, null where nobody listened.
 */
export function mistakeFindings(
  plan: Plan,
  alignment: Alignment,
  tokens: readonly Token[],
  voice: readonly Span[] | null = null,
): Finding[] {
  const filmed = alignment.segments.flatMap((r): Filmed[] => (r.recorded === null ? [] : [{ r, ...r.recorded }]));
  return [
    ...intoWork(filmed, tokens, voice),
    ...shortBreaks(filmed),
    ...calls(alignment, filmed, tokens),
    ...options(plan, filmed, tokens),
    ...miscounts(plan, alignment, tokens),
    ...unnamedEquipment(plan, filmed, tokens),
    ...confessed(filmed, tokens),
    ...lopsided(filmed),
  ].sort((a, b) => a.at - b.at);
}

const take = (
  segment: Segment,
  at: Micros,
  f: Pick<Finding, 'rule' | 'says' | 'measured' | 'wanted' | 'source' | 'certainty'> & Partial<Finding>,
): Finding => ({ severity: 'alarm', segmentKey: segment.key, clock: 'take', at, mends: [], ...f });

/** So many words on each side of the start: fewer are a call. */
const EXPLAINS = 6;
/** An explanation has begun at least this long before the start that it runs over. */
const BEGUN_US = 3e6;
/** Words placed in a voice are looked for this far around its run. */
const WORD_REACH_US = 1e6;

/** Speech with no more than a breath in it. */
interface Run {
  readonly start: number;
  readonly end: number;
}

/** Runs of speech: by the voice where it was heard, else by words that are placed sharply. */
function runsOf(tokens: readonly Token[], voice: readonly Span[] | null): Run[] {
  const spoken = voice ?? phrasesOf(tokens).filter((p) => p.sigma <= 0.6e6);
  const runs: { start: number; end: number }[] = [];
  for (const p of spoken) {
    const last = runs.at(-1);
    if (last !== undefined && p.start - last.end <= BREATH_US) last.end = Math.max(last.end, p.end);
    else runs.push({ start: p.start, end: p.end });
  }
  return runs;
}

function intoWork(filmed: readonly Filmed[], tokens: readonly Token[], voice: readonly Span[] | null): Finding[] {
  const runs = runsOf(tokens, voice);
  const words = (from: number, to: number) =>
    tokens.reduce((n, t) => n + (t.at >= from && t.at < to && !COUNTED.test(t.norm) ? 1 : 0), 0);
  return filmed.flatMap(({ r, start, end }, i) => {
    const before = filmed[i - 1];
    if (!isActive(r.segment) || before === undefined || isActive(before.r.segment)) return [];
    const run = runs.find((x) => x.start <= start - BEGUN_US && x.end >= start + INTO_WORK_US);
    if (run === undefined) return [];
    const over = Math.min(run.end, end) - start;
    const from = Math.max(run.start, before.start);
    if (words(from - WORD_REACH_US, start) < EXPLAINS || words(start, start + over + WORD_REACH_US) < EXPLAINS)
      return [];
    return [
      take(r.segment, start, {
        rule: 'explanation-into-work',
        says: `The explanation runs ${writeSeconds(micros(over))} s into ${labelWithSide(r.segment)}.`,
        measured: `${writeSeconds(micros(over))} s`,
        wanted: `over by the start, ${writeTime(start, 1)}`,
        source: TRADE,
        certainty: r.placed * 0.8,
        mends: [
          {
            kind: 'remove-span',
            label: `Cut the ${writeSeconds(micros(over))} s of talk out of the work`,
            span: span(start, micros(start + over)),
          },
        ],
      }),
    ];
  });
}

function shortBreaks(filmed: readonly Filmed[]): Finding[] {
  return filmed.flatMap(({ r, start, end }) => {
    const planned = r.segment.end - r.segment.start;
    if (
      !isBreak(r.segment) ||
      r.segment.kind === 'change-over' ||
      end - start >= planned * SHORT_SHARE ||
      planned - (end - start) < SHORT_LEAST_US
    )
      return [];
    return [
      take(r.segment, start, {
        rule: 'break-short',
        says: `${r.segment.label} is over ${writeSeconds(micros(planned - (end - start)))} s early.`,
        measured: `${writeSeconds(micros(end - start))} s`,
        wanted: `${writeSeconds(micros(planned))} s`,
        source: 'the plan',
        certainty: r.placed * (1 - Math.exp(-(planned - (end - start)) / 6e6)),
      }),
    ];
  });
}

function calls(alignment: Alignment, filmed: readonly Filmed[], tokens: readonly Token[]): Finding[] {
  const heard = hear(tokens, []).filter((h) => h.sigma < 1e6);
  const closing = heard.filter(
    (h) => h.kind === 'countdown' || h.kind === 'rest-word' || h.kind === 'time-left' || h.kind === 'switch-word',
  );
  const ends = filmed.filter((f) => isActive(f.r.segment));
  const called = (at: number) =>
    closing.some((h) => Math.abs((h.kind === 'time-left' ? h.at + h.leftUs : h.at) - at) <= CALL_NEAR_US);
  const found: Finding[] = [];
  const habit = ends.length > 0 && tokens.length > 0 && ends.filter((f) => called(f.end)).length / ends.length;
  if (habit !== false && habit >= HABIT && habit < 1) {
    for (const { r, end } of ends) {
      const vague = tokens.some((t) => t.sigma > VAGUE_US && Math.abs(t.at - end) < VAGUE_REACH_US);
      if (!called(end) && !vague)
        found.push(
          take(r.segment, end, {
            severity: 'note',
            rule: 'change-without-call',
            says: `${labelWithSide(r.segment)} ends without a call.`,
            measured: 'no call',
            wanted: 'a countdown, or “rest”',
            source: TRADE,
            certainty: Math.min(0.5, r.placed),
          }),
        );
    }
  }
  const edges = [...filmed.flatMap((f) => [f.start, f.end]), ...alignment.extra.flatMap((e) => [e.start, e.end])];
  for (const h of heard) {
    if (h.kind !== 'countdown' || edges.some((edge) => Math.abs(edge - h.at) <= 2 * CALL_NEAR_US)) continue;
    const inside = filmed.find((f) => h.at >= f.start && h.at < f.end);
    // Repetitions are counted down too, and rightly end in mid-interval: only a note.
    if (inside !== undefined)
      found.push(
        take(inside.r.segment, h.at, {
          severity: 'note',
          rule: 'call-without-change',
          says: `“${h.said}” is counted down to nothing.`,
          measured: `at ${writeTime(h.at, 1)}`,
          wanted: 'a change',
          source: JUDGEMENT,
          certainty: 0.4,
        }),
      );
  }
  return found;
}

/** An option is offered within this before its move, or in it. */
const OPTION_BEFORE_US = 30e6;
/** It comes late after so much of the move, and not before so many seconds of it. */
const LATE_SHARE = 0.38;
const LATE_LEAST_US = 9e6;
/** Words that lead in an option: `if that is too much`, `or stay on your knees`. */
const OPTION_LEAD =
  /\b(?:if|easier|option|instead|or|can|could|too|gentler|enough|fine|just|rather|modify|without|no|less|harder|okay|only)\b/;
/** Words around a word of the option in which its lead is looked for. */
const LEAD_WORDS = 8;

function options(plan: Plan, filmed: readonly Filmed[], tokens: readonly Token[]): Finding[] {
  const seen = new Set<string>();
  const easier = new Map(plan.blocks.flatMap((b) => b.moves.map((m) => [m.id, m.easier] as const)));
  return filmed.flatMap(({ r, start, end }): Finding[] => {
    const planned = easier.get(r.segment.moveId ?? '') ?? null;
    if (!isActive(r.segment) || seen.has(r.segment.label)) return [];
    seen.add(r.segment.label);
    if (tokens.length < 20) return [];
    const own = words(planned ?? '').filter((w) => !words(r.segment.label).includes(w));
    const from = Math.max(
      0,
      tokens.findIndex((t) => t.at >= start - OPTION_BEFORE_US),
    );
    const until = tokens.findIndex((t) => t.at >= end);
    const said = offeredAt(tokens, from, until < 0 ? tokens.length : until, own);
    if (said === null) {
      const before = Math.max(
        0,
        tokens.findIndex((t) => t.at >= start - OPTION_SHOWN_US),
      );
      if (
        planned === null ||
        own.length === 0 ||
        r.placed < SURELY_PLACED ||
        offeredAt(tokens, before, until < 0 ? tokens.length : until, own) !== null
      )
        return [];
      return [
        take(r.segment, start, {
          severity: 'note',
          rule: 'option-never',
          says: `The option of ${r.segment.label} is never offered: ${planned}.`,
          measured: 'never said',
          wanted: 'before the move, or in its first half',
          source: 'the plan',
          certainty: 0.5 * r.placed,
        }),
      ];
    }
    const late = said.at - start;
    if (late < Math.max(LATE_LEAST_US, (end - start) * LATE_SHARE) || r.placed < PLACED) return [];
    return [
      take(r.segment, said.at, {
        severity: 'note',
        rule: 'option-late',
        says: `The option of ${r.segment.label} comes ${writeSeconds(micros(late))} s after its start.`,
        measured: `${writeSeconds(micros(late))} s`,
        wanted: 'before the move, or in its first half',
        source: TRADE,
        certainty: 0.7 * r.placed,
      }),
    ];
  });
}

const words = (text: string) => [
  ...new Set(
    text
      .split(/[\s–—,-]+/)
      .map((w) => stem(normalise(w)))
      .filter((w) => w.length > 2 && !/^(?:the|and|your|with|for|one|time|down|behind|from)$/.test(w)),
  ),
];

/** The first word, [from, to), of an option that is offered: one of its own words with a lead beside it, or two of them together; null: none. */
function offeredAt(tokens: readonly Token[], from: number, to: number, own: readonly string[]): Token | null {
  for (let i = from; i < to; i++) {
    const token = tokens[i] as Token;
    const near = tokens.slice(Math.max(from, i - LEAD_WORDS), i + LEAD_WORDS);
    const heard = own.filter((w) => near.some((t) => stem(t.norm) === w || soundsLike(t.norm, w) > 0.6));
    const here = own.some((w) => stem(token.norm) === w);
    if (here && (heard.length >= 2 || OPTION_LEAD.test(near.map((t) => t.norm).join(' ')))) return token;
    if (OPTION_WORDS.has(token.norm)) return token;
  }
  return null;
}

/** A preview may have offered it this long before. */
const OPTION_SHOWN_US = 150e6;
const SURELY_PLACED = 0.85;
/** Less likely than this to lie where it is said to be, nothing is held against a segment. */
const PLACED = 0.7;

/** Two sides of one move that touch are halves of one interval; people are off by a few seconds at the switch. */
const LOPSIDED_US = 6e6;

const isSided = (s: Segment) => s.side === 'left' || s.side === 'right';

function lopsided(filmed: readonly Filmed[]): Finding[] {
  return filmed.flatMap((f, i): Finding[] => {
    const next = filmed[i + 1];
    const [a, b] = [f.r.segment, next?.r.segment];
    if (
      next === undefined ||
      b === undefined ||
      !isActive(a) ||
      !isActive(b) ||
      !isSided(a) ||
      !isSided(b) ||
      !isActive(b) ||
      !isSided(a) ||
      !isSided(b) ||
      a.moveId !== b.moveId ||
      a.side === b.side ||
      a.round !== b.round
    )
      return [];
    const off = f.end - f.start - (next.end - next.start) - (a.end - a.start - (b.end - b.start));
    if (
      next.start - f.end > 1e6 ||
      a.scheme === 'reps' ||
      Math.abs(off) < LOPSIDED_US ||
      Math.min(f.r.placed, next.r.placed) < PLACED
    )
      return [];
    return [
      take(a, f.end, {
        severity: 'note',
        rule: 'claim-half-way',
        says: `The sides of ${a.label} are switched ${writeSeconds(micros(Math.abs(off) / 2))} s too ${off > 0 ? 'late' : 'early'}.`,
        measured: `${writeSeconds(micros(f.end - f.start))} s and ${writeSeconds(micros(next.end - next.start))} s`,
        wanted: 'as long as each other',
        source: 'the plan',
        certainty: 0.6 * Math.min(f.r.placed, next.r.placed),
      }),
    ];
  });
}

/** What people say when something went wrong, and what that is (common practice). */
const CONFESSED: readonly (readonly [rule: string, says: string, words: RegExp])[] = [
  [
    'lost-beat',
    'The beat was lost here, by the words',
    /\b(?:off the beat|lost the beat|lost my beat|off it altogether|on the wrong (?:foot|beat)|ahead of the (?:beat|music|phrase)|wait for the (?:phrase|music|beat)|where(?:s| is) the beat)\b/,
  ],
  [
    'call-without-change',
    'It was called too early, by the words',
    /\b(?:(?:come|came|went) in (?:a |too )?(?:phrase |beat |bit )?(?:too )?early|no stay|not yet|too soon)\b/,
  ],
  [
    'reps-miscounted',
    'The count was lost here, by the words',
    /\b(?:lost count|lost my count|was that (?:two|three|four|five|six|seven|eight|nine|ten)|cant count|i miscounted|how many was that)\b/,
  ],
];

function confessed(filmed: readonly Filmed[], tokens: readonly Token[]): Finding[] {
  const text = tokens.map((t) => t.norm);
  const found: Finding[] = [];
  for (let i = 0; i < tokens.length; i++) {
    const here = text.slice(i, i + 6).join(' ');
    for (const [rule, says, pattern] of CONFESSED) {
      if (pattern.exec(here)?.index !== 0) continue;
      const token = tokens[i] as Token;
      const inside = filmed.find((f) => token.at < f.end) ?? filmed.at(-1);
      if (
        inside === undefined ||
        !isActive(inside.r.segment) ||
        found.some((f) => f.rule === rule && token.at - f.at < 20e6)
      )
        continue;
      found.push(
        take(inside.r.segment, token.at, {
          severity: 'note',
          rule,
          says: `${says}: “${tokens
            .slice(i, i + 5)
            .map((t) => t.text)
            .join(' ')}”.`,
          measured: 'said so',
          wanted: 'a clean run',
          source: JUDGEMENT,
          certainty: 0.7,
        }),
      );
    }
  }
  return found;
}

function unnamedEquipment(plan: Plan, filmed: readonly Filmed[], tokens: readonly Token[]): Finding[] {
  // What the plan itself asks for; what the library would use is a guess.
  const needs = new Map(plan.blocks.flatMap((b) => b.moves.map((m) => [m.id, m.needs] as const)));
  const stems = tokens.map((t) => stem(t.norm));
  const done = new Set<string>();
  return filmed.flatMap(({ r, start }) => {
    if (!isActive(r.segment)) return [];
    return (needs.get(r.segment.moveId ?? '') ?? []).flatMap((need) => {
      if (done.has(need)) return [];
      done.add(need);
      const words = need
        .split(/\s+/)
        .map((w) => stem(normalise(w)))
        .filter((w) => w.length > 2);
      const key = words.at(-1);
      if (key === undefined) return [];
      const isIt = (t: Token, i: number) => stems[i] === key || soundsLike(t.norm, key) > 0.6;
      const first = tokens.find((t, i) => isIt(t, i) && t.at < start + 5e6);
      if (first !== undefined || tokens.length < 20 || r.placed < PLACED) return [];
      const later = tokens.find(isIt);
      return [
        take(r.segment, start, {
          severity: 'note',
          rule: 'equipment-unnamed',
          says: `${need} is needed for ${r.segment.label} and was not named before.`,
          measured: later === undefined ? 'never named' : `first named at ${writeTime(later.at, 0)}`,
          wanted: `before ${writeTime(start, 0)}`,
          source: TRADE,
          certainty: 0.6,
        }),
      ];
    });
  });
}

/** A slip as it is handed on: kinds are words of the field. */
export interface Mistake {
  readonly at: Micros;
  readonly type: string;
  /** The words it is in; empty where it is in none. */
  readonly said: string;
  readonly note: string;
  readonly confidence: number;
}

const TYPES: Readonly<Record<string, string>> = {
  'left-out': 'left-out',
  'made-up-later': 'made-up',
  'break-over': 'break-long',
  'break-short': 'break-short',
  'explanation-into-work': 'explanation-into-work',
  'change-without-call': 'change-without-call',
  'call-without-change': 'call-without-change',
  'option-late': 'option-late',
  'option-never': 'option-never',
  'lost-beat': 'lost-beat',
  'reps-miscounted': 'wrong-count',
  'count-skipped': 'wrong-count',
  'equipment-unnamed': 'equipment-unnamed',
  'claim-side': 'wrong-side',
  'claim-next-up': 'wrong-next-up',
  'claim-moves-left': 'wrong-count',
  'claim-count': 'wrong-count',
  'claim-round': 'wrong-round',
  'claim-seconds-left': 'wrong-time',
  'claim-half-way': 'wrong-half-way',
  'claim-length': 'wrong-length',
  'claim-position': 'wrong-position',
  'claim-equipment': 'wrong-equipment',
};

/** Findings of a take that are slips of the class, not doubts of the program. */
export function mistakesOf(findings: readonly Finding[], alignment: Alignment): Mistake[] {
  const missed = findings
    .filter((f) => f.rule === 'made-up-later')
    .flatMap((f): Mistake[] => {
      // What was made up later was left out first: both are slips, each in its place.
      const of = alignment.segments.find((r) => r.segment.key === f.segmentKey);
      const before =
        of === undefined
          ? undefined
          : alignment.segments.slice(0, of.segment.index).findLast((r) => r.recorded !== null);
      return of === undefined
        ? []
        : [
            {
              at: before?.recorded?.end ?? micros(0),
              type: 'left-out',
              said: '',
              note: `${labelWithSide(of.segment)} (round ${of.segment.round}) was left out here.`,
              confidence: Math.round(f.certainty * 100) / 100,
            },
          ];
    });
  return [
    ...missed,
    ...findings.flatMap((f) => {
      const type = TYPES[f.rule];
      if (type === undefined || f.certainty < UNSURE) return [];
      return [
        {
          at: f.at,
          type,
          said: /“([^”]*)”/.exec(f.says)?.[1] ?? '',
          note: `${f.says} ${f.measured}, wanted ${f.wanted}.`,
          confidence: Math.round(f.certainty * 100) / 100,
        },
      ];
    }),
  ].sort((a, b) => a.at - b.at);
}
