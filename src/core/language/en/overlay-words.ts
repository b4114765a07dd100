import type { OverlayWords } from '../overlay-word.ts';

export const OVERLAY: OverlayWords = {
  ...{ work: 'work', hold: 'hold', rest: 'rest', change: 'change', water: 'water', talk: 'talk', watch: 'watch' },
  ...{ setUp: 'set up', restHeading: 'Rest', waterHeading: 'Water', next: 'Next', take: 'Take' },
  ...{ easier: 'Easier', harder: 'Harder', round: 'Round', set: 'Set', move: 'Move', effort: 'Effort', of: 'of' },
  ...{
    leftSide: 'Left side',
    rightSide: 'Right side',
    alternateSides: 'Alternate sides',
    left: 'left',
    right: 'right',
  },
  ...{
    breatheIn: 'in',
    breatheOut: 'out',
    rounds: 'rounds',
    moves: 'moves',
    breathe: 'Breathe',
    wellDone: 'Well done',
  },
};
