import { useRef } from 'react';
import type { Piece } from '../../core/edit/views.ts';

/** What is heard with a picture is its own sound; with one that stands still, silence. */
export function isSoundOf(sound: Piece, picture: Piece): boolean {
  // Where one picture goes over into another, both have a sound of their own and neither is heard with it.
  if (picture.into !== undefined) return false;
  if (picture.held === true || picture.mediaId === null) return sound.mediaId === null;
  return sound.mediaId === picture.mediaId && Math.abs(sound.from - sound.at - (picture.from - picture.at)) < 1_000;
}

/** The list as it was while the new one says the same. */
export function useSame<T>(list: readonly T[]): readonly T[] {
  const last = useRef(list);
  if (last.current !== list && JSON.stringify(last.current) !== JSON.stringify(list)) last.current = list;
  return last.current;
}
