import { plannedProgramme } from '../../src/core/workout/planned-programme.ts';
import { type Lanes, lanes } from '../../src/core/lanes/lanes.ts';
import { DEFAULT_RULES } from '../../src/core/lanes/rules.ts';
import { USUAL_WORDING, type Wording } from '../../src/core/lanes/wording.ts';
import type { ClassBeat } from '../../src/core/music/arrangement.ts';
import { compile } from '../../src/core/plan/compile.ts';
import type { Segment } from '../../src/core/plan/segment.ts';
import { anySeconds, anyTime } from './times.ts';
import type { Shape } from '../../src/core/looks/look.ts';
import { readOutline } from '../../src/formats/outline/outline-reader.ts';
import type { ProgrammeTime } from '../../src/core/time/micros.ts';

/** Names of moves as people give them: short, long, in German and in Greek. */
export const NAMES = {
  short: ['Row', 'Squat'],
  long: [
    'Half-kneeling single-arm overhead press with a slow lowering',
    'Alternating reverse lunge to knee drive with a broomstick overhead',
  ],
  german: ['Ausfallschritt rückwärts mit Rumpfdrehung', 'Oberkörpervorbeugeübung im Grätschstand'],
  greek: ['Προβολή προς τα πίσω με στροφή κορμού', 'Κάθισμα με άρση χεριών'],
} as const;

/** A class with segments of seven kinds and everything that a look can show of them. */
export function lookClass(
  names: readonly string[],
  wording: Wording = USUAL_WORDING,
): { readonly lanes: Lanes; readonly segments: readonly Segment[] } {
  const [a, b] = names;
  const outline = `# Class
instructor: Ottilie Brandvold
tempo: 120
## Hello: talk 10
## Main: circuit, 40/20, 3 rounds
- ${a} | needs broomstick | sides own | easier hands on the knees | harder add a jump
- ${b} | needs crate
## Water: water 30
## Ten: circuit, 0/15
- ${a} | reps 12
- ${b} | counts 64 at 120
## Rest well: hold 45
- ${a} | hold 4 breaths
`;
  const { value } = readOutline(outline);
  const { segments, total } = compile(value);
  const programme = plannedProgramme(segments, total);
  const beats: ClassBeat<ProgrammeTime>[] = segments
    .filter((s) => s.blockName === 'Ten' && s.kind === 'work' && s.label === b)
    .flatMap((s) =>
      Array.from({ length: 64 }, (_, i) => ({
        at: anyTime(s.start + i * anySeconds(0.5)),
        ...{ count: (i % 32) + 1, one: i % 4 === 0, phrase: i % 32 === 0 },
      })),
    );
  return { lanes: lanes(programme, { rules: DEFAULT_RULES, overrides: [] }, value, { beats, wording }), segments };
}

/** One segment of each kind that something is shown in, and when to look at it. */
export function moments(segments: readonly Segment[]): { readonly name: string; readonly at: number }[] {
  const near = (name: string, of: (s: Segment) => boolean, share: number) => {
    const found = segments.find(of);
    if (found === undefined) throw new Error(`the class has no ${name}`);
    return { name, at: found.start + (found.end - found.start) * share };
  };
  return [
    near('work', (s) => s.kind === 'work' && s.blockName === 'Main', 0.4),
    near('end of work', (s) => s.kind === 'work' && s.blockName === 'Main', 0.85),
    near('rest', (s) => s.kind === 'rest' && s.blockName === 'Main', 0.5),
    near('water', (s) => s.kind === 'water', 0.5),
    near('repetitions', (s) => s.scheme === 'reps' || (s.blockName === 'Ten' && s.kind === 'work'), 0.55),
    near('counts', (s) => s.blockName === 'Ten' && s.kind === 'work' && s.end - s.start === 32e6, 0.4),
    near('breath', (s) => s.blockName === 'Rest well' && (s.kind === 'hold' || s.kind === 'work'), 0.35),
  ];
}

/** A picture of each shape. */
export const SIZES: Readonly<Record<Shape, { width: number; height: number }>> = {
  wide: { width: 1920, height: 1080 },
  tall: { width: 1080, height: 1920 },
  square: { width: 1080, height: 1080 },
  television: { width: 1920, height: 1080 },
};

/** Everything that a look can show. */
export const EVERYTHING = {
  ...{ next: true, round: true, option: true, take: true, place: true, effort: true },
  ...{ caution: true, title: true },
} as const;
