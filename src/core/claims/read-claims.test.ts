import { describe, expect, it } from 'vitest';
import { normalise } from '../language/normalise.ts';
import { type Token } from '../transcript/transcript.ts';
import { asLength, micros } from '../time/micros.ts';
import { readClaims } from './read-claims.ts';
import { sentencesOf } from './sentences.ts';
import { numberAt, unitOf } from '../language/en/claim-numbers.ts';
import { ordinalOf } from '../language/en/numbers.ts';

const tokens = (text: string): Token[] =>
  text
    .split(/[\s-]+/)
    .filter((w) => normalise(w) !== '')
    .map((word, i) => ({
      text: word,
      norm: normalise(word),
      at: micros(i * 3e5),
      end: micros(i * 3e5 + 2.5e5),
      sigma: asLength(1e5),
      cue: 0,
      word: i,
    }));
const vocabulary = {
  labels: ['Reverse lunge', 'Side plank', 'Squat', 'Good morning'],
  equipment: ['folded towel', 'broomstick', 'towel', 'crate', 'mat', 'dumbbells'],
};
const read = (text: string) =>
  readClaims({ tokens: tokens(text), language: 'en' }, vocabulary).map(
    ({ at: _at, end: _end, sigma: _sigma, said: _said, ...body }) => body,
  );

describe('numbers as people say them', () => {
  it.each([
    ['45', 45, 1],
    ['forty five', 45, 2],
    ['forty', 40, 1],
    ['twelve reps', 12, 1],
    ['a couple of rounds', null, 0],
    ['couple of rounds', 2, 2],
    ['ninety nine', 99, 2],
    ['often', null, 0],
  ])('%s', (text, value, length) => {
    const found = numberAt(tokens(text), 0);
    expect([found?.value ?? null, found?.length ?? 0]).toEqual([value, length]);
  });
  it('knows ordinals and units, and no others', () => {
    expect([ordinalOf('third'), ordinalOf('3rd'), ordinalOf('thirsty')]).toEqual([3, 3, null]);
    expect([unitOf('exercises'), unitOf('sets'), unitOf('laps'), unitOf('constructor')]).toEqual([
      'move',
      'interval',
      'round',
      null,
    ]);
  });
});

describe('sentences', () => {
  it('end at punctuation and at long pauses', () => {
    expect(sentencesOf(tokens('Keep going. Ten seconds left. And rest')).map((s) => s.length)).toEqual([2, 3, 2]);
    const paused = [
      ...tokens('keep going'),
      ...tokens('ten left').map((t) => ({ ...t, at: micros(t.at + 9e6), end: micros(t.end + 9e6) })),
    ];
    expect(sentencesOf(paused).map((s) => s.length)).toEqual([2, 2]);
  });
});

describe('seconds and lengths', () => {
  it.each([
    ['twenty seconds left', { type: 'seconds-left', seconds: 20 }],
    ['just five more seconds', { type: 'seconds-left', seconds: 5 }],
    ['last ten', { type: 'seconds-left', seconds: 10 }],
    ['final fifteen seconds', { type: 'seconds-left', seconds: 15 }],
    ['2 minutes to go', { type: 'seconds-left', seconds: 120 }],
    ['Ten seconds', { type: 'seconds-left', seconds: 10 }],
    ['thirty seconds of work', { type: 'length', seconds: 30, of: 'work' }],
    ['we go for forty five seconds', { type: 'length', seconds: 45, of: 'work' }],
    ['15 seconds rest', { type: 'length', seconds: 15, of: 'rest' }],
    ['rest for twenty seconds', { type: 'length', seconds: 20, of: 'rest' }],
    ['a 20 minute class', { type: 'length', seconds: 1200, of: 'class' }],
  ])('%s', (text, body) => expect(read(text)).toEqual([body]));
  it.each([
    'every ten seconds',
    'ten seconds ago',
    'a few seconds later we stand',
    'I need about two minutes of your attention for the notes',
    'give it one second',
    'the last 3 weeks were hard',
  ])('“%s” says nothing of the class', (text) => expect(read(text)).toEqual([]));
});

describe('half-way', () => {
  it.each([
    ['Halfway', 'interval'],
    ['half way there', 'interval'],
    ['we are halfway through the round', 'round'],
    ['that is half-way through this workout', 'class'],
  ])('%s: of the %s', (text, of) => expect(read(text)).toEqual([{ type: 'half-way', of }]));
  it.each([
    'come half way up',
    'go only halfway down',
    'halfway between the two',
    'sink halfway to the floor',
    'inhale, halfway',
    'halfway lift, long spine',
  ])('“%s” is a place in a movement', (text) => expect(read(text).filter((c) => c.type === 'half-way')).toEqual([]));
});

describe('what is left', () => {
  it.each([
    ['three more moves', { left: 3, unit: 'move' }],
    ['two rounds to go', { left: 2, unit: 'round' }],
    ['four intervals left', { left: 4, unit: 'interval' }],
    ['two left', { left: 2, unit: 'any' }],
    ['three more to go', { left: 3, unit: 'any' }],
    ['last one', { left: 0, unit: 'any' }],
    ['final exercise', { left: 0, unit: 'move' }],
    ['this is our very last round', { left: 0, unit: 'round' }],
  ])('%s', (text, body) => expect(read(text)[0]).toMatchObject({ type: 'moves-left', ...body }));
  it.each(['three more', 'two moves ago', 'ten more reps', 'there are three exercises in it', 'the last one was hard'])(
    '“%s” is left alone',
    (text) => expect(read(text).filter((c) => c.type === 'moves-left')).toEqual([]),
  );
});

describe('rounds', () => {
  it.each([
    ['round two', { round: 2, past: false }],
    ['this is the third round', { round: 3, past: false }],
    ['that was round one', { round: 1, past: true }],
    ['round 2 done', { round: 2, past: true }],
  ])('%s', (text, body) => expect(read(text)).toEqual([{ type: 'round', ...body }]));
  it('a rounded back is none', () => expect(read('do not round your back')).toEqual([]));
});

describe('what comes next', () => {
  it.each([
    ['next up reverse lunges', 'Reverse lunge'],
    ['coming up, the squats', 'Squat'],
    ['side plank is next', 'Side plank'],
    ['our next exercise is the good morning', 'Good morning'],
  ])('%s', (text, label) => expect(read(text)).toContainEqual({ type: 'next-up', label }));
  it('a name alone announces nothing', () => expect(read('squat, and again squat')).toEqual([]));
});

describe('sides', () => {
  it.each([
    ['left side', 'left', false],
    ['on the right side now', 'right', false],
    ['side plank, left', 'left', false],
    ['switch to the right side', 'right', true],
  ])('%s', (text, side, next) => expect(read(text)).toEqual([{ type: 'side', side, next }]));
  it.each([
    'right now',
    'all right',
    'ten left',
    'that is right',
    'look to the left side',
    'left and right sides',
    'lie on your right side, knees stacked',
    'roll over onto your left side',
    'move right along',
    'left hand on the crate',
  ])('“%s” names no side of the class', (text) => expect(read(text).filter((c) => c.type === 'side')).toEqual([]));
});

describe('positions and equipment', () => {
  it.each([
    ['lie on your back', 'supine'],
    ['roll onto your side', 'side-lying'],
    ['come to all fours', 'all fours'],
    ['stand tall', 'standing'],
    ['into a plank', 'plank'],
    ['down on your belly, so on your front', 'prone'],
  ])('%s is %s', (text, position) =>
    expect(read(text).map((c) => (c.type === 'position' ? c.positions[0] : c.type))).toContain(position),
  );
  it.each([
    ['no equipment needed', { item: 'equipment', needed: false }],
    ['no mat today', { item: 'mat', needed: false }],
    ['you need a folded towel', { item: 'folded towel', needed: true }],
    ['grab your crate', { item: 'crate', needed: true }],
    ['you do not need any dumbbells', { item: 'dumbbells', needed: false }],
  ])('%s', (text, body) => expect(read(text)).toEqual([{ type: 'equipment', ...body }]));
  it.each([
    'grab a drink',
    'no rush today',
    'no crate of mine was ever this heavy',
    'you need to breathe',
    'feet on the floor',
  ])('“%s” is neither', (text) => expect(read(text)).toEqual([]));
});

describe('repetitions', () => {
  it.each([
    ['ten reps', 10],
    ['we do 12 repetitions of these', 12],
  ])('%s', (text, reps) => expect(read(text)).toEqual([{ type: 'count', reps }]));
  it.each(['the last ten reps', 'five reps left', 'a rep or two'])('“%s” is no promise', (text) =>
    expect(read(text)).toEqual([]),
  );
});
