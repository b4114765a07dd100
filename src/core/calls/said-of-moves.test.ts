import { describe, expect, it } from 'vitest';
import { languageOf } from '../language/languages.ts';
import { saidOfMoves } from './said-of-moves.ts';
import { LIBRARY } from '../exercise/library.ts';
import { normalise } from '../language/normalise.ts';
import { seeded } from '../../../tests/support/synthetic-take.ts';

const MOVES = ['Reverse lunge', 'Bent-over row', 'Glute bridge', 'Child’s pose', 'Beekeeper’s wave'];
/** What a sentence speaks for most; null: for nothing. */
function told(text: string, labels = MOVES, language: 'en' | 'de' = 'en'): string | null {
  const said = saidOfMoves([text], labels, languageOf(language));
  const [best] = [...said].sort(([, a], [, b]) => b[0]! - a[0]!);
  return best !== undefined && best[1][0]! > 0 ? best[0] : null;
}

// What people say of moves: general knowledge of the trade. The sentences are the project's own.
describe('what is said of moves', () => {
  it.each([
    ['drop that back knee towards the floor and stand tall', 'Reverse lunge'],
    ['elbows to your pockets and squeeze the blades', 'Bent-over row'],
    ['peel the spine down one bone at a time then hips up', 'Glute bridge'],
    ['forehead down and arms long in front', 'Child’s pose'],
    ['is it raining on the roof again', null],
  ])('“%s” is said of %s', (text, label) => expect(told(text)).toBe(label));
  it('tells moves by their German words, whatever language the plan is in', () => {
    expect(told('die ellbogen eng und die schulterblatter zusammen', ['Rudern', 'Ausfallschritt'], 'de')).toBe(
      'Rudern',
    );
    expect(told('die ellbogen eng und die schulterblatter zusammen', ['Bent-over row', 'Reverse lunge'], 'de')).toBe(
      'Bent-over row',
    );
  });
  it.each(['en', 'de'] as const)('no name asked for in %s has a small word, for those are not compared', (code) => {
    const { fillers, saidOf } = languageOf(code).names;
    const asked = saidOf.flatMap(([name]) => name.source.split(/[^\p{L}]+/u));
    expect(asked.filter((w) => fillers.has(w))).toEqual([]);
  });
  it('words of all moves say nothing', () => {
    const said = saidOfMoves(['both knees'], ['Forward lunge', 'Reverse lunge', 'Side lunge'], languageOf('en'));
    for (const by of said.values()) expect(by[0]).toBeCloseTo(0, 9);
  });
  it('a move that nobody knows has nothing against it but its own name for it', () => {
    const said = saidOfMoves(['drop that back knee', 'a little wave'], MOVES, languageOf('en')).get(
      'Beekeeper’s wave',
    )!;
    expect(said[0]).toBe(0);
    expect(said[1]).toBeGreaterThan(0);
  });
  it('where nothing is known of the language only names are told', () => {
    const said = saidOfMoves(['rudern und los'], ['Rudern', 'Brücke'], languageOf('und'));
    expect(said.get('Rudern')![0]).toBeGreaterThan(0);
    expect(said.get('Brücke')![0]).toBe(0);
  });
  // The library's lines were written before these words, for scripts: of twelve moves, chance tells one in twelve.
  it('tells more than half of the library’s moves, twelve at a time, by their own three lines', () => {
    const random = seeded(7);
    let [told, all] = [0, 0];
    for (let time = 0; time < 20; time++) {
      const moves = [...LIBRARY]
        .map((m) => ({ m, at: random() }))
        .sort((a, b) => a.at - b.at)
        .slice(0, 12);
      const labels = moves.map(({ m }) => m.name);
      for (const { m } of moves) {
        const lines = [m.setUp, m.form, m.easier].map((line) => line.split(/\s+/).map(normalise).join(' '));
        const said = saidOfMoves(lines, labels, languageOf('en'));
        const sums = labels.map((label) => said.get(label)!.reduce((a, b) => a + b, 0));
        if (labels[sums.indexOf(Math.max(...sums))] === m.name) told++;
        all++;
      }
    }
    expect(told / all).toBeGreaterThan(0.5);
  });
});
