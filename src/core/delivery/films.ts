import { SOUND_PARTS } from '../sound/parts.ts';

/** What a file that is made by a job holds, and what it is kept as. */
interface MadeKind {
  readonly title: string;
  /** What it is for, in a few words. */
  readonly says: string;
  readonly extension: 'mp4' | 'mov' | 'webm' | 'zip' | 'wav' | 'flac' | 'm4a';
  /** The end of its name after the title of the class. */
  readonly ending: string;
}

/** Films and pictures of a programme, in the order in which they are offered. */
export const FILMS = {
  programme: {
    title: 'The film',
    says: 'MP4 with the look drawn in, chapters in the container, captions of moves and of speech as tracks',
    extension: 'mp4',
    ending: 'mp4',
  },
  clean: {
    title: 'Clean film',
    says: 'MP4 without timer, captions and cards; chapters and the caption tracks are in it',
    extension: 'mp4',
    ending: 'clean.mp4',
  },
  small: {
    title: 'Small film',
    says: 'MP4, at most 720 lines high and a third of the size, for phones and slow lines',
    extension: 'mp4',
    ending: 'small.mp4',
  },
  av1: {
    title: 'The film in AV1',
    says: 'WebM (AV1, Opus): about half the size at the same quality, for players that know it',
    extension: 'webm',
    ending: 'av1.webm',
  },
  vp9: {
    title: 'The film in VP9',
    says: 'WebM (VP9, Opus), for every browser and for what takes no MP4',
    extension: 'webm',
    ending: 'vp9.webm',
  },
  audio: {
    title: 'Sound alone, with chapters',
    says: 'M4A (AAC): the mix as it is in the film, its chapters in the container, for listening on the way',
    extension: 'm4a',
    ending: 'audio.m4a',
  },
  'viewers-page': {
    title: 'Page for viewers',
    says: 'ZIP: the film in a page of its own, with moves to skip and to repeat; needs no network',
    extension: 'zip',
    ending: 'page.zip',
  },
  'overlay-mov': {
    title: 'Overlay alone, for editors',
    says: 'MOV, lossless with transparency (qtrle), frame for frame as long as the film',
    extension: 'mov',
    ending: 'overlay.mov',
  },
  'overlay-webm': {
    title: 'Overlay alone, small',
    says: 'WebM (VP9) with transparency, for web pages and streaming programs',
    extension: 'webm',
    ending: 'overlay.webm',
  },
  'overlay-pictures': {
    title: 'Overlay as pictures',
    says: 'ZIP: a PNG for each change, with a list of times',
    extension: 'zip',
    ending: 'overlay.zip',
  },
  stretch: {
    title: 'A piece of the class',
    says: 'MP4 of one part, block or move, in any shape',
    extension: 'mp4',
    ending: 'piece.mp4',
  },
  covers: {
    title: 'Cover pictures',
    says: 'ZIP: sharp frames with the title, in three shapes',
    extension: 'zip',
    ending: 'covers.zip',
  },
  kit: {
    title: 'The kit',
    says: 'ZIP: the films that are chosen, every file, and a manifest with the hash of each',
    extension: 'zip',
    ending: 'kit.zip',
  },
} as const satisfies Readonly<Record<string, MadeKind>>;
export type FilmKind = keyof typeof FILMS;
export const FILM_KINDS = Object.keys(FILMS) as FilmKind[];

/** What can be put into the kit: everything but a piece, which is asked for by itself, and the kit. */
export const KIT_KINDS = FILM_KINDS.filter((kind) => kind !== 'stretch' && kind !== 'kit');

export function isFilmKind(kind: string): kind is FilmKind {
  return Object.hasOwn(FILMS, kind);
}

/** The sound of a programme by itself, and its music bed. */
const SOUND_KINDS = SOUND_PARTS.map((part) => `sound-${part}` as const);

/** Everything that a job makes of a programme. */
export const MADE_KINDS = [...FILM_KINDS, 'bed-wav', 'bed-flac', ...SOUND_KINDS] as const;
export type MadeKindName = (typeof MADE_KINDS)[number];

/** What a file of a kind is kept as. */
export function extensionOf(kind: MadeKindName): MadeKind['extension'] {
  return isFilmKind(kind) ? FILMS[kind].extension : kind === 'bed-flac' ? 'flac' : 'wav';
}
