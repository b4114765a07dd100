/** Words that a published class is found by, in small letters; `{n}` and `{what}` are put in. */
type TagWord =
  | 'followAlong'
  | 'minutes'
  | 'atHome'
  | 'noEquipment'
  | 'withThing'
  | 'forMuscle'
  | 'noJumping'
  | 'strength'
  | 'cardio'
  | 'core'
  | 'flow'
  | 'intervals';

export interface TagWords extends Readonly<Record<TagWord, string>> {
  /** What muscles are called, by their names in the library; what is not here is called as it is there. */
  readonly called: Readonly<Record<string, string>>;
}
