import { describe, expect, it } from 'vitest';
import type { TakeWithTranscript } from '../../contract/wire.ts';
import { playedUrl, sameWhereEqual } from './take.ts';

const entry = (id: string, progress: number, text = 'x'): TakeWithTranscript =>
  JSON.parse(
    JSON.stringify({
      take: { id, file: { sha256: 'a', extension: 'mkv', bytes: 1 }, proxy: null },
      transcript: { format: 'vtt', text, hasPrevious: false },
      work: [{ kind: 'listen', state: 'running', progress, message: null }],
    }),
  ) as TakeWithTranscript;

describe('takes that are fetched again', () => {
  it('are the same objects where nothing changed', () => {
    const old = [entry('a', 0.1), entry('b', 0.2)];
    expect(sameWhereEqual(old, [entry('a', 0.1), entry('b', 0.2)])).toBe(old);
  });
  it('keep take and words where only the work went on', () => {
    const old = [entry('a', 0.1)];
    const [now] = sameWhereEqual(old, [entry('a', 0.5)]);
    expect(now?.take).toBe(old[0]?.take);
    expect(now?.transcript).toBe(old[0]?.transcript);
    expect(now?.work[0]?.progress).toBe(0.5);
  });
  it('are new where they are new, and gone where they are gone', () => {
    const old = [entry('a', 0.1), entry('b', 0.2)];
    expect(sameWhereEqual(old, [entry('b', 0.2)])).toHaveLength(1);
    expect(sameWhereEqual(old, [entry('a', 0.1, 'other'), entry('b', 0.2)])[0]?.transcript?.text).toBe('other');
  });
  it('are played from their light copy where they have one', () => {
    const { take } = entry('a', 0);
    expect(playedUrl(take)).toBe('/media/a.mkv');
    expect(playedUrl({ ...take, proxy: { sha256: 'b', extension: 'mp4', bytes: 1 } })).toBe('/media/b.mp4');
  });
});
