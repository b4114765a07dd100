import { type Segment, isActive } from '../plan/segment.ts';
import { type Micros, micros } from '../time/micros.ts';
import type { Heard } from '../calls/detect-calls.ts';
import { type Doing, type Pauses, type Stretch, learnPauses } from '../transcript/pauses.ts';
import { WORD_SIGMA_US, planWords } from '../transcript/place-words.ts';
import type { PathPiece } from './viterbi.ts';
import { CUT_SIGMA_US, type CoarseCue, type Token } from '../transcript/transcript.ts';

/** A silence is anything from nothing to a few times its length: its standard deviation as a share of it. */
const PAUSE_SPREAD = 1.1;
const SPOKEN_SPREAD = 0.2;
const COUNT_SIGMA_US = 100_000;
/** A silence that is not likely at all comes seldom, and is then as long as any: its share counts at least as this much. */
const LEAST_SHARE = 0.15;
/** The end of a stretch that nothing follows is not known. */
const OPEN_END_SIGMA_US = 4e6;

/**
 * What was heard in coarse stretches of speech, placed once more now that it is roughly known which words were said in
 * work, in breaks and in talk: how long this class is silent in each is learned from its own stretches. `path` is on take
 * time in microseconds. What was heard elsewhere stays; sorted by time.
 */
export function placeAgain(
  heard: readonly Heard[],
  tokens: readonly Token[],
  cues: readonly CoarseCue[],
  segments: readonly Segment[],
  path: readonly PathPiece[],
): Heard[] {
  const stretches = cues.map((cue): Stretch & { readonly cue: CoarseCue } => {
    const words = planWords(cue.text, cue.onward);
    return { cue, words, doing: words.map((): Doing => 'work'), lengthUs: cue.end - cue.start };
  });
  const byCue = new Map(stretches.map((s) => [s.cue.cue, s]));
  const doingAt = doings(segments, path);
  for (const token of tokens) {
    const doing = byCue.get(token.cue)?.doing as Doing[] | undefined;
    if (doing !== undefined) doing[token.word] = doingAt(token.end);
  }
  const pauses = learnPauses(stretches.filter((s) => s.cue.endKnown));
  const placed = new Map(stretches.map((s) => [s.cue.cue, walk(s, s.cue, pauses)]));
  return heard
    .map((h): Heard => {
      const token = tokens[h.token];
      const at = token === undefined ? undefined : placed.get(token.cue);
      if (token === undefined || at === undefined) return h;
      const moved = (at.at[token.word] as number) - token.at;
      return {
        ...h,
        at: micros(Math.max(0, h.at + moved)),
        sigma: Math.hypot(WORD_SIGMA_US, at.sigma[token.word] as number) as Micros,
      };
    })
    .sort((a, b) => a.at - b.at);
}

/** What was being done at a time, by the rough path. Asked in ascending order it costs next to nothing. */
function doings(segments: readonly Segment[], path: readonly PathPiece[]): (us: number) => Doing {
  let j = 0;
  return (us) => {
    while (j > 0 && us < (path[j - 1]?.end ?? 0)) j--;
    while (j < path.length && us >= (path[j] as PathPiece).end) j++;
    const piece = path[j];
    const segment = piece === undefined || piece.segment === null ? undefined : segments[piece.segment];
    return segment === undefined ? 'break' : isActive(segment) ? 'work' : segment.kind === 'talk' ? 'talk' : 'break';
  };
}

/** The likely walk from the start of a stretch to its end: where each word begins, and how far off that may be. */
function walk(
  { words, doing }: Stretch,
  cue: CoarseCue,
  pauses: Pauses,
): { readonly at: Float64Array; readonly sigma: Float64Array } {
  const steps = words.map((word, i) => {
    if (word.stepUs !== null) return { mean: Math.max(word.stepUs, word.spokenUs), variance: COUNT_SIGMA_US ** 2 };
    const [spoken, pause] = [word.spokenUs * pauses.rate, word.share * pauses.unitUs[doing[i] ?? 'work']];
    return {
      mean: spoken + pause,
      variance:
        (spoken * SPOKEN_SPREAD) ** 2 +
        (pause * PAUSE_SPREAD) ** 2 / Math.max(LEAST_SHARE, Math.min(1, word.share * 1.5)),
    };
  });
  const [at, sigma] = [new Float64Array(words.length), new Float64Array(words.length)];
  let [mean, variance] = [cue.start, CUT_SIGMA_US ** 2];
  const before = steps.map((step) => {
    const here = { mean, variance };
    [mean, variance] = [mean + step.mean, variance + step.variance];
    return here;
  });
  [mean, variance] = [cue.end, (cue.endKnown ? CUT_SIGMA_US : OPEN_END_SIGMA_US) ** 2];
  for (let i = words.length - 1; i >= 0; i--) {
    const [step, here] = [
      steps[i] as { mean: number; variance: number },
      before[i] as { mean: number; variance: number },
    ];
    [mean, variance] = [mean - step.mean, variance + step.variance];
    // Two unsure times for one thing, as one.
    at[i] = here.mean + ((mean - here.mean) * here.variance) / (here.variance + variance);
    sigma[i] = Math.sqrt((here.variance * variance) / (here.variance + variance));
  }
  return { at, sigma };
}
