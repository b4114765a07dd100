/** What one would do about a finding; Check shows findings in this order. */
export const DOINGS = ['answer', 'film', 'programme', 'write', 'sound', 'music', 'look'] as const;
export type Doing = (typeof DOINGS)[number];

export const DOING_TITLES: Readonly<Record<Doing, string>> = {
  answer: 'Only you can say',
  film: 'To film or speak again',
  programme: 'To cut',
  write: 'Plan and script',
  sound: 'What viewers hear',
  music: 'Music and its rights',
  look: 'What viewers read',
};

/** Where it is set right. */
export type RuleStation = 'plan' | 'script' | 'music' | 'align' | 'score';

interface Rule {
  readonly station: RuleStation;
  readonly doing: Doing;
  /** What it finds, as the end of “Finds …”. */
  readonly finds: string;
  /** The unit of `facts.over` of its findings, where a studio can set from how much on it is told. */
  readonly unit?: RuleUnit;
}

export type RuleUnit = 's' | 'LU';

const rule = (station: RuleStation, doing: Doing, finds: string, unit?: RuleUnit): Rule => ({
  ...{ station, doing, finds },
  ...(unit !== undefined && { unit }),
});

/** All rules there are. A finding names one of them; docs/rules.md is written from this. */
export const RULES = {
  // The plan.
  'no-warm-up': rule('plan', 'write', 'a class without a warm-up'),
  'no-cool-down': rule('plan', 'write', 'a class without a cool-down'),
  'short-warm-up': rule('plan', 'write', 'a warm-up that is short for the class', 's'),
  'short-cool-down': rule('plan', 'write', 'a cool-down that is short for the class', 's'),
  'effort-jump': rule('plan', 'write', 'effort that goes up in one step'),
  'jump-after-floor': rule('plan', 'write', 'a jump right after the floor'),
  'short-stretch': rule('plan', 'write', 'a stretch too short to do anything'),
  'side-short': rule('plan', 'write', 'a side that gets less than the other', 's'),
  'break-planned-short': rule('plan', 'write', 'a break too short for what changes in it', 's'),
  'phrase-uneven': rule('plan', 'write', 'a combination that does not come out even with the music'),
  'version-stop-late': rule('plan', 'write', 'a version that is to rest when the interval is over'),
  // The script.
  'line-too-long': rule('script', 'write', 'a line longer than its room', 's'),
  'segment-gone': rule('script', 'write', 'a line whose segment is gone'),
  'one-breath': rule('script', 'write', 'a line too long for one breath'),
  'equipment-unnamed': rule('script', 'write', 'equipment that nobody names before it is needed'),
  'option-missing': rule('script', 'write', 'a move without an easier way'),
  'form-missing': rule('script', 'write', 'a new move without a word on its form'),
  filler: rule('script', 'write', 'words that fill'),
  'praise-repeated': rule('script', 'write', 'the same praise over and over'),
  dated: rule('script', 'write', 'words that date the class'),
  'pain-wording': rule('script', 'write', 'words that praise pain'),
  // What is said, against the class as it is.
  'claim-seconds-left': rule('align', 'film', 'a time left that is not so'),
  'claim-half-way': rule('align', 'film', 'a half-way that is not half of it'),
  'claim-moves-left': rule('align', 'film', 'a number of moves left that is not so'),
  'claim-round': rule('align', 'film', 'a round that is another one'),
  'claim-length': rule('align', 'film', 'a length that is another one'),
  'claim-next-up': rule('align', 'film', 'a next move that is another one'),
  'claim-side': rule('align', 'film', 'a side that is the other one'),
  'claim-position': rule('align', 'film', 'a position that is another one'),
  'claim-equipment': rule('align', 'film', 'equipment that is not needed, or is'),
  'claim-count': rule('align', 'film', 'a count that does not come out'),
  // The takes.
  unsure: rule('align', 'answer', 'a place that is a guess'),
  'doubtful-boundary': rule('align', 'answer', 'a boundary in doubt'),
  'left-out': rule('score', 'film', 'a move that was left out'),
  'made-up-later': rule('score', 'programme', 'a move made up out of its place'),
  'still-to-film': rule('score', 'film', 'a stretch that no take holds'),
  'break-over': rule('score', 'programme', 'a break that ran over', 's'),
  'break-short': rule('score', 'programme', 'a break that was cut short', 's'),
  'explanation-into-work': rule('score', 'programme', 'an explanation that runs into the work', 's'),
  'change-without-call': rule('score', 'film', 'a change that nobody calls'),
  'call-without-change': rule('score', 'film', 'a call that nothing follows'),
  'option-late': rule('score', 'film', 'an option that comes too late', 's'),
  'option-never': rule('score', 'film', 'an option that never comes'),
  'reps-miscounted': rule('score', 'film', 'repetitions counted wrong'),
  'count-skipped': rule('score', 'film', 'a number left out of a count'),
  'lost-beat': rule('score', 'film', 'a beat that was lost'),
  'second-look': rule('align', 'answer', 'something to listen to once more'),
  // The sound.
  'room-changes': rule('music', 'sound', 'room tone that jumps at a join'),
  'sentence-covered': rule('music', 'sound', 'a sentence that the music covers', 'LU'),
  'sentence-soft': rule('music', 'sound', 'a sentence much softer than the others', 'LU'),
  'sound-clipped': rule('music', 'sound', 'sound that was recorded too loud'),
  'voice-drowned': rule('music', 'sound', 'a voice that drowns in the music'),
  // The music.
  'music-gap': rule('music', 'music', 'silence between tracks'),
  'music-mid-phrase': rule('music', 'music', 'music left in the middle of a phrase'),
  'music-starts-mid-phrase': rule('music', 'music', 'music begun in the middle of a phrase'),
  'music-over-itself': rule('music', 'music', 'a track over itself'),
  'music-stretch': rule('music', 'music', 'music stretched too far'),
  'music-tempo': rule('music', 'music', 'a tempo that does not suit the moves'),
  'music-unlaid': rule('music', 'music', 'music that could not be laid'),
  'music-off-phrase': rule('music', 'music', 'a block that begins off the phrase'),
  'music-beside-film': rule('music', 'music', 'music that stops beside the end of its block'),
  'music-over-room': rule('music', 'music', 'music over the music of the room'),
  'beat-jumps': rule('score', 'music', 'a cut that makes the beat jump'),
  'rights-sync': rule('music', 'music', 'a composition without a licence'),
  'rights-master': rule('music', 'music', 'a recording without a licence'),
  'rights-territory': rule('music', 'music', 'music not licensed for the territory'),
  'rights-platform': rule('music', 'music', 'music not licensed for a platform'),
  'rights-term': rule('music', 'music', 'music not licensed for long enough'),
  'rights-proof': rule('music', 'music', 'a licence without a proof'),
  // What is seen.
  'chapter-too-short': rule('score', 'look', 'a chapter too short to stand alone'),
  'few-chapters': rule('score', 'look', 'too few chapters to be shown'),
  'caption-too-short': rule('score', 'look', 'a caption too short to be read'),
  'look-on-person': rule('score', 'look', 'a look that lies over who is filmed'),
  'low-contrast': rule('score', 'look', 'words hard to read before some picture'),
  'letters-not-drawn': rule('score', 'look', 'letters that the overlay does not have'),
} as const satisfies Readonly<Record<string, Rule>>;

export type RuleId = keyof typeof RULES;

export function isRuleId(text: string): text is RuleId {
  return Object.hasOwn(RULES, text);
}
