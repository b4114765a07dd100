/** Names shorter than this are said as they are. */
const LONG = 14;
/** First words that only say how or with what: without them the move is still the move. */
const LEFT_OFF =
  /^(?:\p{L}+-\p{L}+|standing|seated|kneeling|supine|prone|alternating|mountain|jumping|walking|goblet|sumo|broomstick|crate|band|dumbbell|kettlebell|weighted|bodyweight)$/iu;
/** A part shorter than this says nothing by itself. */
const LEAST = 4;

/**
 * What people say for a long name once it is known: `press` for `Half-kneeling press`. A part that would also mean
 * another move of the class is left whole. In lower case, as it stands inside a sentence.
 */
export function shortName(label: string, all: Iterable<string>): string {
  const words = label.trim().split(/\s+/);
  const rest = words.slice(1).join(' ');
  const whole = inSentence(label);
  if (
    !LEFT_OFF.test(words[0] ?? '') ||
    label.length < LONG ||
    rest.length < LEAST ||
    /^(?:to|on|in|with|and|of|the)\b/i.test(rest)
  )
    return whole;
  const short = rest.toLowerCase();
  for (const other of all) if (other !== label && other.toLowerCase().endsWith(short)) return whole;
  return inSentence(rest);
}

/** A name or a line as it stands inside a sentence: `V step` and `TRX row` keep their capitals. */
export function inSentence(text: string): string {
  return /^(?:[A-Z][a-z]|A )/.test(text) ? `${text[0]?.toLowerCase()}${text.slice(1)}` : text;
}
