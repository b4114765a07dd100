import { describe, expect, it } from 'vitest';
import { type Publication, standing } from './publication.ts';

const out = (id: string, on: string, where: string, more: Partial<Publication> = {}): Publication => ({
  ...{ id, on, where, film: 'programme', revision: 1, sha256: '0'.repeat(64), corrects: false, note: '' },
  ...more,
});

describe('what stands where it was published', () => {
  it('is everything, until a correction takes its place; other places and films keep theirs', () => {
    const all = [
      out('late', '2026-11-20', 'Saltmarsh site ', { revision: 9, corrects: true }),
      out('first', '2026-10-01', 'Saltmarsh site', { revision: 3 }),
      out('again', '2026-10-08', 'saltmarsh site', { revision: 4 }),
      out('letter', '2026-10-01', 'members’ letter'),
      out('sound', '2026-10-01', 'Saltmarsh site', { film: 'audio' }),
    ];
    expect(new Set(standing(all).map((p) => p.id))).toEqual(new Set(['late', 'letter', 'sound']));
    expect(standing(all.slice(1)).map((p) => p.id)).toContain('first');
  });
  it('of one day the later revision is the later one', () => {
    const day = [out('b', '2026-10-01', 'x', { revision: 5, corrects: true }), out('a', '2026-10-01', 'x')];
    expect(standing(day).map((p) => p.id)).toEqual(['b']);
  });
});
