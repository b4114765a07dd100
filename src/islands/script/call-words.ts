import type { WayOfCalling, WordedCall } from '../../core/language/call-kind.ts';
import type { Countdown } from '../../core/script/cue.ts';

/** The calls as words for people. */
export const CALL_WORDS: Readonly<Record<WordedCall | 'countdown', string>> = {
  rest: 'Rest',
  water: 'Water',
  'next-up': 'Next up',
  round: 'Which round',
  equipment: 'Equipment',
  'set-up': 'Set-up',
  option: 'Option',
  caution: 'Caution',
  name: 'Name',
  side: 'Side',
  'other-side': 'Other side',
  again: 'Same again',
  'back-to': 'Back to',
  ready: 'Ready in',
  'last-rep': 'Last repetition',
  'reps-left': 'How many more',
  'rep-count': 'Repetitions',
  'last-one': 'Last one',
  'half-way': 'Half-way',
  ten: 'Ten seconds',
  form: 'Form',
  breath: 'Breath',
  countdown: 'Countdown',
};

export const COUNTDOWN_WORDS: Readonly<Record<Countdown, string>> = {
  none: 'no countdown',
  '3-2-1': '3-2-1, change after the one',
  '4-3-2': '4-3-2, change where the one would be',
  '5-4-3-2-1': '5 to 1',
  '8-6-4-3-2-1': '8-6-4-3-2-1',
};

/** Each way of calling: its name, and what one hears. */
export const WAY_WORDS: Readonly<Record<WayOfCalling, { readonly name: string; readonly hears: string }>> = {
  timer: { name: 'Timer', hears: 'Name, next up, now and then ten seconds or three-two-one; little else.' },
  explain: {
    name: 'Explained in breaks',
    hears: 'And rest. The next move, how it is set up, the easier way; ready in three, two, one.',
  },
  preview: {
    name: 'Back to back',
    hears: 'What comes is said before the change, with eight, six, four, three, two, one.',
  },
  repetitions: {
    name: 'Repetitions',
    hears: 'Counted up with gaps, half of them, four more, last one. Never seconds.',
  },
  music: { name: 'Music counts', hears: 'Four, three, two on the beat, now the next step; terse.' },
  flow: { name: 'Flow', hears: 'Breath in, breath out, three more breaths, other side.' },
  quiet: { name: 'Quiet', hears: 'Name and change, and what keeps people safe.' },
};
