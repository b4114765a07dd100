/** `a crate`, `a crate and a mat`, `a crate, a towel and a mat`. */
export function spokenList(things: readonly string[]): string {
  return things.length < 2 ? (things[0] ?? '') : `${things.slice(0, -1).join(', ')} and ${things.at(-1)}`;
}
