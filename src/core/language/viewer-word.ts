/** Every word that viewers read outside of the picture: on their page, on the card, in the description. */
type ViewerWord =
  | 'underMinute'
  | 'minute'
  | 'minutes'
  | 'oneMove'
  | 'manyMoves'
  | 'with'
  | 'noEquipment'
  | 'needNothing'
  | 'need'
  | 'music'
  | 'notice'
  | 'repetition'
  | 'repetitions'
  | 'breath'
  | 'breaths'
  | 'count'
  | 'counts'
  | 'asLong'
  | 'changeOver'
  | 'switchSides'
  | 'leadIn'
  | 'takeUp'
  | 'roundAtHome'
  | 'roundsAtHome'
  | 'roundsFromTo'
  | 'pauseBefore'
  | 'roundOf'
  | 'film'
  | 'moves'
  | 'class'
  | 'done'
  | 'next'
  | 'again'
  | 'roundAgain'
  | 'leaveOut'
  | 'largeTimer'
  | 'ownPace'
  | 'captions'
  | 'said'
  | 'level'
  | 'asShown'
  | 'easier'
  | 'harder'
  | 'easierIs'
  | 'harderIs'
  | 'voice'
  | 'rest'
  | 'print'
  | 'card'
  | 'block'
  | 'move'
  | 'howMuch'
  | 'times';

/** By what they say; `{n}`, `{what}` and the like are put in. */
export type ViewerWords = Readonly<Record<ViewerWord, string>>;

/** A text with its values put in: `{n} minutes`. */
export function filled(text: string, values: Readonly<Record<string, string | number>>): string {
  return text.replace(/\{(\w+)\}/g, (all, name: string) => (name in values ? String(values[name]) : all));
}

/** A number of things: one, or more. */
export function counted(n: number, one: string, more: string): string {
  return filled(n === 1 ? one : more, { n });
}
