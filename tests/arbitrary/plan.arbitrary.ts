import fc from 'fast-check';
import {
  BLOCK_KINDS,
  CAMERA_VIEWS,
  INSTEADS,
  type Block,
  type Move,
  type Plan,
  POSITIONS,
  type Scheme,
  type SidePolicy,
  isPlainBlock,
} from '../../src/core/plan/plan.ts';
import { LOADS, OFFERED_WHEN, type Version } from '../../src/core/plan/levels.ts';
import type { RoundChange } from '../../src/core/plan/round-change.ts';
import type { Dose, Phase, Range } from '../../src/core/plan/dose.ts';
import type { Length } from '../../src/core/time/micros.ts';

/** Whole tenths of a second, the finest step people type. */
const time = (low: number, high: number) =>
  fc.integer({ min: low * 10, max: high * 10 }).map((t) => (t * 100_000) as Length);
const text = fc
  .string({ minLength: 1, maxLength: 20, unit: fc.constantFrom(...'abc XYZ,:|\\-0é'.split('')) })
  .map((t) => `m${t.replace(/\s+/g, ' ')}`.replace(/[\\ ]+$/, ''));
const maybe = <T>(of: fc.Arbitrary<T>) => fc.option(of, { nil: null });
const first = fc.constantFrom('left' as const, 'right' as const);

export const sidesArbitrary: fc.Arbitrary<SidePolicy> = fc.oneof(
  fc.record({ kind: fc.constant('both' as const) }),
  fc.record({ kind: fc.constantFrom('own' as const, 'alternate' as const, 'rounds' as const, 'one' as const), first }),
  fc.record({ kind: fc.constant('half' as const), first, changeUs: time(0, 8) }),
);

const schemeArbitrary: fc.Arbitrary<Scheme> = fc.oneof(
  fc.record({
    kind: fc.constant('interval' as const),
    workUs: time(5, 90),
    restUs: time(0, 60),
    sets: fc.integer({ min: 1, max: 8 }),
  }),
  fc.record({ kind: fc.constant('pair' as const), firstUs: time(5, 60), secondUs: time(5, 60), restUs: time(0, 30) }),
  fc.record({ kind: fc.constant('emom' as const), periodUs: time(60, 90), workUs: time(20, 60) }),
  fc.record({
    kind: fc.constant('ladder' as const),
    worksUs: fc.array(time(5, 60), { minLength: 2, maxLength: 5 }),
    restUs: time(0, 30),
  }),
  fc
    .record({ reps: fc.array(fc.integer({ min: 1, max: 30 }), { minLength: 2, maxLength: 5 }), repUs: time(1, 8) })
    .chain(({ reps, repUs }) =>
      fc.record({
        kind: fc.constant('ladder' as const),
        worksUs: fc.constant(reps.map((n) => (n * repUs) as Length)),
        restUs: time(0, 30),
        counted: fc.constant({ reps, repUs, tempo: null }),
      }),
    ),
  fc.record({
    kind: fc.constant('reps' as const),
    reps: fc.integer({ min: 1, max: 30 }),
    repUs: time(1, 8),
    tempo: fc.constant(null),
    restUs: time(0, 60),
  }),
  fc.record({
    kind: fc.constant('counts' as const),
    counts: fc.integer({ min: 1, max: 256 }),
    milliBpm: fc.integer({ min: 60_000, max: 180_000 }),
    restUs: time(0, 30),
  }),
  fc.record({ kind: fc.constant('hold' as const), holdUs: time(5, 60), changeUs: time(0, 12) }),
  fc.record({ kind: fc.constant('flow' as const), lengthUs: time(5, 300) }),
  fc.record({
    kind: fc.constant('choreography' as const),
    build: fc.constantFrom('add-on' as const, 'link' as const, 'reduce' as const, 'layer' as const),
    milliBpm: fc.integer({ min: 60_000, max: 180_000 }),
    free: fc.constant([]),
  }),
  fc.record({
    kind: fc.constant('choreography' as const),
    build: fc.constant('free' as const),
    milliBpm: fc.integer({ min: 60_000, max: 180_000 }),
    free: fc.array(fc.array(fc.integer({ min: 0, max: 7 }), { minLength: 1, maxLength: 4 }), {
      minLength: 1,
      maxLength: 5,
    }),
  }),
);

const doseArbitrary: fc.Arbitrary<Dose> = fc.oneof(
  fc.record({
    kind: fc.constant('counts' as const),
    counts: fc.integer({ min: 1, max: 256 }),
    milliBpm: maybe(fc.integer({ min: 60_000, max: 180_000 })),
  }),
  fc.record({
    kind: fc.constant('reps' as const),
    reps: fc.integer({ min: 1, max: 30 }),
    repUs: time(1, 8),
    tempo: fc.constant(null),
  }),
  fc.record({ kind: fc.constant('breaths' as const), breaths: fc.integer({ min: 1, max: 20 }) }),
);
const rangeArbitrary: fc.Arbitrary<Range> = fc
  .tuple(time(5, 60), time(0, 30))
  .map(([leastUs, more]) => ({ leastUs, mostUs: (leastUs + more) as Length }));
const phaseArbitrary: fc.Arbitrary<Phase> = fc.record({
  name: text,
  lengthUs: time(1, 60),
  effortPercent: maybe(fc.integer({ min: 1, max: 100 })),
});

const roundsArbitrary = fc
  .tuple(fc.integer({ min: 1, max: 4 }), fc.integer({ min: 0, max: 3 }))
  .map(([from, more]) => ({ from, to: from + more }));
const versionArbitrary: fc.Arbitrary<Version> = fc
  .record({ by: text, stopUs: time(1, 40), when: fc.constantFrom(...OFFERED_WHEN) }, { requiredKeys: [] })
  .filter((v) => Object.keys(v).length > 0);
/** What is said seldom of a move. */
const extrasArbitrary = fc.record(
  {
    also: fc.array(text, { minLength: 1, maxLength: 3 }),
    by: text,
    easierAs: versionArbitrary,
    harderAs: versionArbitrary,
    noLevels: fc.constant(true as const),
    load: fc.constantFrom(...LOADS),
    place: text,
    takeUp: fc.oneof(
      fc.record({ prop: text, counts: fc.integer({ min: 1, max: 32 }), lengthUs: fc.constant(0 as Length) }),
      fc.record({ prop: text, counts: fc.constant(null), lengthUs: time(1, 20) }),
    ),
    inRounds: roundsArbitrary,
  },
  { requiredKeys: [] },
);

/** What changes from a round on; each round at most once, each change says something. */
const changesArbitrary: fc.Arbitrary<readonly RoundChange[]> = fc
  .uniqueArray(
    fc
      .record({
        fromRound: fc.integer({ min: 2, max: 6 }),
        name: maybe(text),
        workUs: maybe(time(5, 60)),
        needs: maybe(fc.array(text, { minLength: 1, maxLength: 2 })),
        more: fc.record({ restUs: time(0, 40), dose: doseArbitrary }, { requiredKeys: [] }),
      })
      .map(({ more, ...c }): RoundChange => ({ ...c, ...more }))
      .filter((c) => Object.values(c).filter((v) => v !== null).length > 1),
    { selector: (c) => c.fromRound, maxLength: 3 },
  )
  .map((changes) => [...changes].sort((a, b) => a.fromRound - b.fromRound));

const moveArbitrary: fc.Arbitrary<Omit<Move, 'id'>> = fc
  .record({
    name: text,
    sides: maybe(sidesArbitrary),
    position: maybe(fc.constantFrom(...POSITIONS)),
    needs: fc.array(text, { maxLength: 3 }),
    easier: maybe(text),
    harder: maybe(text),
    note: maybe(text),
    workUs: maybe(time(5, 60)),
    restUs: maybe(time(0, 30)),
    demoUs: maybe(time(1, 30)),
    changes: fc.option(changesArbitrary, { nil: [] }),
    own: fc.oneof(
      { weight: 4, arbitrary: fc.constant({}) },
      fc.record({ dose: doseArbitrary }),
      fc.record({ phases: fc.array(phaseArbitrary, { minLength: 1, maxLength: 4 }) }),
      fc.record({ range: rangeArbitrary }),
      fc.record({ lead: first, view: fc.constantFrom(...CAMERA_VIEWS) }),
      extrasArbitrary,
      fc.record({ instead: fc.constantFrom(...INSTEADS), workUs: time(1, 60) }),
    ),
  })
  .map(({ changes, own, ...move }) => ({ ...move, ...own, ...(changes.length === 0 ? {} : { changes }) }));

const blockArbitrary: fc.Arbitrary<Omit<Block, 'id'>> = fc.constantFrom(...BLOCK_KINDS).chain((kind) =>
  fc
    .record({
      name: text,
      kind: fc.constant(kind),
      scheme: isPlainBlock(kind)
        ? time(0, kind === 'repeat' ? 0 : 120).map((lengthUs): Scheme => ({ kind: 'plain', lengthUs }))
        : schemeArbitrary,
      rounds: fc.integer({ min: 1, max: 5 }),
      order: fc.constantFrom('circuit' as const, 'station' as const),
      sides: maybe(sidesArbitrary),
      roundRestUs: maybe(time(0, 90)),
      blockRestUs: maybe(time(0, 90)),
      keepLastRest: fc.boolean(),
      moves: isPlainBlock(kind) ? fc.constant([]) : (fc.array(moveArbitrary, { maxLength: 6 }) as fc.Arbitrary<Move[]>),
      about: fc.boolean(),
      more: isPlainBlock(kind)
        ? fc.constant({})
        : fc.record(
            {
              clock: fc.constantFrom('timer' as const, 'hand' as const),
              leadInUs: time(1, 10),
              atHome: roundsArbitrary,
              newRestUs: time(1, 40),
              changeUs: time(1, 12),
              filler: text,
              by: text,
              noLevels: fc.constant(true as const),
              noMusic: fc.constant(true as const),
            },
            { requiredKeys: [] },
          ),
    })
    .map(({ about, more, ...block }) => ({
      ...block,
      ...more,
      ...(about ? { about } : {}),
      // Names are not unique here: what refers to other blocks by name is tested by itself.
      ...(kind === 'repeat' || kind === 'preview' ? { of: [] } : {}),
    })),
);

/** Any plan a person could write, ids in order. */
export const planArbitrary: fc.Arbitrary<Plan> = fc
  .record({
    title: text,
    instructor: text,
    cueing: fc.constantFrom('mirrored' as const, 'own' as const),
    sides: sidesArbitrary,
    milliBpm: maybe(fc.integer({ min: 60_000, max: 180_000 })),
    language: maybe(fc.constantFrom('en' as const, 'de' as const, 'und' as const)),
    blocks: fc.array(blockArbitrary, { maxLength: 6 }),
  })
  .map(({ milliBpm, language, ...plan }) => ({
    ...plan,
    ...(language === null ? {} : { language }),
    ...(milliBpm === null ? {} : { milliBpm }),
    blocks: plan.blocks.map((block, b): Block => ({
      ...block,
      id: `b${b + 1}`,
      moves: block.moves.map((move, m): Move => ({ ...move, id: `b${b + 1}m${m + 1}` })),
    })),
  }));
