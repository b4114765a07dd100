/** Words that sound like parts of names and mean something else in a class. */
const OTHER_WORDS = new Set([
  'left',
  'last',
  'stop',
  'brace',
  'back',
  'sit',
  'light',
  'late',
  'let',
  'lets',
  'girl',
  'lunch',
  'said',
  'right',
  'best',
  'past',
  'pause',
  'hope',
  'keep',
  'cup',
  'both',
  'bold',
  'told',
  'plain',
  'plan',
  'play',
  'place',
  'pressure',
  'rest',
  'breast',
  'breath',
  'breathe',
  'start',
  'stay',
  'steps',
  'state',
  'bite',
  'bit',
  'turn',
  'ten',
  'time',
  'team',
  'tummy',
  'real',
  'roll',
  'rule',
  'really',
  'high',
  'side',
  'need',
  'needs',
]);

/** Cuts plural and verb endings, so that `lunges`, `lunging` and `lunge` meet. */
export function stem(norm: string): string {
  if (norm.length <= 3) return /^[a-z]{2}s$/.test(norm) ? norm.slice(0, 2) : norm;
  return norm
    .replace(/(?:ies)$/, 'y')
    .replace(/(?:ing|ers|er|es|ed|s|e)$/, (ending) => (norm.length - ending.length >= 3 ? '' : ending));
}

const remembered = new Map<string, string>();
const MOST_REMEMBERED = 20_000;

/** The consonants of a word by how they are made: what a recogniser swaps is one letter here. */
function skeleton(norm: string): string {
  const known = remembered.get(norm);
  if (known !== undefined) return known;
  const made = norm
    .replace(/(?:es|s)$/, (e) => (norm.length > 4 ? (e === 'es' && /[cg]es$/.test(norm) ? 'e' : '') : e))
    .replace(/dge|tch|ch|sh/g, 'j')
    .replace(/g(?=[ei])/g, 'j')
    .replace(/ph/g, 'f')
    .replace(/qu/g, 'k')
    .replace(/ck/g, 'k')
    .replace(/[bp]/g, 'p')
    .replace(/[dt]/g, 't')
    .replace(/[gckq]/g, 'k')
    .replace(/[vf]/g, 'f')
    .replace(/[szx]/g, 's')
    .replace(/ng?/g, 'n')
    .replace(/m/g, 'm')
    .replace(/(?<=.)[aeiouwyh]/g, '')
    .replace(/(.)\1+/g, '$1');
  if (remembered.size >= MOST_REMEMBERED) remembered.clear();
  remembered.set(norm, made);
  return made;
}

function slips(a: string, b: string): number {
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

// A class says the same words again and again, and its moves have few: each pair is compared once.
const compared = new Map<string, Map<string, number>>();

/** 1 where two normalised words are the same but for their ending, less where one may be the other misheard, 0 else. */
export function soundsLike(heard: string, wanted: string): number {
  let of = compared.get(wanted);
  if (of === undefined) {
    if (compared.size >= MOST_REMEMBERED / 20) compared.clear();
    compared.set(wanted, (of = new Map<string, number>()));
  }
  const known = of.get(heard);
  if (known !== undefined) return known;
  if (of.size >= MOST_REMEMBERED) of.clear();
  const made = compare(heard, wanted);
  of.set(heard, made);
  return made;
}

function compare(heard: string, wanted: string): number {
  const [a, b] = [stem(heard), stem(wanted)];
  if (a === b) return 1;
  if (a.length < 4 || b.length < 4 || OTHER_WORDS.has(heard) || Math.abs(a.length - b.length) > 2) return 0;
  if (a.length >= 5 && b.length >= 5 && slips(a, b) <= 1) return 0.85;
  const [s, t] = [skeleton(heard), skeleton(wanted)];
  return s.length >= 3 && s === t && slips(heard, wanted) <= 3 ? 0.75 : 0;
}
