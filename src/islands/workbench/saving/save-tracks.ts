import type { TrackChange } from '../../../contract/wire.ts';
import { withTrackChange } from './track-change.ts';
import { type LibraryTrack, withTrack } from '../../../core/music/library.ts';
import type { Rights } from '../../../core/music/track.ts';
import { same } from '../../../core/merge/same.ts';
import { ApiError, isLater, outliving } from '../../shared/api.ts';
import { call } from '../../shared/call.ts';
import type { WorkbenchGet, WorkbenchSet } from '../state.ts';
import type { Drafts } from './drafts.ts';
import { newId } from './new-id.ts';

interface Unsent {
  /** The track as the server had it when it was first changed. */
  readonly base: LibraryTrack;
  readonly change: TrackChange;
}

const WORDS: Readonly<Record<string, string>> = {
  sync: 'right to set it to pictures',
  master: 'right to the recording',
};
const nameOf = (id: string) => `track ${id}`;

const joined = (a: TrackChange, b: TrackChange): TrackChange => ({
  ...a,
  ...b,
  ...((a.rights ?? b.rights) && { rights: { ...a.rights, ...b.rights } }),
});

/** Saves what is changed of the library's tracks, each field on the revision that this page knows. */
export function createTrackSaver(get: WorkbenchGet, set: WorkbenchSet, drafts: Drafts) {
  const unsent = new Map<string, Unsent>();
  const trackOf = (id: string) => get().tracks.find((t) => t.id === id) ?? null;
  const put = (track: LibraryTrack) => set({ tracks: withTrack(get().tracks, track) });

  async function send(id: string, leaving: boolean): Promise<void> {
    for (;;) {
      const waiting = unsent.get(id);
      if (waiting === undefined) break;
      const { base, change } = waiting;
      try {
        const done = await call(
          'changeTrack',
          { id },
          {
            body: change,
            headers: { 'If-Match': `"${base.revision}"` },
            ...outliving(leaving, JSON.stringify(change)),
          },
        );
        const newer = unsent.get(id);
        // What was changed while this was on its way goes next.
        if (newer === waiting) unsent.delete(id);
        else if (newer !== undefined) unsent.set(id, { base: done, change: newer.change });
        put(newer === waiting || newer === undefined ? done : withTrackChange(done, newer.change));
      } catch (error) {
        if (!(error instanceof ApiError)) throw error;
        if (error.status === 412) {
          merge(id, waiting, error.about as LibraryTrack);
          continue;
        }
        if (!isLater(error)) {
          // Refused: what the server has stands, so that nothing is shown that is not kept.
          unsent.delete(id);
          put(base);
        }
        throw error;
      }
    }
    drafts.drop(nameOf(id));
  }

  /** Fields that only one side changed go on; of those that both did, theirs stands until it is chosen. */
  function merge(id: string, { base, change }: Unsent, theirs: LibraryTrack): void {
    const clashing = fieldsOf(change).filter(
      ([field, mine]) => !same(valueOf(base, field), valueOf(theirs, field)) && !same(valueOf(theirs, field), mine),
    );
    const kept = withoutFields(change, new Set(clashing.map(([field]) => field)));
    if (fieldsOf(kept).length === 0) unsent.delete(id);
    else unsent.set(id, { base: theirs, change: kept });
    put(withTrackChange(theirs, kept));
    // Made already: the page before this one sent it while it was left.
    if (same(withTrackChange(theirs, change), theirs)) {
      unsent.delete(id);
      return;
    }
    set({ notice: `${theirs.title} was changed in another window, too; both are here now.` });
    if (clashing.length === 0) return;
    const inWords = (value: unknown) =>
      value === '' || value === null ? 'nothing' : typeof value === 'string' ? value : 'its own';
    set({
      conflicts: [
        ...get().conflicts,
        {
          id: newId(),
          what: theirs.title,
          clashes: clashing.map(([field, mine]) => ({
            key: field,
            place: WORDS[field] ?? field,
            mine: inWords(mine),
            theirs: inWords(valueOf(theirs, field)),
          })),
          choose(choices) {
            const left = new Set(clashing.map(([field]) => field).filter((field) => choices.get(field) !== 'mine'));
            const rest = new Set(fieldsOf(kept).map(([field]) => field));
            const chosen = withoutFields(change, new Set([...left, ...rest]));
            if (fieldsOf(chosen).length > 0) get().changeTrack('Keep mine', id, chosen);
          },
        },
      ],
    });
  }

  return {
    nameOf,
    send,
    keepDrafts: () => [...unsent].forEach(([id, waiting]) => drafts.keep(nameOf(id), waiting)),
    change(id: string, change: TrackChange): void {
      const track = trackOf(id);
      if (track === null) return;
      const before = unsent.get(id);
      unsent.set(id, {
        base: before?.base ?? track,
        change: before === undefined ? change : joined(before.change, change),
      });
      put(withTrackChange(track, change));
    },
    /** A list from the server, with what is not sent yet laid over it. */
    overlay: (tracks: readonly LibraryTrack[]): readonly LibraryTrack[] =>
      tracks.map((track) => {
        const waiting = unsent.get(track.id);
        return waiting === undefined ? track : withTrackChange(track, waiting.change);
      }),
    restore(id: string, value: unknown): boolean {
      const newer = unsent.get(id);
      // What the server has decides, not what is shown: that may have been changed here since, over what had arrived.
      const known = newer?.base ?? trackOf(id);
      const { base, change } = value as Unsent;
      if (known === null || same(withTrackChange(known, change), known)) return false;
      if (base.revision === known.revision) unsent.set(id, { base: known, change });
      else merge(id, { base, change }, known);
      const brought = unsent.get(id)?.change ?? {};
      // What was changed here since the page was opened is newer than what is brought back.
      const all = newer === undefined ? brought : joined(brought, newer.change);
      if (fieldsOf(all).length > 0) unsent.set(id, { base: known, change: all });
      put(withTrackChange(known, all));
      return true;
    },
  };
}

function fieldsOf({ rights, ...own }: TrackChange): [string, unknown][] {
  return [...Object.entries(own), ...Object.entries(rights ?? {})].filter(([, value]) => value !== undefined);
}

function valueOf(track: LibraryTrack, field: string): unknown {
  return field in track.rights ? track.rights[field as keyof Rights] : track[field as keyof LibraryTrack];
}

function withoutFields({ rights, ...own }: TrackChange, fields: ReadonlySet<string>): TrackChange {
  const left = (of: object) =>
    Object.fromEntries(Object.entries(of).filter(([f, v]) => v !== undefined && !fields.has(f)));
  const keptRights = left(rights ?? {});
  return { ...left(own), ...(Object.keys(keptRights).length > 0 && { rights: keptRights }) };
}
