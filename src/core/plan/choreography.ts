/**
 * A combination is taught from its elements step by step. Steps are lists of elements by their index: `add-on` A · B ·
 * AB · C · ABC; `link` A · B · AB · C · D · CD · ABCD; `reduce` each four times, twice, once; `layer` one base with
 * more and more laid over it; `free` as written.
 */
export const BUILD_UPS = ['add-on', 'link', 'reduce', 'layer', 'free'] as const;
export type BuildUp = (typeof BUILD_UPS)[number];

/** One step of a build-up, as often as it is danced. */
interface Step {
  readonly elements: readonly number[];
  readonly times: number;
}

/** Counts of a musical phrase: four eights (common practice). */
export const PHRASE_COUNTS = 32;
/** A step is danced again at most so often to fill its phrase. */
const MOST_REPEATS = 4;
/** An element is named by one letter, so there are at most 26; a free order has at most as many steps. */
export const MOST_ELEMENTS = 26;
export const MOST_STEPS = 200;

const all = (n: number) => Array.from({ length: n }, (_, i) => i);
const once = (...elements: readonly number[]): Step => ({ elements, times: 1 });

/**
 * The steps of a build-up over so many elements, each once; `free` takes its own order, elements that are not there
 * left out.
 */
export function stepsOf(build: BuildUp, elements: number, free: readonly (readonly number[])[] = []): Step[] {
  switch (build) {
    case 'add-on':
      return all(elements).flatMap((i) => (i === 0 ? [once(0)] : [once(i), once(...all(i + 1))]));
    case 'link':
      return linked(0, elements);
    case 'reduce':
      return [4, 2]
        .flatMap((times) => all(elements).map((i): Step => ({ elements: [i], times })))
        .concat(once(...all(elements)));
    case 'layer':
      return all(elements).map((i) => once(...all(i + 1)));
    case 'free':
      return free.map((step) => once(...step.filter((i) => i < elements))).filter((s) => s.elements.length > 0);
  }
}

/** Two halves, each linked by itself, then joined: pairs first, fours next. */
function linked(from: number, to: number): Step[] {
  const n = to - from;
  if (n <= 0) return [];
  if (n === 1) return [once(from)];
  // The larger power of two first, so that pairs stay pairs.
  const half = 2 ** Math.ceil(Math.log2(n) - 1);
  return [...linked(from, from + half), ...linked(from + half, to), once(...all(n).map((i) => from + i))];
}

/** Counts of a step danced once: in layers only the base counts, what is laid over it takes no time. */
function countsOfStep(step: Step, build: BuildUp, counts: readonly number[]): number {
  const own = build === 'layer' ? step.elements.slice(0, 1) : step.elements;
  return own.reduce((sum, i) => sum + (counts[i] ?? 0), 0) * step.times;
}

/** How often a step is danced so that it ends with a phrase; null: no small number does it. */
export function timesToPhrase(counts: number): number | null {
  if (counts <= 0) return null;
  for (let times = 1; times <= MOST_REPEATS; times++) if ((counts * times) % PHRASE_COUNTS === 0) return times;
  return null;
}

/** The steps as they are danced: each filled up to its phrase where repeating does it. */
export function dancedSteps(
  build: BuildUp,
  counts: readonly number[],
  free: readonly (readonly number[])[] = [],
): readonly (Step & { readonly counts: number; readonly even: boolean })[] {
  return stepsOf(build, counts.length, free).map((step) => {
    const one = countsOfStep(step, build, counts);
    const more = timesToPhrase(one);
    return { ...step, times: step.times * (more ?? 1), counts: one * (more ?? 1), even: more !== null };
  });
}

/** `A`, `AB`, `ABC`: a step in letters; repeats as `2 × A`. */
export function stepLetters({ elements, times }: Step): string {
  const letters = elements.map((i) => String.fromCharCode(65 + i)).join('');
  return times === 1 ? letters : `${times} × ${letters}`;
}

/**
 * `AB C ABC` as steps; null where something is no letter, or there are too many. Spaces, commas and dots part the
 * steps.
 */
export function readSteps(text: string): number[][] | null {
  const steps = text
    .trim()
    .split(/[\s,·.]+/)
    .filter((s) => s !== '');
  if (steps.length === 0 || steps.length > MOST_STEPS) return null;
  if (steps.some((s) => !/^[A-Z]+$/i.test(s) || s.length > MOST_ELEMENTS)) return null;
  return steps.map((s) => [...s.toUpperCase()].map((c) => c.charCodeAt(0) - 65));
}

/**
 * The steps of a build-up as a free order, from which one is moved or taken out by hand; `reduce` writes an element as
 * often as it is danced. null: what is laid over a base has no counts of its own and no free order.
 */
export function freeOrder(build: BuildUp, elements: number, free: readonly (readonly number[])[]): number[][] | null {
  if (build === 'layer') return null;
  return stepsOf(build, elements, free).map((step) => Array.from({ length: step.times }, () => step.elements).flat());
}

/** A list with one of its items at another place; places outside of it are its ends. */
export function movedStep<T>(steps: readonly T[], from: number, to: number): T[] {
  const step = steps[from];
  if (step === undefined) return [...steps];
  return steps.toSpliced(from, 1).toSpliced(Math.max(0, Math.min(to, steps.length - 1)), 0, step);
}

/** What a viewer is told that a step is: up to three names, of more the first and how many. */
export function stepName(names: readonly string[], build: BuildUp): string {
  if (build === 'layer') return names.length === 1 ? (names[0] ?? '') : `${names[0]} with ${names.slice(1).join(', ')}`;
  return names.length <= 3 ? names.join(', ') : `${names[0]} to ${names.at(-1)}`;
}
