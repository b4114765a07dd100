import { keyName } from '../../core/music/key.ts';
import { meanMilliBpm } from '../../core/music/tempo-map.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { type LibraryTrack, otherTempo } from '../../core/music/library.ts';

/** What was heard of a track, in figures. */
export function TrackFacts({ track }: { readonly track: LibraryTrack }) {
  const { map } = track;
  const felt = otherTempo(track);
  const fact = (word: string, value: string) => (
    <div>
      <dt className="label">{word}</dt>
      <dd className="figures">{value}</dd>
    </div>
  );
  const db = (v: number | null, unit: string) => (v === null ? 'silent' : `${v.toFixed(1)} ${unit}`);
  return (
    <dl className="mt-2 flex flex-wrap gap-x-7 gap-y-1">
      {fact(
        'tempo',
        map === null
          ? 'no beat found'
          : `${(meanMilliBpm(map) / 1000).toFixed(2)}${map.anchors.length > 2 ? ' varying' : ''}`,
      )}
      {felt !== null && fact('felt at', `${Math.round(felt / 1000)} too`)}
      {map !== null && fact('metre', `${map.metre} counts`)}
      {track.key !== null && fact('key', keyName(track.key))}
      {fact('length', writeTime(track.duration, 1))}
      {fact('loudness', db(track.lufs, 'LUFS'))}
      {fact('range', `${(track.rangeLu ?? 0).toFixed(1)} LU`)}
      {fact('true peak', db(track.truePeakDb, 'dBTP'))}
      {fact('clipped', track.clippedRuns === 0 ? 'nowhere' : `${track.clippedRuns} places`)}
      {fact(
        'silence',
        `${((track.silenceBeforeUs ?? 0) / 1e6).toFixed(2)} s before, ` +
          `${((track.silenceAfterUs ?? 0) / 1e6).toFixed(2)} s after`,
      )}
      {track.beatClarity !== null &&
        track.made === null &&
        fact(
          'beat, downbeats',
          `${Math.round(track.beatClarity * 100)} %, ${Math.round((track.barClarity ?? 0) * 100)} % clear`,
        )}
    </dl>
  );
}
