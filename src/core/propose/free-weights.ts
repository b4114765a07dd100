/**
 * What the search without a plan weighs, in nats and seconds: set on the development set (eight classes, each cut into
 * paragraphs at four places).
 */
export const FREE = {
  /** Words and marks of one breath say several times what they say once. */
  words: 0.86,
  said: 0.7,
  silence: 0.7,
  /** Lengths by their middle and the standard deviation of their logarithms; what each stretch costs. */
  work: { middleS: 33, spread: 0.5, shortestS: 7, longestS: 130, worth: 0 },
  break: { middleS: 14, spread: 1, shortestS: 2, longestS: 75, worth: -1.7 },
  talk: { middleS: 60, spread: 1, shortestS: 12, longestS: 120, worth: -2.5 },
  /** Work that begins where other work ends. */
  touching: -1,
  /** A move that is named near its beginning, and how what its mention says counts. */
  named: -0.25,
  mention: 1,
  namedFirst: 1,
  namedLate: -0.5,
  /** By second that it is named before that, from so many on. */
  namedEarly: 0.04,
  namedSoonS: 12,
  namedBeforeS: 35,
  namedAfterS: 15,
  /** A move that was named somewhere else in the class, and one that was never named. */
  recalled: -2.5,
  guessed: -2.5,
  /** A guess that is a stretch early in the class, or none after so much of it (common practice). */
  guessedOddly: -1,
  stretchOnlyFrom: 0.85,
  /** What is said of a move is said while it is shown, so long before it. */
  shownS: 8,
  /** A move that nobody named begins only where a word of it is said within this. */
  spokenS: 15,
  otherSide: -1.1,
  /** The same move again, after a break and at once; a name before the end of work by this is a name of that work. */
  same: -2.75,
  sameTouching: -4,
  namedBeforeEndS: 10,
  signal: 1.5,
  /** The same move came after the same one at another time, so far away. */
  follows: 1.5,
  anotherTimeS: 60,
  /** How long work lasts is learned from the class: what is usual counts as much as so many stretches. */
  usualCounts: 4,
  leastSpread: 0.25,
  spreadShare: 0.87,
} as const;
