import type { TagWords } from '../tag-word.ts';

export const TAGS: TagWords = {
  ...{ followAlong: 'training zum mitmachen', minutes: '{n} minuten training', atHome: 'training zu hause' },
  ...{ noEquipment: 'training ohne geräte', withThing: 'training mit {what}', forMuscle: '{what} training' },
  ...{ noJumping: 'ohne springen', strength: 'kraft', cardio: 'ausdauer', core: 'rumpf', flow: 'flow' },
  intervals: 'intervalltraining',
  called: {
    ...{ quads: 'oberschenkel', hamstrings: 'beinrückseite', glutes: 'po', calves: 'waden', hips: 'hüfte' },
    ...{ 'inner thigh': 'innenschenkel', back: 'rücken', lats: 'breiter rücken', chest: 'brust' },
    ...{ shoulders: 'schultern', arms: 'arme', core: 'rumpf', obliques: 'schräge bauchmuskeln', neck: 'nacken' },
  },
};
