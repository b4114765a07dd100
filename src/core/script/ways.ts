import { WORDED_CALLS, type WayOfCalling } from '../language/call-kind.ts';
import type { Language } from '../language/language.ts';
import { type LanguageCode, languageOf } from '../language/languages.ts';
import { type CallOccasion, type CallStyle, type Countdown } from './cue.ts';

interface WayText {
  /** Calls that are made: with each occasion (`each`), or so many times a minute at most. */
  readonly calls: Readonly<Partial<Record<CallOccasion, number | 'each'>>>;
  readonly countdown: Countdown;
  readonly pace?: 'beat';
}

/** Calls that every way makes: people must know which move, with what, on which side, and what to take care of. */
const SAFE = {
  name: 'each',
  side: 'each',
  'other-side': 'each',
  caution: 'each',
  equipment: 'each',
  water: 'each',
} as const;

/**
 * How often each school makes its calls, in calls a minute (common practice: over all schools together half-way 0.04,
 * ten 0.1, countdowns 0.4, `four more` 0.7, breath 0.5, form 1.3, other side 0.4).
 */
const WAYS: Readonly<Record<WayOfCalling, WayText>> = {
  timer: {
    calls: {
      ...SAFE,
      again: 'each',
      'back-to': 'each',
      'next-up': 'each',
      option: 'each',
      round: 'each',
      'last-one': 'each',
      ten: 0.3,
      'half-way': 0.12,
      countdown: 0.5,
      'count-in': 0.2,
      rest: 0.5,
      'reps-left': 0.2,
      'last-rep': 0.2,
      form: 0.9,
      breath: 0.25,
    },
    countdown: '3-2-1',
  },
  explain: {
    calls: {
      ...SAFE,
      name: 0.4,
      again: 'each',
      'back-to': 'each',
      'next-up': 'each',
      'set-up': 'each',
      option: 'each',
      round: 'each',
      'last-one': 'each',
      rest: 'each',
      ready: 'each',
      ten: 0.15,
      'half-way': 0.06,
      countdown: 0.15,
      'count-in': 0.45,
      'reps-left': 0.3,
      'last-rep': 0.3,
      form: 1.4,
      breath: 0.3,
    },
    countdown: '3-2-1',
  },
  preview: {
    calls: {
      ...SAFE,
      again: 'each',
      'back-to': 'each',
      'next-up': 'each',
      option: 0.4,
      round: 'each',
      'last-one': 'each',
      rest: 'each',
      ten: 0.1,
      countdown: 0.7,
      'count-in': 0.2,
      'reps-left': 0.3,
      'last-rep': 0.3,
      form: 1.4,
      breath: 0.3,
    },
    countdown: '8-6-4-3-2-1',
  },
  repetitions: {
    calls: {
      ...SAFE,
      again: 'each',
      'back-to': 'each',
      'next-up': 'each',
      'set-up': 'each',
      option: 'each',
      'last-one': 'each',
      round: 'each',
      rest: 'each',
      'rep-count': 3,
      'reps-left': 1.6,
      'last-rep': 0.8,
      'half-way': 0.1,
      form: 1.5,
      breath: 0.6,
    },
    countdown: 'none',
  },
  music: {
    calls: {
      ...SAFE,
      again: 'each',
      'back-to': 'each',
      'next-up': 'each',
      option: 0.3,
      'reps-left': 1,
      'last-rep': 0.5,
      countdown: 0.5,
      form: 0.8,
      breath: 0.15,
    },
    countdown: '4-3-2',
    pace: 'beat',
  },
  flow: {
    calls: {
      ...SAFE,
      again: 'each',
      'back-to': 'each',
      option: 0.5,
      'set-up': 'each',
      'reps-left': 0.35,
      form: 1.3,
      breath: 1.5,
      countdown: 0.08,
    },
    countdown: '3-2-1',
  },
  quiet: { calls: { ...SAFE, rest: 0.4, 'back-to': 'each' }, countdown: 'none' },
};

function styleFrom(way: WayOfCalling, { calling }: Language): CallStyle {
  const { calls, countdown, pace } = WAYS[way];
  return {
    on: Object.fromEntries(WORDED_CALLS.map((kind) => [kind, calls[kind] !== undefined])) as CallStyle['on'],
    often: Object.fromEntries(Object.entries(calls).filter(([, often]) => often !== 'each')),
    countdown,
    pace: pace ?? 'second',
    countIn: calls['count-in'] !== undefined,
    words: { ...calling.plain, ...calling.shared, ...calling.ways[way] },
  };
}

const made = new Map<string, CallStyle>();

/** The calls of a way in a language, to be used as they are or as the beginning of one's own. */
export function styleOfWay(way: WayOfCalling, code: LanguageCode = 'en'): CallStyle {
  const key = `${code} ${way}`;
  let style = made.get(key);
  if (style === undefined) made.set(key, (style = styleFrom(way, languageOf(code))));
  return style;
}
