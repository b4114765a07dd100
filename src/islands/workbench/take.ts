import type { MediaFacts } from '../../core/take/media-facts.ts';

/** A take as the server gives it to the page. */
export interface TakeOfPage extends MediaFacts {
  readonly id: string;
  readonly name: string;
  readonly file: { readonly sha256: string; readonly extension: string; readonly bytes: number };
}

export interface TakeWithTranscript {
  readonly take: TakeOfPage;
  readonly transcript: { readonly format: string; readonly text: string } | null;
}

export function mediaUrl(take: TakeOfPage): string {
  return `/media/${take.file.sha256}.${take.file.extension}`;
}
