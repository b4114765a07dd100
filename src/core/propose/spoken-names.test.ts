import { describe, expect, it } from 'vitest';
import { anyTime } from '../../../tests/support/times.ts';
import { spokenTrack } from '../transcript/clauses.ts';
import { type TranscriptCue, spokenWords } from '../transcript/transcript.ts';
import { spokenNames } from './spoken-names.ts';

function names(text: string) {
  const cue: TranscriptCue = { start: anyTime(0), end: anyTime(20e6), text, words: null };
  const transcript = { cues: [cue] };
  const tokens = spokenWords(transcript, anyTime(20e6));
  return spokenNames(spokenTrack(transcript, tokens, anyTime(20e6)).clauses, tokens).map((n) => n.label.toLowerCase());
}

// Names of moves as they are said: common practice.
describe('names by their last word', () => {
  it.each([
    ['Next one is the crate squat.', 'crate squat'],
    ['Now, reverse lunges.', 'reverse lunges'],
    ['It is the bent over row.', 'bent over row'],
    ['Romanian deadlift.', 'romanian deadlift'],
    ['Then calf stretch, on the right.', 'calf stretch'],
    ['Push ups!', 'push ups'],
  ])('%s', (text, name) => expect(names(text)).toContain(name));
  it.each(['Lift your heart a little.', 'Do not rock about.', 'I walked here this morning.'])(
    '“%s” names none',
    (text) => expect(names(text)).toEqual([]),
  );
});
