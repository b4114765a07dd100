import type { ClauseWords } from '../heard-words.ts';
import { pattern } from '../pattern.ts';
import { marksOf } from './clause-marks.ts';
import { numberOf } from './numbers.ts';

const UNIT = /^(?:more|sec|min|of|to|reps?|each|left|times?|rounds?|sides?|moves?|seconds?|minutes?|pounds|kilos)/;

/** `Seven`, `and twelve`, `nine, long neck`: a repetition counted aloud. */
function countIn(text: string): number | null {
  const [first, second] = text.replace(/^(?:and|thats|number) /, '').split(' ');
  const value = numberOf(first);
  // Several numbers are a countdown or a beat; a unit after it makes it a length.
  if (value === null || value < 1 || value > 50 || numberOf(second) !== null) return null;
  return second !== undefined && UNIT.test(second) ? null : value;
}

const RIGHT_SIDE = pattern('')`
  \bright (?:side|leg|arm|foot|knee|hand|elbow|over|one|first|heel|hip|shoulder|toe|toes|ankle|in front|goes|back|on)\b
  |\b(?:your|the|our|my|on|is|to|and) right\b|^right first|\bright$
`;

const TAKEN_BACK = pattern('')`
  ^(?:oh )?(?:no|nope|sorry|wait|whoa|oops|hang on|hold on)(?: (?:no|sorry|wait|dont|do not))* (?:stay|keep|carry on|
  not yet|one more|another|we have|ive got|still)\b
  |\b(?:not yet|too (?:soon|early)|as you were|false alarm|(?:come|came|went|gone) (?:in )?(?:a |one )?(?:phrase |beat |
  bit |bar |little )?early|jumped the gun|ahead of (?:myself|ourselves|the music))\b
  |^no stay\b|^stay$
`;

export const CLAUSES: ClauseWords = {
  marksOf,
  sidesIn: (text) => ({
    left: /\bleft\b/.test(text) && !/\b(?:seconds|secs|more|to|are|is) left\b/.test(text),
    right: RIGHT_SIDE.test(text) && !/\b(?:all|thats|just|so) right\b/.test(text),
  }),
  countIn,
  takenBack: TAKEN_BACK,
};
