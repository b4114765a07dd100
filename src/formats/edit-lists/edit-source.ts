import type { Piece } from '../../core/edit/views.ts';
import type { Chapter } from '../../core/lanes/chapter.ts';
import type { ProgrammeSegment } from '../../core/edit/assemble.ts';
import type { FrameRate } from '../../core/time/frames.ts';
import type { Length, Micros } from '../../core/time/micros.ts';

/** A recording that an edit list names. */
export interface EditMedia {
  readonly id: string;
  readonly name: string;
  readonly fileName: string;
  readonly duration: Micros;
}

/** What the lists of other editors are made from: what is seen and heard, and what stands along it. */
export interface EditSource {
  readonly title: string;
  readonly rate: FrameRate;
  readonly length: Length;
  readonly pictures: readonly Piece[];
  readonly sounds: readonly Piece[];
  readonly media: ReadonlyMap<string, EditMedia>;
  readonly segments: readonly ProgrammeSegment[];
  readonly chapters: readonly Chapter[];
  readonly lines: readonly { readonly at: Micros; readonly text: string }[];
}
