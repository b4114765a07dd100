import type { Segment } from '../../core/plan/segment.ts';
import { BANK_KINDS, type BankLine } from '../../core/script/cue-bank.ts';
import { type Anchor, type Cue, type CueKind, freeCueId } from '../../core/script/cue.ts';
import type { WorkoutDocument } from '../../core/workout/document.ts';
import { readAnchor, readKind, usualAnchor, usualKind } from '../../formats/script/script-page.ts';

/** The document with other written lines. */
export function withCues(document: WorkoutDocument, next: (cues: readonly Cue[]) => readonly Cue[]): WorkoutDocument {
  return { ...document, script: { ...document.script, cues: next(document.script.cues) } };
}

/** A new line after another in its segment, or as the segment's last. */
export function addCue(
  cues: readonly Cue[],
  segment: Segment,
  after: Cue | null,
): { cues: readonly Cue[]; id: string } {
  const id = freeCueId(cues);
  const last = after ?? cues.findLast((c) => c.segmentKey === segment.key) ?? null;
  const cue: Cue = {
    id,
    segmentKey: segment.key,
    kind: after?.kind === 'talk' ? 'talk' : usualKind(segment),
    anchor: last === null ? usualAnchor(null) : usualAnchor(last.id),
    text: '',
  };
  const at = last === null ? cues.length : cues.findIndex((c) => c.id === last.id) + 1;
  return { id, cues: cues.toSpliced(at, 0, cue) };
}

/** Without a line; lines that followed it follow what it followed. */
export function removeCue(cues: readonly Cue[], id: string): readonly Cue[] {
  const gone = cues.find((c) => c.id === id);
  return cues
    .filter((c) => c.id !== id)
    .map((c) =>
      gone !== undefined && c.anchor.kind === 'after' && c.anchor.cueId === id ? { ...c, anchor: gone.anchor } : c,
    );
}

/**
 * What somebody typed into a line: `form: ribs down` sets the kind, `[half] breathe` or `[-10] …` the anchor, as in the
 * plain text. Returns the fields that change; the text always.
 */
export function readTyped(cue: Cue, typed: string, previousId: string | null): Partial<Omit<Cue, 'id'>> {
  let text = typed.replace(/\n/g, ' ');
  let anchor: Anchor | null = null;
  const bracket = /^\s*\[([^\]]*)\]\s*/.exec(text);
  if (bracket !== null) {
    anchor = readAnchor(bracket[1] ?? '', previousId);
    if (anchor !== null) text = text.slice(bracket[0].length);
  }
  const kind: { kind: CueKind; rest: string } | null = /:\s/.test(text) ? readKind(text) : null;
  return {
    text: kind === null ? text : kind.rest,
    ...(anchor === null ? {} : { anchor }),
    ...(kind === null || kind.kind === cue.kind ? {} : { kind: kind.kind }),
  };
}

/** A line as it is typed for the bank: `breath: Out on the way up.`; a form line where no kind is said. */
export function readBankLine(typed: string): Pick<BankLine, 'kind' | 'text'> {
  const read = /:\s/.test(typed) ? readKind(typed) : null;
  const kind = BANK_KINDS.find((k) => k === read?.kind);
  return read !== null && kind !== undefined ? { kind, text: read.rest.trim() } : { kind: 'form', text: typed.trim() };
}

/** Another kind of anchor for a line; seconds that it had are kept. */
export function chooseAnchor(cue: Cue, kind: string, previousId: string | null): Anchor {
  const us =
    cue.anchor.kind === 'start'
      ? cue.anchor.afterUs
      : cue.anchor.kind === 'end'
        ? cue.anchor.beforeUs
        : cue.anchor.kind === 'after'
          ? cue.anchor.gapUs
          : null;
  switch (kind) {
    case 'end':
      return { kind: 'end', beforeUs: us ?? (10_000_000 as never) };
    case 'half':
      return { kind: 'half' };
    case 'free':
      return { kind: 'free' };
    case 'count':
      return { kind: 'count', count: 1 };
    case 'after':
      return previousId === null
        ? { kind: 'start', afterUs: us ?? (0 as never) }
        : { kind: 'after', cueId: previousId, gapUs: 500_000 as never };
    default:
      return { kind: 'start', afterUs: us ?? (0 as never) };
  }
}
