import { describe, expect, it } from 'vitest';
import { compile } from '../plan/compile.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { readTranscript } from '../../formats/transcript-reader.ts';
import { anySeconds } from '../../../tests/support/times.ts';
import { align } from './align.ts';

const { segments } = compile(readOutline('# T\n## Main: 30/15, no last rest\n- Squat\n- Row\n- Plank').value);
/** Three intervals called as planned, then `seconds` of talk that nobody planned, before the end of the take. */
const talkAfter = (seconds: number) => {
  const words = (text: string, from: number, step = 0.4) =>
    text.split(' ').map((word, i) => ({ text: word, start: from + i * step, end: from + i * step + 0.3 }));
  const list = [
    ...words('Squat now.', 0),
    ...words('Three two one and rest.', 28),
    ...words('Row now.', 45),
    ...words('Three two one and rest.', 73),
    ...words('Plank now.', 90),
    ...words('Three two one and done.', 118),
    ...words('Thank you all for coming here.', 120.5, seconds / 8),
  ];
  const { value } = readTranscript(JSON.stringify({ words: list }));
  return align(segments, value, anySeconds(120.5 + seconds));
};

describe('what was filmed beyond the plan', () => {
  it('is content from three seconds on; less is breath', () => {
    expect(talkAfter(12).extra.length).toBe(1);
    expect(talkAfter(1.5).extra).toEqual([]);
  });
});
