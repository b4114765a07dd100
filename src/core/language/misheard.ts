/** How many letters must be changed, put in or taken out to make one word of the other, the distance of Levenshtein. */
function lettersOff(a: string, b: string): number {
  const row = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    let diagonal = row[0]!;
    row[0] = i;
    for (let j = 1; j <= b.length; j++) {
      const above = row[j]!;
      row[j] = Math.min(above + 1, row[j - 1]! + 1, diagonal + (a[i - 1] === b[j - 1] ? 0 : 1));
      diagonal = above;
    }
  }
  return row[b.length]!;
}

/** What a language has to say of words that are misheard for each other. */
interface Hearing {
  readonly stem: (norm: string) => string;
  /** The consonants of a word by how they are made: what a recogniser swaps is one letter here. */
  readonly skeleton: (norm: string) => string;
  /** Words that sound like parts of names and mean something else in a class. */
  readonly otherWords: ReadonlySet<string>;
  /** Shorter stems, and shorter skeletons, are never misheard ones. */
  readonly leastStem: number;
  readonly leastSkeleton: number;
}

const MOST_REMEMBERED = 20_000;
/** A stem this long may have one letter wrong. */
const LONG_STEM = 5;

/** 1 where two normalised words are the same but for their ending, less where one may be the other misheard, 0 else. */
export function misheardBy({ stem, skeleton, otherWords, leastStem, leastSkeleton }: Hearing) {
  const compare = (heard: string, wanted: string): number => {
    const [a, b] = [stem(heard), stem(wanted)];
    if (a === b) return 1;
    const short = Math.min(a.length, b.length);
    if (short < leastStem || otherWords.has(heard) || Math.abs(a.length - b.length) > 2) return 0;
    if (short >= LONG_STEM && lettersOff(a, b) <= 1) return 0.85;
    const [s, t] = [skeleton(heard), skeleton(wanted)];
    return s.length >= leastSkeleton && s === t && lettersOff(heard, wanted) <= 3 ? 0.75 : 0;
  };
  // A class says the same words again and again, and its moves have few: each pair is compared once.
  const compared = new Map<string, Map<string, number>>();
  return (heard: string, wanted: string): number => {
    let of = compared.get(wanted);
    if (of === undefined) {
      if (compared.size >= MOST_REMEMBERED / 20) compared.clear();
      compared.set(wanted, (of = new Map<string, number>()));
    }
    let made = of.get(heard);
    if (made === undefined) {
      if (of.size >= MOST_REMEMBERED) of.clear();
      of.set(heard, (made = compare(heard, wanted)));
    }
    return made;
  };
}
