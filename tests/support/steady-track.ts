import { beatTime, steadyMap } from '../../src/core/music/tempo-map.ts';
import { OWN_RIGHTS, type Track } from '../../src/core/music/track.ts';
import { anySeconds as s, anyTime } from './times.ts';

/** A track of one tempo, its first beat half a second in. */
export const track = (id: string, bpm: number, beats = 512): Track => {
  const map = steadyMap(bpm * 1000, s(0.5), beats);
  return {
    id,
    title: id,
    artist: '',
    duration: anyTime(beatTime(map, beats) + 1e6),
    map,
    sections: [{ fromBeat: 0, toBeat: beats, energy: 0.7 }],
    lufs: -12,
    rights: OWN_RIGHTS,
  };
};
