import { XMLParser } from 'fast-xml-parser';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { layMusic } from '../core/music/arrangement.ts';
import { EMPTY_MUSIC } from '../core/music/music.ts';
import { practiceMap } from '../core/music/practice.ts';
import { OWN_RIGHTS, type Track } from '../core/music/track.ts';
import { compile } from '../core/plan/compile.ts';
import { micros, wholeLength } from '../core/time/micros.ts';
import { writeBeatCsv } from './beat-csv/beat-csv-writer.ts';
import { writeMidi } from './midi/midi-writer.ts';
import { readOutline } from './outline/outline-reader.ts';
import { CLICK_RATE_HZ, writeClickWav } from './wav/click-wav.ts';
import { writeXspf } from './xspf/xspf-writer.ts';

const { map, duration } = practiceMap({ style: 'straight', fromMilliBpm: 120_000, toMilliBpm: 132_000, phrases: 2 });
const track: Track = {
  id: 't',
  title: 'Hum & Buzz',
  artist: 'Drone <Nine>',
  duration,
  map,
  sections: [],
  lufs: -14,
  rights: OWN_RIGHTS,
};
const { segments, total } = compile(
  readOutline('# T\n## Hello: talk, 0:05\n## Main: 20/5\n- Squat\n- Lunge | sides own').value,
);
const music = {
  ...EMPTY_MUSIC,
  placements: [
    {
      id: 'm1',
      trackId: 't',
      blockId: segments.at(-1)?.blockId ?? '',
      atUs: micros(0),
      fromBeat: 0,
      beats: 64,
      speedPpm: 1_000_000,
      fadeInBeats: 0,
      fadeOutBeats: 0,
    },
  ],
};
const laid = layMusic(music, [track], segments);

/** Events of all tracks of a Standard MIDI File with their ticks, read by its own rules (MIDI 1.0 SMF, from memory). */
function events(bytes: Uint8Array): { ppq: number; list: { tick: number; type: number; data: Uint8Array }[] } {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const word = (i: number) => String.fromCharCode(...bytes.subarray(i, i + 4));
  expect(word(0)).toBe('MThd');
  const list: { tick: number; type: number; data: Uint8Array }[] = [];
  for (let at = 14; at < bytes.length;) {
    expect(word(at)).toBe('MTrk');
    const end = at + 8 + view.getUint32(at + 4);
    let [i, tick, running] = [at + 8, 0, 0];
    const number = () => {
      let v = 0;
      for (;;) {
        const b = bytes[i++]!;
        v = v * 128 + (b & 127);
        if (b < 128) return v;
      }
    };
    while (i < end) {
      tick += number();
      const status = bytes[i]! >= 128 ? bytes[i++]! : running;
      if (status === 0xff) {
        const type = bytes[i++]!;
        const length = number();
        list.push({ tick, type, data: bytes.subarray(i, i + length) });
        i += length;
      } else {
        running = status;
        const size = (status & 0xf0) === 0xc0 || (status & 0xf0) === 0xd0 ? 1 : 2;
        if ((status & 0xf0) === 0x90) list.push({ tick, type: -1, data: bytes.subarray(i, i + 2) });
        i += size;
      }
    }
    at = end;
  }
  return { ppq: view.getUint16(12), list };
}

describe('the MIDI file', () => {
  const { ppq, list } = events(writeMidi('T', laid, segments, wholeLength(total)));
  const tempos = list
    .filter((e) => e.type === 0x51)
    .map((e) => ({
      tick: e.tick,
      us: (e.data[0]! << 16) | (e.data[1]! << 8) | e.data[2]!,
    }))
    .sort((a, b) => a.tick - b.tick);
  const timeOf = (tick: number) => {
    let [at, from, us] = [0, 0, 500_000];
    for (const t of tempos) {
      if (t.tick > tick) break;
      at += ((t.tick - from) * us) / ppq;
      [from, us] = [t.tick, t.us];
    }
    return at + ((tick - from) * us) / ppq;
  };
  it('has a marker a segment and a note a count, by its own tempo map (MIDI 1.0 SMF: FF 51 03, FF 06)', () => {
    const markers = list.filter((e) => e.type === 6).sort((a, b) => a.tick - b.tick);
    expect(markers.map((m) => new TextDecoder().decode(m.data))).toEqual(
      segments.map((s) => (s.side === 'left' || s.side === 'right' ? `${s.label}, ${s.side}` : s.label)),
    );
    markers.forEach((m, i) => expect(Math.abs(timeOf(m.tick) - (segments[i]?.start ?? 0))).toBeLessThan(3_000));
    const notes = list.filter((e) => e.type === -1 && e.data[1]! > 0).sort((a, b) => a.tick - b.tick);
    expect(notes.length).toBe(64);
    const first = laid.laid[0];
    notes.forEach((n, i) =>
      expect(
        Math.abs(timeOf(n.tick) - ((first?.start ?? 0) + (map.anchors[i]?.at ?? 0) - (map.anchors[0]?.at ?? 0))),
      ).toBeLessThan(3_000),
    );
  });
  it('keeps text beyond Latin-1 whole, as UTF-8', () => {
    const odd = segments.map((s, i) => (i === 0 ? { ...s, label: 'Ausfallschritt · Προβολή · 腰 🐝' } : s));
    const of = events(writeMidi('Медленно 🎶', laid, odd, wholeLength(total))).list;
    const texts = (type: number) => of.filter((e) => e.type === type).map((e) => new TextDecoder().decode(e.data));
    expect(texts(6)[0]).toContain('Ausfallschritt · Προβολή · 腰 🐝');
    expect(texts(3)).toEqual(['Медленно 🎶', 'Count']);
  });
  it('says four four (FF 58)', () =>
    expect([...(list.find((e) => e.type === 0x58)?.data.subarray(0, 2) ?? [])]).toEqual([4, 2]));
});

describe('the click track', () => {
  it('is a WAV with a cue point and a label at each segment', () => {
    const bytes = writeClickWav(laid, segments, wholeLength(total));
    const view = new DataView(bytes.buffer, bytes.byteOffset);
    const chunks = new Map<string, number>();
    for (let at = 12; at < bytes.length; at += 8 + view.getUint32(at + 4, true) + (view.getUint32(at + 4, true) % 2))
      chunks.set(String.fromCharCode(...bytes.subarray(at, at + 4)), at);
    expect([...chunks.keys()]).toEqual(['fmt ', 'data', 'cue ', 'LIST']);
    const cue = chunks.get('cue ') ?? 0;
    expect(view.getUint32(cue + 8, true)).toBe(segments.length);
    segments.forEach((s, i) =>
      expect(view.getUint32(cue + 12 + i * 24 + 20, true)).toBe(Math.round((s.start / 1e6) * CLICK_RATE_HZ)),
    );
    expect(new TextDecoder().decode(bytes.subarray(chunks.get('LIST')))).toContain('Lunge, left\0');
    expect(view.getUint32((chunks.get('data') ?? 0) + 4, true)).toBe(2 * Math.ceil((total / 1e6) * CLICK_RATE_HZ));
  });
});

describe('lists of the music', () => {
  it('as XSPF can be read by an XML reader, with odd letters kept', () => {
    const { playlist } = new XMLParser({ ignoreAttributes: false }).parse(writeXspf('T', laid, () => null)) as {
      playlist: { '@_version': string; trackList: { track: { title: string; creator: string; duration: number } } };
    };
    expect(playlist.trackList.track).toMatchObject({
      title: 'Hum & Buzz',
      creator: 'Drone <Nine>',
      duration: Math.round(duration / 1000),
    });
  });
  it('as CSV go from track in to track out, phrases and segments between', () => {
    const { data } = Papa.parse<{ at_s: string; what: string; bpm: string }>(writeBeatCsv(laid, segments), {
      header: true,
      skipEmptyLines: true,
    });
    expect(data.map((r) => Number(r.at_s))).toEqual([...data.map((r) => Number(r.at_s))].sort((a, b) => a - b));
    expect(data.filter((r) => r.what === 'phrase').length).toBe(2);
    expect(Number(data.find((r) => r.what === 'track in')?.bpm)).toBeCloseTo(120, 0);
  });
});
