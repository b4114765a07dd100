import { wordShares } from '../speech/line-time.ts';
import { type TakeTime, takeTime } from '../time/micros.ts';
import { type TimedWord, type Transcript, type TranscriptCue } from './transcript.ts';

/** A change that a person makes to a transcript; `cue` is an index. */
export type TranscriptChange =
  | { readonly kind: 'text'; readonly cue: number; readonly text: string }
  | { readonly kind: 'start'; readonly cue: number; readonly at: TakeTime }
  /** Cuts a cue before its word `word`. */
  | { readonly kind: 'split'; readonly cue: number; readonly word: number }
  /** Joins a cue with the one after it. */
  | { readonly kind: 'join'; readonly cue: number }
  | { readonly kind: 'remove'; readonly cue: number };

/** Cues never get shorter than this. */
const SHORTEST_US = 100_000;

/** The transcript with one change made; where it cannot be made, the transcript as it is. */
export function changeTranscript(transcript: Transcript, change: TranscriptChange): Transcript {
  const { cues } = transcript;
  const cue = cues[change.cue];
  if (cue === undefined) return transcript;
  const replace = (count: number, ...by: TranscriptCue[]): Transcript => ({
    cues: [...cues.slice(0, change.cue), ...by, ...cues.slice(change.cue + count)],
  });
  switch (change.kind) {
    case 'text': {
      const text = change.text.replace(/\s+/g, ' ').trim();
      return text === ''
        ? replace(1)
        : text === cue.text
          ? transcript
          : replace(1, { ...cue, text, words: cue.words === null ? null : retimed(cue.words, text.split(' '), cue) });
    }
    case 'start': {
      const [before, after] = [cues[change.cue - 1], cues[change.cue + 1]];
      const [least, most] = [
        before === undefined ? 0 : before.start + SHORTEST_US,
        after === undefined
          ? Infinity
          : after.start - (cue.words === null ? SHORTEST_US : Math.max(SHORTEST_US, cue.end - cue.start)),
      ];
      if (least > most) return transcript;
      const at = takeTime(Math.min(Math.max(change.at, least), most));
      const by = at - cue.start;
      // A cue that has its own length moves as a whole; a paragraph begins elsewhere and ends where it ended.
      const moved: TranscriptCue =
        cue.words === null
          ? { ...cue, start: at, end: takeTime(Math.max(cue.end, at + SHORTEST_US)) }
          : {
              ...cue,
              start: at,
              end: takeTime(cue.end + by),
              words: cue.words.map((w) => ({ ...w, start: takeTime(w.start + by), end: takeTime(w.end + by) })),
            };
      const made = replace(1, moved);
      // The paragraph before ends where this one begins, also after the change.
      return before === undefined || before.words !== null || before.end !== cue.start
        ? made
        : { cues: made.cues.map((c, i) => (i === change.cue - 1 ? { ...c, end: at } : c)) };
    }
    case 'split': {
      const words = cue.text.split(/\s+/);
      if (change.word <= 0 || change.word >= words.length) return transcript;
      const share = wordShares(words)
        .slice(0, change.word)
        .reduce((a, b) => a + b, 0);
      const at = cue.words?.[change.word]?.start ?? takeTime(cue.start + (cue.end - cue.start) * share);
      const [first, second] = [words.slice(0, change.word).join(' '), words.slice(change.word).join(' ')];
      return replace(
        1,
        {
          start: cue.start,
          end: cue.words?.[change.word - 1]?.end ?? at,
          text: first,
          words: cue.words?.slice(0, change.word) ?? null,
        },
        { start: at, end: cue.end, text: second, words: cue.words?.slice(change.word) ?? null },
      );
    }
    case 'join': {
      const next = cues[change.cue + 1];
      if (next === undefined) return transcript;
      const words = cue.words === null || next.words === null ? null : [...cue.words, ...next.words];
      return replace(2, {
        start: cue.start,
        end: takeTime(Math.max(cue.end, next.end)),
        text: `${cue.text} ${next.text}`,
        words,
      });
    }
    case 'remove':
      return replace(1);
  }
}

/** Times for the words of a changed line: those that stayed keep theirs, new ones share the time between. */
function retimed(
  old: readonly TimedWord[],
  words: readonly string[],
  cue: { readonly start: TakeTime; readonly end: TakeTime },
): TimedWord[] {
  let head = 0;
  while (head < old.length && head < words.length && old[head]?.text === words[head]) head++;
  let tail = 0;
  while (
    tail < old.length - head &&
    tail < words.length - head &&
    old[old.length - 1 - tail]?.text === words[words.length - 1 - tail]
  )
    tail++;
  const changed = words.slice(head, words.length - tail);
  const from = old[head - 1]?.end ?? old[0]?.start ?? cue.start;
  const until = tail > 0 ? (old[old.length - tail]?.start ?? cue.end) : Math.max(cue.end, from + 1);
  const replaced = old.slice(head, old.length - tail);
  const [start, end] =
    replaced.length > 0 ? [replaced[0]?.start ?? from, replaced.at(-1)?.end ?? until] : [from, until];
  let at: number = start;
  const placed =
    changed.length === 0
      ? []
      : wordShares(changed).map((share, i): TimedWord => {
          const word = { text: changed[i]!, start: takeTime(at), end: takeTime(at + share * (end - start)) };
          at = word.end;
          return word;
        });
  return [...old.slice(0, head), ...placed, ...old.slice(old.length - tail)];
}
