import type { Micros } from '../time/micros.ts';

/** What a finished file is asked. */
export const PROOF_KINDS = [
  'length',
  'tracks',
  'timer',
  'captions',
  'speech',
  'chapters',
  'loudness',
  'peak',
  'frozen',
  'black',
  'flashes',
] as const;
export type ProofKind = (typeof PROOF_KINDS)[number];

/** What each is called. */
export const PROOF_TITLES: Readonly<Record<ProofKind, string>> = {
  length: 'Length',
  tracks: 'Tracks',
  timer: 'Timer',
  captions: 'Captions',
  speech: 'What is said',
  chapters: 'Chapters',
  loudness: 'Loudness',
  peak: 'True peak',
  frozen: 'Frozen picture',
  black: 'Black picture',
  flashes: 'Flashes',
};

/** One answer of a file: what was read in it, against what was meant. */
export interface ProofLine {
  readonly what: ProofKind;
  readonly right: boolean;
  readonly found: string;
  readonly wanted: string;
  /** Where it is wrong, on the programme's time; the first of them. */
  readonly at: readonly Micros[];
}

/** What was read in a finished file by decoding it, held against what was meant. */
export interface Certificate {
  readonly lines: readonly ProofLine[];
}

/** A file is as meant when every line is right. */
export function isProved({ lines }: Certificate): boolean {
  return lines.every((line) => line.right);
}

/** More places than these are not listed. */
export const MOST_PLACES = 12;
