import type { FrameRate } from '../time/frames.ts';
import type { Micros } from '../time/micros.ts';

/** What probing a recorded file tells; `videoStart` is where its first picture stands on the file's own clock. */
export interface MediaFacts {
  readonly duration: Micros;
  readonly rate: FrameRate;
  readonly width: number;
  readonly height: number;
  readonly videoCodec: string;
  readonly audioCodec: string | null;
  readonly videoStart: Micros;
}
