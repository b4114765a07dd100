import type { MoveLines } from '../said-lines.ts';

/**
 * What instructors say of a movement while it is done, by its pattern, each short enough for one breath (common
 * practice; the words are the program's own).
 */
const FORM: MoveLines['form'] = {
  squat: ['Weight through the whole foot', 'Chest up as you sit', 'Push the floor away', 'Same depth each time'],
  hinge: [
    'Hips first, then the chest',
    'Feel the back of the legs',
    'Neck in line with the back',
    'Squeeze at the top',
  ],
  lunge: ['Straight down, not forward', 'Push through the front heel', 'Tall over the hips', 'Two tracks, not one'],
  push: ['Body in one line', 'Lower slower than you press', 'Elbows a little in', 'Shoulders away from the ears'],
  pull: ['Lead with the elbows', 'A short stop at the top', 'Wrists straight', 'Let it down slowly'],
  rotate: ['Turn from the ribs', 'Hips stay where they are', 'Eyes follow the hands', 'As far left as right'],
  brace: ['Ribs and hips hold together', 'Long through the crown', 'Do not let the middle sink', 'Small and still'],
  carry: ['Walk tall', 'Shoulders level', 'Quiet steps', 'Grip, and forget the rest'],
  step: ['Whole foot down', 'Light on the way down', 'Eyes up', 'Arms help you'],
  jump: ['Quiet landings', 'Knees soft', 'Lower is fine', 'Find your own height'],
  march: ['Arms swing from the shoulder', 'Stand tall', 'Light feet', 'Find your rhythm'],
  mobility: ['Only as far as it is easy', 'Let the shoulders drop', 'A little more each time', 'No hurry'],
  stretch: ['Let the weight do it', 'Soft jaw, soft hands', 'Ease off if it grips', 'Stay with it'],
  balance: ['Fix one point with the eyes', 'Toes spread', 'Tall through the standing leg', 'A wobble is fine'],
  // For a move that the library does not know.
  any: ['Smooth and steady', 'Your own pace', 'Shoulders down', 'Keep it tidy'],
};

/** When to breathe out (common practice: out with the effort). */
const BREATH: MoveLines['breath'] = {
  push: 'Out as you press',
  pull: 'Out as you pull',
  squat: 'Out as you rise',
  hinge: 'Out as you rise',
  lunge: 'Out as you rise',
  step: 'Out as you rise',
  stretch: 'Slow breaths, out a little longer',
  mobility: 'Slow breaths, out a little longer',
  brace: 'Keep breathing, do not hold it',
  balance: 'Keep breathing, do not hold it',
  carry: 'Keep breathing, do not hold it',
  rotate: 'Out as you turn',
  jump: 'Steady breaths',
  march: 'Steady breaths',
  any: 'Keep breathing',
};

// Each exercise of the library has a caution of its own.
export const MOVES: MoveLines = { isOfLibrary: true, form: FORM, breath: BREATH, caution: {} };
