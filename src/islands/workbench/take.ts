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

/** Where a kept file is fetched from. */
export function mediaUrl({ file }: { readonly file: { readonly sha256: string; readonly extension: string } }): string {
  return `/media/${file.sha256}.${file.extension}`;
}
