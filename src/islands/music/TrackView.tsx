import { useEffect, useState } from 'react';
import { Pause, Play } from 'lucide-react';
import { tinykeys } from 'tinykeys';
import { hearAgain } from '../../browser/listener.ts';
import { type Correction, FEWEST_TAPS, correct, mapFromTaps } from '../../core/music/correct-map.ts';
import { type TempoMap, beatAt, meanMilliBpm, phraseCounts } from '../../core/music/tempo-map.ts';
import { type Micros, micros } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { Notice } from '../../ui/Notice.tsx';
import type { LibraryTrack } from '../../core/music/library.ts';
import { useWorkbench } from '../workbench/workbench-context.tsx';
import { mediaUrl } from '../workbench/take.ts';
import { inField } from '../workbench/use-keys.ts';
import { BeatCorrections } from './BeatCorrections.tsx';
import { BeatPicture } from './BeatPicture.tsx';
import { TrackFacts } from './TrackFacts.tsx';
import type { Library } from './use-tracks.ts';
import { useTrackPlayer } from './use-track-player.ts';
import { Hint } from '../../ui/Hint.tsx';

/** Taps further apart than this begin anew. */
const TAP_PAUSE_US = 3e6;

/**
 * One track: its picture with beats, bars, phrases and sections, a player with a click, and everything a person can set
 * right.
 */
export function TrackView({ track, library }: { readonly track: LibraryTrack; readonly library: Library }) {
  const { workbench } = useWorkbench();
  // The one undo of the workbench, offered here where its last step is this track's.
  const undoable = workbench((s) => {
    const last = s.undo.at(-1);
    return last?.kind === 'track' && last.trackId === track.id;
  });
  const [taps, setTaps] = useState<readonly number[]>([]);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [hearing, setHearing] = useState(false);
  const { map } = track;
  const url = mediaUrl(track);
  const { player, playing, at, setAt, clicking, setClicking } = useTrackPlayer(url, map, setTrouble);

  const set = (next: TempoMap | null) => library.change(track.id, { map: next });
  const fix = (correction: Correction) => {
    if (map === null) return;
    setTrouble(null);
    try {
      set(correct(map, correction, track.duration));
    } catch (error) {
      if (!(error instanceof RangeError)) throw error;
      setTrouble(error.message);
    }
  };
  const tap = () => {
    const now = (player.current?.audio.currentTime ?? 0) * 1e6;
    const before = taps.at(-1);
    const next = before === undefined || now - before > TAP_PAUSE_US || now <= before ? [now] : [...taps, now];
    setTaps(next);
  };
  const useTaps = () => {
    const tapped = mapFromTaps(taps, track.duration);
    if (tapped !== null) set(tapped);
    setTaps([]);
  };
  const again = async () => {
    const tapped = mapFromTaps(taps, track.duration);
    const hint = tapped === null ? (map === null ? 126 : meanMilliBpm(map) / 1000) : meanMilliBpm(tapped) / 1000;
    setHearing(true);
    try {
      const heard = await hearAgain(url, hint);
      if (heard === null) setTrouble(`No beat was found near ${hint.toFixed(0)}.`);
      else set(heard.map);
    } catch {
      setTrouble('This browser cannot decode the track.');
    }
    setHearing(false);
    setTaps([]);
  };
  const toggle = () => {
    const audio = player.current?.audio;
    if (audio !== undefined) void (audio.paused ? audio.play().catch(() => undefined) : audio.pause());
  };
  const here = map === null ? 0 : Math.round(beatAt(map, at * 1e6));
  useEffect(() =>
    tinykeys(window, {
      Space: (e) => {
        if (!inField(e) && !(e.target instanceof HTMLButtonElement)) {
          e.preventDefault();
          toggle();
        }
      },
      t: (e) => {
        if (!inField(e)) {
          e.preventDefault();
          tap();
        }
      },
      '1': (e) => {
        if (!inField(e)) {
          e.preventDefault();
          fix({ kind: 'one', beat: here });
        }
      },
    }),
  );
  const tapped = mapFromTaps(taps, track.duration);
  return (
    <section aria-label={`Track ${track.title}`}>
      <div className="flex flex-wrap items-baseline gap-x-3">
        <input
          aria-label="Title of the track"
          className="field w-auto min-w-64 flex-1 font-display text-xl font-semibold"
          defaultValue={track.title}
          maxLength={300}
          onBlur={(e) => {
            const title = e.target.value.trim();
            if (title !== '' && title !== track.title) library.change(track.id, { title });
          }}
        />
        <input
          aria-label="Artist"
          className="field w-48"
          placeholder="artist"
          defaultValue={track.artist}
          maxLength={300}
          onBlur={(e) => {
            if (e.target.value !== track.artist) library.change(track.id, { artist: e.target.value });
          }}
        />
        <Hint says="Delete this track with its beat and its rights; undo brings it back">
          <button className="btn btn-quiet" onClick={() => library.remove(track.id)}>
            Delete
          </button>
        </Hint>
      </div>
      {track.state === 'failed' && (
        <div className="mt-2">
          <Notice alarm>{track.message}</Notice>
        </div>
      )}
      {trouble !== null && (
        <div className="mt-2">
          <Notice alarm>{trouble}</Notice>
        </div>
      )}
      {track.state === 'heard' && <TrackFacts track={track} />}
      <BeatPicture
        track={track}
        at={at}
        seek={(s) => {
          if (player.current !== null) player.current.audio.currentTime = s;
          setAt(s);
        }}
        drag={(beat, to) => fix({ kind: 'drag', beat, to: micros(to) })}
      />
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <Hint says="Space">
          <button className="btn btn-main" onClick={toggle}>
            {playing ? <Pause size={14} /> : <Play size={14} />}
            {playing ? 'Pause' : 'Play'}
          </button>
        </Hint>
        <span className="figures w-24">{writeTime(Math.round(at * 1e6) as Micros, 2)}</span>
        {map !== null && (
          <span className="figures min-w-34 whitespace-nowrap text-soft">
            count {((((here - map.phrase) % phraseCounts(map)) + phraseCounts(map)) % phraseCounts(map)) + 1} of{' '}
            {phraseCounts(map)}
          </span>
        )}
        <label className="flex items-center gap-1">
          <input type="checkbox" checked={clicking} onChange={(e) => setClicking(e.target.checked)} />
          click
        </label>
        <button className="btn" disabled={!undoable} onClick={() => workbench.getState().undoStep()}>
          Undo
        </button>
        {map !== null && track.heardMap !== null && (
          <button className="btn btn-quiet border-line" onClick={() => set(null)}>
            As it was heard
          </button>
        )}
      </div>
      {map !== null && <BeatCorrections metre={map.metre} here={here} fix={fix} />}
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <Hint says="Key T, along with the music">
          <button className="btn" onClick={tap}>
            Tap the beat
          </button>
        </Hint>
        {taps.length > 0 && (
          <span role="status" className="text-[13px] text-soft">
            {taps.length < FEWEST_TAPS ? (
              `${taps.length} of ${FEWEST_TAPS} taps`
            ) : (
              <>
                tapped{' '}
                <span className="figures text-ink">
                  {tapped === null ? '?' : (meanMilliBpm(tapped) / 1000).toFixed(1)}
                </span>
              </>
            )}
          </span>
        )}
        {tapped !== null && (
          <button className="btn" onClick={useTaps}>
            Use the taps
          </button>
        )}
        <button className="btn btn-quiet border-line" disabled={hearing} onClick={() => void again()}>
          {hearing
            ? 'Hearing …'
            : 'Hear it again near ' +
              `${((tapped ?? map) === null ? 126 : meanMilliBpm((tapped ?? map) as TempoMap) / 1000).toFixed(0)}`}
        </button>
      </div>
      <p className="mt-3 text-[13px] text-soft">
        Drag a bar line and the map bends there; the bars beside it hold. Arrow keys move the playhead by a count, Space
        plays, T taps, 1 sets the downbeat.
      </p>
    </section>
  );
}
