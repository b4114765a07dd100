import type { TagWords } from '../tag-word.ts';

export const TAGS: TagWords = {
  ...{ followAlong: 'follow-along workout', minutes: '{n} minute workout', atHome: 'workout at home' },
  ...{ noEquipment: 'no equipment workout', withThing: '{what} workout', forMuscle: '{what} workout' },
  ...{ noJumping: 'no jumping', strength: 'strength', cardio: 'cardio', core: 'core', flow: 'flow' },
  intervals: 'interval training',
  called: {},
};
