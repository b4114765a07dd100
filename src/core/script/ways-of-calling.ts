import { type Segment, isActive } from '../plan/segment.ts';
import { fromSeconds } from '../time/micros.ts';
import { WAYS_OF_CALLING, WORDED_CALLS, type WayOfCalling } from '../language/call-kind.ts';
import { type CallRules, type CallStyle, type Countdown, DEFAULT_CALLS } from './cue.ts';
import { type LanguageCode, languageOf } from '../language/languages.ts';
import { styleOfWay } from './ways.ts';

/** In a break this long the next move can be explained. */
const EXPLAINING_BREAK = fromSeconds(12);

/** The way that suits how a block is timed: its scheme, and the breaks between its moves in microseconds. */
export function wayForBlock(segments: readonly Segment[]): WayOfCalling {
  const worked = segments.find(isActive);
  switch (worked?.scheme) {
    case 'reps':
      return 'repetitions';
    case 'counts':
      return 'music';
    case 'flow':
    case 'hold':
      return 'flow';
    default: {
      const rests = segments.filter((s) => s.kind === 'rest').map((s) => s.end - s.start);
      const usual = rests.sort((a, b) => a - b)[rests.length >> 1] ?? 0;
      return usual >= EXPLAINING_BREAK ? 'explain' : usual > 0 ? 'timer' : 'preview';
    }
  }
}

/** The calls of a whole class in its way, or the instructor's own: what a change of single calls begins from. */
export function ownStyle(rules: CallRules, language?: LanguageCode): CallStyle {
  return rules.way === 'own' || rules.way === 'by-block' ? rules : styleOfWay(rules.way, language);
}

/** Reads the style of any block of a class, with what is forced on or off; each block's once. */
export function stylesOf(
  segments: readonly Segment[],
  rules: CallRules,
  language?: LanguageCode,
): (blockId: string) => CallStyle {
  const known = new Map<string, CallStyle>();
  const byBlock = new Map<string, Segment[]>();
  for (const s of segments) {
    const own = byBlock.get(s.blockId);
    if (own === undefined) byBlock.set(s.blockId, [s]);
    else own.push(s);
  }
  return (blockId) => {
    let style = known.get(blockId);
    if (style === undefined) {
      const own = rules.blocks[blockId];
      const way = own?.way ?? rules.way;
      const named = way === 'by-block' ? wayForBlock(byBlock.get(blockId) ?? []) : way;
      const base = named === 'own' ? rules : styleOfWay(named, language);
      style = forced(base, rules.forced);
      if (own?.countdown !== undefined || own?.pace !== undefined) style = { ...style, ...countOf(own) };
      known.set(blockId, style);
    }
    return style;
  };
}

const countOf = ({ countdown, pace }: { readonly countdown?: Countdown; readonly pace?: CallStyle['pace'] }) => ({
  ...(countdown === undefined ? {} : { countdown }),
  ...(pace === undefined ? {} : { pace }),
});

/** Changes a style: some calls are made on each occasion, some never. */
function forced(style: CallStyle, by: CallRules['forced']): CallStyle {
  const kinds = Object.keys(by) as (keyof CallRules['forced'])[];
  if (kinds.length === 0) return style;
  const on = { ...style.on };
  const often = { ...style.often };
  let { countdown } = style;
  for (const kind of kinds) {
    delete often[kind];
    if (kind !== 'countdown') on[kind] = by[kind] === true;
    else if (by[kind] !== true) countdown = 'none';
    else if (countdown === 'none') countdown = DEFAULT_CALLS.countdown;
  }
  return { ...style, on, often, countdown };
}

/**
 * Calls of one's own when a class changes its language: those that still say what the program says in the old one say
 * it in the new one; what somebody worded stays.
 */
export function callsInLanguage(rules: CallRules, from: LanguageCode, to: LanguageCode): CallRules {
  const [before, after] = [wordings(from), wordings(to)];
  const words = Object.fromEntries(
    WORDED_CALLS.map((kind) => {
      const own = rules.words[kind];
      const same = before.findIndex((said) => said[kind].join('\n') === own.join('\n'));
      return [kind, after[same]?.[kind] ?? own];
    }),
  ) as CallRules['words'];
  return { ...rules, words };
}

/** Every set of words that the program has in a language, in the same order for each: the plain ones, then by way. */
const wordings = (code: LanguageCode): CallRules['words'][] => [
  languageOf(code).calling.plain,
  ...WAYS_OF_CALLING.map((way) => styleOfWay(way, code).words),
];
