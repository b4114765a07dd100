import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { micros } from '../time/micros.ts';
import { placeInVoice } from './place-in-voice.ts';
import { placeWords } from './place-words.ts';

const S = 1e6;
const words = fc.array(
  fc.constantFrom(
    'and',
    'rest',
    'squats',
    'okay',
    'here',
    'we',
    'go',
    'three',
    'two',
    'one',
    'keep',
    'the',
    'chest',
    'up.',
    'breathe,',
    'ten',
    'seconds',
  ),
  { minLength: 1, maxLength: 60 },
);
const spans = (...s: [number, number][]) => s.map(([a, b]) => ({ start: micros(a * S), end: micros(b * S) }));
const at = (placed: readonly { text: string; at: number }[], text: string) =>
  (placed.find((w) => w.text.startsWith(text))?.at ?? NaN) / S;

const spoken = (text: string, next: string | null = null) => ({ text, next });

describe('words of a coarse paragraph', () => {
  it('stay in order and inside it, whatever is said', () => {
    fc.assert(
      fc.property(words, fc.integer({ min: 1, max: 60 }), (text, lengthS) => {
        const placed = placeWords(spoken(text.join(' ')), 5 * S, (5 + lengthS) * S);
        expect(placed.map((w) => w.text)).toEqual(text);
        for (const [i, w] of placed.entries()) {
          expect(w.at).toBeGreaterThanOrEqual(i === 0 ? 5 * S : (placed[i - 1]?.at ?? 0));
          expect(w.end).toBeLessThanOrEqual((5 + lengthS) * S + 1);
          expect(w.sigma).toBeGreaterThan(0);
        }
      }),
      { numRuns: 200, seed: 7 },
    );
  });
  it('lie after the silence that a full stop makes, not spread evenly', () => {
    const placed = placeWords(spoken('Squats. Keep your chest up and your heels down. And rest.'), 0, 30 * S);
    expect(at(placed, 'Squats')).toBe(0);
    // The line of eight words is said in one go of about two and a half seconds.
    const line = placed.slice(1, 9);
    expect(((line.at(-1)?.end ?? 0) - (line[0]?.at ?? 0)) / S).toBeLessThan(4);
    expect(at(placed, 'And')).toBeGreaterThan(10);
  });
  it('stand by themselves where they are counted up, though nobody wrote a mark', () => {
    const marked = placeWords(
      spoken('Press. One. Two. Let me turn so you see it. Six. All in a stack. Seven.'),
      0,
      40 * S,
    );
    const bare = placeWords(spoken('press one two let me turn so you see it six all in a stack seven'), 0, 40 * S);
    for (const [i, w] of bare.entries()) expect(Math.abs(w.at - marked[i]!.at) / S).toBeLessThan(2.5);
    // Before, a number was as near to the next word as any other.
    expect((bare[2]!.at - bare[1]!.end) / S).toBeGreaterThan(1.5);
  });
  it('hurry where four of them are beats, and are no count where they fall or have a unit', () => {
    const gap = (text: string, i: number) => {
      const placed = placeWords(spoken(text), 0, 30 * S);
      return (placed[i + 1]!.at - placed[i]!.end) / S;
    };
    const talk = 'keep the chest proud and the elbows long here';
    expect(gap(`five six seven eight ${talk}`, 0)).toBeLessThan(gap(`five six ${talk}`, 0) / 2);
    expect(gap(`${talk} two seconds three seconds`, 9)).toBeLessThan(0.2);
    expect(gap(`${talk} seven heavy jars`, 9)).toBeLessThan(gap(`${talk} six seven heavy jars`, 10) / 2);
  });
  it('are not crowded at the start where there is no punctuation', () => {
    const text =
      'squats keep your chest up you are doing so well keep your heels down and rest next up we have push ups ' +
      'good job everyone';
    const placed = placeWords(spoken(text), 0, 40 * S);
    expect((placed.at(-1)?.at ?? 0) / S).toBeGreaterThan(25);
  });
  it('say how unsure they are: most in the middle, least at the start', () => {
    const placed = placeWords(
      spoken('one thing here. Another thing there. A third thing now. A fourth thing then. The last thing.'),
      0,
      40 * S,
    );
    const [first, middle, last] = [placed[0], placed[Math.floor(placed.length / 2)], placed.at(-1)];
    expect(first?.sigma).toBeLessThan(middle?.sigma ?? 0);
    expect(last?.sigma).toBeLessThan(middle?.sigma ?? 0);
  });
  it('count down by the second, over the end of the paragraph too', () => {
    const placed = placeWords(spoken('keep going nearly there three', 'two'), 0, 20 * S);
    expect(20 - at(placed, 'three')).toBeCloseTo(0.95, 1);
    const whole = placeWords(spoken('nearly there three two one and rest'), 0, 20 * S);
    expect(at(whole, 'two') - at(whole, 'three')).toBeCloseTo(0.95, 2);
    expect(at(whole, 'one') - at(whole, 'two')).toBeCloseTo(0.95, 2);
  });
});

describe('words where a voice was heard', () => {
  it('lie in it, each line in the stretch that has its length', () => {
    const placed = placeInVoice(
      spoken('Squats. Keep your chest up and your heels down. And rest.'),
      0,
      30 * S,
      spans([4, 4.6], [11, 13.4], [28.5, 29.3]),
    );
    expect(at(placed, 'Squats')).toBeCloseTo(4, 2);
    expect(at(placed, 'Keep')).toBeCloseTo(11, 2);
    expect(at(placed, 'And')).toBeCloseTo(28.5, 2);
  });
  it('are in order and each inside a stretch, whatever is said', () => {
    const voice = spans([1, 2.2], [4, 7], [9, 9.4], [12, 16], [18, 19]);
    fc.assert(
      fc.property(words, (text) => {
        const placed = placeInVoice(spoken(text.join(' ')), 0, 20 * S, voice);
        expect(placed.map((w) => w.text)).toEqual(text);
        for (const [i, w] of placed.entries()) expect(w.at).toBeGreaterThanOrEqual(placed[i - 1]?.at ?? 0);
      }),
      { numRuns: 150, seed: 3 },
    );
  });
  it('fall back to the speaking model where the voice cannot be theirs', () => {
    const text = 'a long line of very many words that nobody could ever say in a tenth of one second';
    expect(placeInVoice(spoken(text), 0, 20 * S, spans([3, 3.1]))).toEqual(placeWords(spoken(text), 0, 20 * S));
    expect(placeInVoice(spoken(text), 0, 20 * S, [])).toEqual(placeWords(spoken(text), 0, 20 * S));
  });
});
