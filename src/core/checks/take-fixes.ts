import type { Claim } from '../claims/claim.ts';
import type { PickUp } from '../edit/decisions.ts';
import { moveSaid } from '../exercise/move-said.ts';
import { exerciseNamed } from '../exercise/library.ts';
import type { Corrections } from '../language/said-lines.ts';
import { languageOf } from '../language/languages.ts';
import type { PlannedSegment } from '../plan/segment.ts';
import { isActive, labelWithSide } from '../plan/segment.ts';
import { lineTime, typicalSpeaker } from '../speech/line-time.ts';
import type { Alignment } from '../align/alignment.ts';
import { BREATH_US, holeNear } from '../transcript/silence-gaps.ts';
import type { Token } from '../transcript/transcript.ts';
import {
  type TakeTime,
  ZERO,
  asLength,
  earlier,
  fromSeconds,
  later,
  micros,
  moved,
  movedBack,
  takeTime,
} from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import { writeSeconds, writeTime } from '../time/typed-time.ts';
import { type Finding, type Fix, wordsOf } from '../findings/finding.ts';

/** A pick-up may lie this far from what it sets right. */
const REACH_US = 12e6;
/** The room a call before a change may use. */
const BEFORE_CHANGE_US = fromSeconds(9);

type TakeFinding = Finding & { readonly clock: 'take' };

interface Means {
  readonly alignment: Alignment;
  readonly tokens: readonly Token<TakeTime>[];
  readonly claims: readonly Claim<TakeTime>[];
}

/**
 * Findings of a take with every way to set them right: trimmed, spoken again, the caption corrected, filmed again, or
 * let stand.
 */
export function withTakeFixes(findings: readonly Finding[], means: Means): Finding[] {
  return findings.map((f) => {
    if (f.clock !== 'take' || f.rule === 'unsure') return f;
    const fixes = [...f.fixes, ...captions(f, means), ...pickUps(f, means), ...again(f, means), letStand(f)];
    return { ...f, fixes };
  });
}

const segmentOf = (
  { alignment }: Means,
  key: string | null,
): { segment: PlannedSegment; recorded: Span<TakeTime> | null } | null =>
  alignment.segments.find((r) => r.segment.key === key) ?? null;

function letStand(f: TakeFinding): Fix {
  const how =
    f.rule === 'break-over' || f.rule === 'break-short'
      ? `Leave it: the timer follows the real ${wordsOf(f).measured}`
      : 'It may stand';
  return { kind: 'let-stand', label: how, letStand: { rule: f.rule, segmentKey: f.segmentKey, at: f.at, how } };
}

const AGAIN = new Set([
  'left-out',
  'explanation-into-work',
  'break-short',
  'claim-side',
  'lost-beat',
  'option-late',
  'option-never',
]);

function again(f: TakeFinding, means: Means): Fix[] {
  const of = AGAIN.has(f.rule) && f.segmentKey !== null ? segmentOf(means, f.segmentKey) : null;
  return of === null
    ? []
    : [
        {
          kind: 'retake',
          label: `Film ${labelWithSide(of.segment)} again`,
          retake: { segmentKey: of.segment.key, why: wordsOf(f).says },
        },
      ];
}

/**
 * Where the other side than planned was named, the picture may show what was said: then the caption is what is wrong.
 */
function captions(f: TakeFinding, means: Means): Fix[] {
  const of = segmentOf(means, f.segmentKey);
  if (f.rule !== 'claim-side' || of === null || !isActive(of.segment)) return [];
  const said = claimOf(f, means)?.claimed;
  if (said !== 'left' && said !== 'right') return [];
  const text = correctionsOf(means).captioned(of.segment.label, said);
  return [
    {
      kind: 'override',
      label: `Caption “${text}”: it was done as it was said`,
      override: {
        segmentKey: of.segment.key,
        lane: 'caption',
        field: 'text',
        value: text,
      },
    },
  ];
}

const correctionsOf = ({ alignment }: Means) => languageOf(alignment.words.language).corrections;

const claimOf = (f: TakeFinding, { claims }: Means) =>
  claims.find((c) => c.at === f.at && `claim-${c.type}` === f.rule) ?? null;

function pickUps(f: TakeFinding, means: Means): Fix[] {
  const line = rightLine(f, means);
  if (line === null) return [];
  const lengthUs = lineTime(line.text);
  const hole = holeNear(means.tokens, { near: line.near, lengthUs, within: line.within, free: line.muted });
  if (hole === null) return [];
  const pickUp: PickUp = {
    id: `${f.rule}-${Math.round(f.at / 1e5)}`,
    segmentKey: f.segmentKey,
    at: hole.start,
    roomUs: asLength(hole.end - hole.start),
    text: line.text,
    why: wordsOf(f).says,
    muted: line.muted,
    recording: null,
  };
  return [
    {
      kind: 'pick-up',
      label:
        `Speak over: “${line.text}” at ${writeTime(hole.start, 1)}, ` +
        `${writeSeconds(micros(Math.round(lengthUs / 1e5) * 1e5))} s into ${writeSeconds(pickUp.roomUs)} s`,
      pickUp,
    },
  ];
}

interface Line {
  readonly text: string;
  readonly near: TakeTime;
  readonly within: Span<TakeTime>;
  readonly muted: Span<TakeTime> | null;
}

/** The line that would have been right, and where it may go. */
function rightLine(f: TakeFinding, means: Means): Line | null {
  const of = segmentOf(means, f.segmentKey);
  if (of?.recorded == null) return null;
  const { segment, recorded } = of;
  const around = { start: later(ZERO, movedBack(f.at, REACH_US)), end: moved(f.at, REACH_US) };
  const claim = claimOf(f, means);
  const corrections = correctionsOf(means);
  if (claim !== null) {
    const text = claimText(claim, corrections);
    return text === null || text === ''
      ? null
      : {
          text,
          near: claim.type === 'half-way' ? takeTime((recorded.start + recorded.end) / 2) : f.at,
          within: clip(around, recorded, 4e6),
          muted: spanOfWords(means.tokens, claim),
        };
  }
  switch (f.rule) {
    case 'change-without-call':
      return {
        text: corrections.change,
        near: movedBack(recorded.end, lineTime(corrections.change, typicalSpeaker(means.alignment.words.language))),
        within: { start: movedBack(recorded.end, BEFORE_CHANGE_US), end: moved(recorded.end, BREATH_US) },
        muted: null,
      };
    case 'option-late':
    case 'option-never': {
      const easier =
        f.facts.option ??
        moveSaid(exerciseNamed(segment.label), null, languageOf(means.alignment.words.language)).easier;
      return easier === ''
        ? null
        : {
            text: corrections.easier(easier),
            near: moved(recorded.start, 2e6),
            within: {
              start: later(ZERO, moved(recorded.start, -10e6)),
              end: takeTime((recorded.start + recorded.end) / 2),
            },
            muted: null,
          };
    }
    case 'equipment-unnamed': {
      const { need } = f.facts;
      return {
        text: corrections.haveReady(need),
        near: later(ZERO, moved(recorded.start, -8e6)),
        within: { start: later(ZERO, moved(recorded.start, -30e6)), end: recorded.start },
        muted: null,
      };
    }
    default:
      return null;
  }
}

function claimText(claim: Claim, corrections: Corrections): string | null {
  const { actual } = claim;
  if (actual === null || actual === '') return null;
  switch (claim.type) {
    case 'next-up':
      return corrections.nextUp(String(actual));
    case 'side':
      return actual === 'left' || actual === 'right' ? corrections.side(actual) : null;
    case 'seconds-left':
      return typeof actual === 'number' && actual > 1 ? corrections.secondsLeft(Math.round(actual)) : null;
    case 'half-way':
      return corrections.halfWay;
    case 'moves-left':
      return typeof actual === 'number' ? corrections.movesLeft(actual) : null;
    case 'round':
      return typeof actual === 'number' ? corrections.round(actual) : null;
    case 'count':
      return typeof actual === 'number' ? corrections.total(actual) : null;
    // What was promised of the whole class, or asked to be fetched, no line in mid-class puts right.
    case 'length':
    case 'position':
    case 'equipment':
      return null;
  }
}

/** The words of a claim, from the first to the last of them, as they lie on the take. */
function spanOfWords(tokens: readonly Token<TakeTime>[], claim: Claim): Span<TakeTime> | null {
  const i = tokens.findIndex((t) => t.at >= claim.at - 1);
  const count = claim.said.split(/\s+/).filter((w) => w !== '').length;
  const [first, last] = [tokens[i], tokens[i + count - 1]];
  return first === undefined || last === undefined || last.end - first.at > 10e6
    ? null
    : { start: first.at, end: last.end };
}

const clip = (span: Span<TakeTime>, to: Span<TakeTime>, slackUs: number): Span<TakeTime> => ({
  start: later(span.start, movedBack(to.start, slackUs)),
  end: earlier(span.end, moved(to.end, slackUs)),
});
