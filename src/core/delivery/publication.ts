import type { FilmKind } from './films.ts';

/** That a film of a class went out: when, where, and which one. */
export interface Publication {
  readonly id: string;
  /** YYYY-MM-DD. */
  readonly on: string;
  readonly where: string;
  readonly film: FilmKind;
  /** The class as it was in the film. */
  readonly revision: number;
  /** SHA-256 of the file. */
  readonly sha256: string;
  /** It took the place of what was there before. */
  readonly corrects: boolean;
  readonly note: string;
}

export const PUBLICATION_LIMITS = { places: 80, note: 500, ofAWorkout: 500 } as const;

/** What stands at a place by now: the last that went there, without what it took the place of. */
export function standing(published: readonly Publication[]): Publication[] {
  const places = new Map<string, Publication[]>();
  for (const p of [...published].sort((a, b) => a.on.localeCompare(b.on) || a.revision - b.revision)) {
    const key = `${p.where.trim().toLowerCase()}\n${p.film}`;
    places.set(key, p.corrects ? [p] : [...(places.get(key) ?? []), p]);
  }
  return [...places.values()].flat();
}
