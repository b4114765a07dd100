/** A key: its tonic as a pitch class, 0 for C, and whether it is minor. */
export interface Key {
  readonly tonic: number;
  readonly minor: boolean;
}

/** Names of pitch classes, C first. */
export const PITCH_NAMES = ['C', 'C♯', 'D', 'E♭', 'E', 'F', 'F♯', 'G', 'A♭', 'A', 'B♭', 'B'] as const;

/** A key in words: “D minor”. */
export function keyName({ tonic, minor }: Key): string {
  return `${PITCH_NAMES[tonic] ?? ''} ${minor ? 'minor' : 'major'}`;
}

/** The frequency of a pitch class in the octave from middle C on, Hz; A is 440. */
export function pitchHz(pitchClass: number): number {
  return 440 * 2 ** ((pitchClass - 9) / 12);
}
