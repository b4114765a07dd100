import { describe, expect, it } from 'vitest';
import { NO_SOUND, type TakeSound } from '../signal/take-sound.ts';
import type { Transcript } from '../transcript/transcript.ts';
import { frameRate } from '../time/frames.ts';
import { anySeconds, anyTime } from '../../../tests/support/times.ts';
import { factsOfTake, type TakeSource } from './take-sources.ts';

const voice = (at: number, clarity: number): TakeSound => ({
  ...NO_SOUND,
  voice: [{ start: anySeconds(at), end: anySeconds(at + 1) }],
  voiceClarity: clarity,
});
const source = (id: string, more: Partial<TakeSource['take']> = {}, text: string | null = null): TakeSource => ({
  take: {
    id,
    duration: anySeconds(100),
    rate: frameRate(25, 1),
    role: 'take',
    ofTake: null,
    lie: null,
    sound: null,
    ...more,
  },
  transcript: text === null ? null : { text },
});
const lie = { offsetUs: anySeconds(10), driftPpm: 0, spreadUs: anyTime(0) };
const read = (text: string): Transcript => ({
  cues: [{ start: anySeconds(20), end: anySeconds(22), text, words: null }],
});
const [host, recorder, camera] = [
  source('a', { sound: voice(1, 0.3) }),
  source('r', { role: 'recorder', ofTake: 'a', lie, sound: voice(15, 0.9) }, 'from the recorder'),
  source('c', { role: 'camera', ofTake: 'a', lie, sound: voice(16, 0.95) }),
];

describe('a take with other recordings', () => {
  it('is by itself what it is', () => {
    expect(factsOfTake(host.take, [host], read)).toEqual({
      ownClarity: 0.3,
      duration: 100e6,
      rate: { num: 25, den: 1 },
      transcript: { cues: [] },
      sound: host.take.sound,
    });
  });
  it('hears with the recorder where that heard the voice more clearly, on its own clock', () => {
    expect(factsOfTake(host.take, [host, camera, recorder], read).sound?.voice).toEqual([{ start: 5e6, end: 6e6 }]);
    expect(factsOfTake({ ...host.take, sound: voice(1, 0.99) }, [host, recorder], read).sound?.voice[0]?.start).toBe(
      1e6,
    );
  });
  it('borrows words only where it has none', () => {
    expect(factsOfTake(host.take, [host, recorder], read).transcript.cues).toMatchObject([
      { start: 10e6, end: 12e6, text: 'from the recorder' },
    ]);
    const own = source('a', {}, 'its own');
    expect(factsOfTake(own.take, [own, recorder], read).transcript.cues[0]?.text).toBe('its own');
  });
  it('takes nothing from what is not laid over it, or belongs to another', () => {
    const unlaid = source('r', { role: 'recorder', ofTake: 'a', sound: voice(15, 0.9) }, 'x');
    const others = source('r', { role: 'recorder', ofTake: 'b', lie, sound: voice(15, 0.9) }, 'x');
    for (const other of [unlaid, others])
      expect(factsOfTake(host.take, [host, other], read)).toMatchObject({
        sound: host.take.sound,
        transcript: { cues: [] },
      });
  });
});
