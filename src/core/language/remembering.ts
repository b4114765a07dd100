const MOST_REMEMBERED = 20_000;

/** The same function of a word, worked out once for each: a class says the same words again and again. */
export function remembering(work: (norm: string) => string): (norm: string) => string {
  const known = new Map<string, string>();
  return (norm) => {
    let made = known.get(norm);
    if (made === undefined) {
      if (known.size >= MOST_REMEMBERED) known.clear();
      known.set(norm, (made = work(norm)));
    }
    return made;
  };
}
