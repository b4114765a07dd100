import type { PracticeBeat } from '../../core/music/practice.ts';
import { useCallback, useEffect, useRef, useState } from 'react';
import { ApiError } from '../shared/api.ts';
import { addressOf, asking, call } from '../shared/call.ts';
import { sendFile } from '../shoot/send-file.ts';
import { type LibraryTrack, withTrack } from '../../core/music/library.ts';
import type { TrackChange } from '../../contract/wire.ts';
import { useWorkbench } from '../workbench/workbench-context.tsx';

const LOOK_MS = 700;

/** The library: what is in it, what is being heard, and the ways to change it. What goes wrong becomes a sentence. */
export function useTracks() {
  const { workbench } = useWorkbench();
  const tracks = workbench((s) => s.tracks);
  const setTracks = workbench((s) => s.setTracks);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [sending, setSending] = useState<{ readonly name: string; readonly share: number } | null>(null);
  const stop = useRef<AbortController | null>(null);
  const attempt = useCallback(async <T>(work: () => Promise<T>): Promise<T | null> => {
    setTrouble(null);
    try {
      return await work();
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      setTrouble(error.message);
      return null;
    }
  }, []);
  const put = useCallback(
    (track: LibraryTrack) => setTracks(withTrack(workbench.getState().tracks, track)),
    [workbench, setTracks],
  );
  const busy = tracks.some((t) => t.state === 'waiting' || t.state === 'hearing');
  useEffect(() => {
    if (!busy) return;
    const timer = setInterval(() => void call('tracks', {}).then(setTracks, () => undefined), LOOK_MS);
    return () => clearInterval(timer);
  }, [busy, setTracks]);
  return {
    tracks,
    trouble,
    sending,
    stop: () => stop.current?.abort(),
    setTrouble,
    bringIn: (files: readonly File[]) =>
      attempt(async () => {
        for (const file of files) {
          stop.current = new AbortController();
          setSending({ name: file.name, share: 0 });
          try {
            put(
              await sendFile<LibraryTrack>(
                addressOf('bringInTrack', {}, { name: file.name }),
                file,
                (share) => setSending({ name: file.name, share }),
                stop.current.signal,
              ),
            );
          } catch (error) {
            if (error instanceof ApiError) throw new ApiError(error.status, `${file.name}: ${error.message}`, null);
            throw error;
          } finally {
            setSending(null);
          }
        }
      }),
    change: (id: string, change: TrackChange) => workbench.getState().changeTrack('Change a track', id, change),
    practice: (body: PracticeBeat) =>
      attempt(async () => {
        const track = await call('makePractice', {}, { body });
        put(track);
        return track;
      }),
    remove: (id: string) => {
      const both = { after: asking('removeTrack', { id }), before: asking('restoreTrack', { id }) };
      workbench.getState().ask('Delete the track', both);
    },
    prove: (id: string, file: File) =>
      attempt(async () =>
        put(
          await sendFile<LibraryTrack>(
            addressOf('bringInProof', { id }, { name: file.name }),
            file,
            () => undefined,
            new AbortController().signal,
          ),
        ),
      ),
  };
}
export type Library = ReturnType<typeof useTracks>;
