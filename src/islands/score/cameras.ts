import type { TakeOfPage, TakeWithTranscript } from '../../contract/wire.ts';

/** The cameras that were laid over a take. */
export function camerasOf(takes: readonly TakeWithTranscript[], takeId: string): readonly TakeOfPage[] {
  return takes.flatMap(({ take }) =>
    take.ofTake === takeId && take.role === 'camera' && take.lie !== null ? [take] : [],
  );
}
