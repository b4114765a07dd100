import type { Take } from '../db/takes-sql.ts';
import type { TakeWork } from '../db/take-work-sql.ts';
import type { TranscriptFormat } from '../formats/transcript-reader.ts';

/** A take with its words, where it has any, and what is being done to it. */
export interface TakeWithTranscript {
  readonly take: Take;
  readonly transcript: {
    readonly format: TranscriptFormat;
    readonly text: string;
    readonly hasPrevious: boolean;
    readonly revision: number;
  } | null;
  readonly work: readonly TakeWork[];
}
