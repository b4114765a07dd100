import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anySeconds, anyTime } from '../../../tests/support/times.ts';
import { phrasesOf } from './phrases.ts';
import { normalise } from '../language/normalise.ts';
import { type Token, type Transcript, isWordTimed, spokenText, spokenWords } from './transcript.ts';

const token = (text: string, atS: number, lengthS = 0.3): Token => ({
  text,
  norm: normalise(text),
  at: anySeconds(atS),
  end: anySeconds(atS + lengthS),
  sigma: anySeconds(0.1),
  cue: 0,
  word: 0,
});
const phrases = (tokens: Token[]) => phrasesOf({ tokens, language: 'en' }).map((p) => p.text);

describe('phrases', () => {
  it('end with a sentence', () =>
    expect(phrases([token('Soft', 0), token('knees.', 0.4), token('Breathe', 0.8)])).toEqual([
      'Soft knees.',
      'Breathe',
    ]));
  it('end with a pause', () =>
    expect(phrases([token('and', 0), token('up', 0.4), token('down', 3)])).toEqual(['and up', 'down']));
  it('keep a countdown together', () =>
    expect(phrases([token('Three.', 0), token('Two.', 1), token('One.', 2), token('Rest.', 3)])).toEqual([
      'Three. Two. One.',
      'Rest.',
    ]));
  it('lose no word and keep their order', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom('a', 'b.', 'one', 'two.', 'go!'), fc.integer({ min: 1, max: 40 })), {
          maxLength: 40,
        }),
        (words) => {
          let at = 0;
          const tokens = words.map(([text, gap]) => token(text, (at += gap / 10)));
          const found = phrasesOf({ tokens, language: 'en' });
          expect(found.flatMap((p) => p.text.split(' '))).toEqual(words.map(([text]) => text));
          found.slice(1).forEach((p, i) => expect(p.start).toBeGreaterThanOrEqual(found[i]?.start ?? 0));
        },
      ),
      { seed: 2 },
    );
  });
});

describe('words of a transcript', () => {
  const cue = (startS: number, endS: number, text: string) => ({
    start: anySeconds(startS),
    end: anySeconds(endS),
    text,
    words: null,
  });
  it('keep their own times where there are any', () => {
    const words = [
      { text: 'Three', start: anySeconds(10), end: anySeconds(10.5) },
      { text: 'two', start: anySeconds(11), end: anySeconds(11.4) },
    ];
    const transcript: Transcript = {
      cues: [{ start: anySeconds(10), end: anySeconds(12), text: 'Three two', words }],
    };
    expect(isWordTimed(transcript)).toBe(true);
    expect(spokenWords(transcript, anySeconds(60)).tokens.map((t) => t.at / 1e6)).toEqual([10, 11]);
  });
  it('are placed inside a coarse paragraph, in order, surer at its start than in its middle', () => {
    const transcript: Transcript = {
      cues: [
        cue(20.5, 50, 'And rest. Next up squats. Feet wide. Chest up. Ten seconds.'),
        cue(50.5, 70, 'Three two one.'),
      ],
    };
    const { tokens } = spokenWords(transcript, anySeconds(80));
    expect(isWordTimed(transcript)).toBe(false);
    tokens.slice(1).forEach((t, i) => expect(t.at).toBeGreaterThanOrEqual(tokens[i]?.at ?? 0));
    expect(tokens[0]?.at).toBe(anySeconds(20.5));
    expect(tokens[0]?.sigma).toBeLessThan(tokens[5]?.sigma ?? 0);
    for (const t of tokens.slice(0, 11)) expect(t.at).toBeLessThan(anySeconds(50));
  });
  it('squeeze when there is more to say than time', () => {
    const { tokens } = spokenWords(
      { cues: [cue(0.5, 2, 'a very long line that nobody could ever say in a second and a half of time')] },
      anySeconds(60),
    );
    expect(tokens.at(-1)?.end).toBeLessThanOrEqual(anyTime(2_000_001));
  });
  it('split at hyphens and lose their accents', () => {
    expect(spokenWords({ cues: [cue(0.5, 9, 'Half-way, Élan!')] }, anySeconds(60)).tokens.map((t) => t.norm)).toEqual([
      'half',
      'way',
      'elan',
    ]);
  });
});

describe('what is not spoken', () => {
  it.each([
    ['And rest. [Music] Next up, squats.', 'And rest. Next up, squats.'],
    ['♪ turn me around and go ♪ Three, two, one', 'Three, two, one'],
    ['(upbeat music) Welcome (you know me) back', 'Welcome (you know me) back'],
    ['INSTRUCTOR: Welcome back', 'Welcome back'],
    ['>> Speaker 1: Welcome', 'Welcome'],
    ['♪ and it never ends', ''],
    ['Hold for [20] seconds', 'Hold for [20] seconds'],
  ])('is left out of “%s”', (text, said) => expect(spokenText(text)).toBe(said));
  it('makes no call of a song, timed or not', () => {
    const words = ['♪', 'three', 'two', 'one', 'go', '♪', 'and', 'rest'].map((text, i) => ({
      text,
      start: anyTime(i * 5e5),
      end: anyTime(i * 5e5 + 4e5),
    }));
    expect(
      spokenWords(
        { cues: [{ start: anyTime(0), end: anyTime(4e6), text: words.map((w) => w.text).join(' '), words }] },
        anyTime(10e6),
      ).tokens.map((t) => t.norm),
    ).toEqual(['and', 'rest']);
  });
});
