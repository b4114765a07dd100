import { type Cue, freeCueId } from '../../core/script/cue.ts';

/** Lines from a file put behind the ones there are, with ids of their own; lines that follow each other still do. */
export function bringInCues(cues: readonly Cue[], incoming: readonly Cue[]): readonly Cue[] {
  const first = Number(freeCueId(cues).slice(1));
  const ids = new Map(incoming.map((cue, i) => [cue.id, `c${first + i}`]));
  return [
    ...cues,
    ...incoming.map((cue): Cue => ({
      ...cue,
      id: ids.get(cue.id)!,
      anchor:
        cue.anchor.kind === 'after'
          ? { ...cue.anchor, cueId: ids.get(cue.anchor.cueId) ?? cue.anchor.cueId }
          : cue.anchor,
    })),
  ];
}
