/** Matches nothing: what a language has no words for. */
export const NEVER = /(?!)/gu;

/**
 * A regular expression over several lines, for those too long for one: lines are joined without their indentation, so
 * no line may begin with a space that is meant. `pattern('u')` makes the tag for flags: see the language packs.
 *
 * @param flags as in `/…/flags`
 * @throws SyntaxError where the lines together are no regular expression
 */
export function pattern(flags: string): (lines: TemplateStringsArray) => RegExp {
  return (lines) => new RegExp(lines.raw.join('').trim().replace(/\n\s*/g, ''), flags);
}
