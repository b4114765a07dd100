import { type ExerciseBook, SHIPPED_BOOK } from '../exercise/library.ts';
import type { Micros } from '../time/micros.ts';
import type { CameraView, Plan } from './plan.ts';
import { type Segment, isActive } from './segment.ts';
import { type Level, traitsReader } from './traits.ts';

/** One move to be filmed, where it is done first. */
interface Shot {
  readonly segmentKey: string;
  readonly label: string;
  readonly at: Micros;
  readonly view: CameraView;
  readonly level: Level | null;
  readonly needs: readonly string[];
  readonly note: string | null;
}

/** Moves that are filmed with camera, floor and furniture as they stand. */
interface SetUp {
  readonly view: CameraView;
  readonly level: Level | null;
  readonly needs: readonly string[];
  readonly shots: readonly Shot[];
}

interface ShotList {
  readonly setUps: readonly SetUp[];
  /** How often camera, level or props change when the class is filmed in its own order. */
  readonly changesInOrder: number;
  /** The same when it is filmed by set-ups. */
  readonly changesBySetUp: number;
}

const LEVELS: readonly (Level | null)[] = ['standing', 'low', 'floor', null];
const VIEWS: readonly CameraView[] = ['front', 'three-quarter', 'side', 'floor'];

/**
 * Every move of a class once, by set-up, so that furniture and cameras move least: all of one view together, in it from
 * standing to the floor, props that stay out side by side. The view is the move's own, else the exercise's.
 */
export function shotList(plan: Plan, segments: readonly Segment[], book: ExerciseBook = SHIPPED_BOOK): ShotList {
  const traits = traitsReader(plan, book);
  const moves = new Map(plan.blocks.flatMap((b) => b.moves.map((m) => [m.id, m] as const)));
  const combined = new Set(plan.blocks.filter((b) => b.scheme.kind === 'choreography').map((b) => b.id));
  const seen = new Set<string>();
  const shots = segments.flatMap((s): Shot[] => {
    const move = moves.get(s.moveId ?? '');
    // A phase or a step of a combination is no shot of its own: its move is.
    const stepped = move?.phases !== undefined || combined.has(s.blockId);
    const label = stepped ? (move?.name ?? s.label) : s.label;
    const name = label.toLowerCase();
    if (!isActive(s) || seen.has(name)) return [];
    seen.add(name);
    const of = traits({ ...s, label });
    return [
      {
        segmentKey: s.key,
        label,
        at: s.start,
        view: move?.view ?? of?.exercise?.camera ?? 'front',
        level: of?.level ?? null,
        needs: [...(of?.needs ?? [])].sort(),
        note: move?.note ?? null,
      },
    ];
  });
  const groups = new Map<string, Shot[]>();
  for (const shot of shots) {
    const key = `${shot.view}|${shot.level}|${shot.needs.join()}`;
    groups.set(key, [...(groups.get(key) ?? []), shot]);
  }
  const setUps = [...groups.values()]
    .map((own): SetUp => {
      const { view, level, needs } = own[0]!;
      return { view, level, needs, shots: own };
    })
    .sort(
      (a, b) =>
        VIEWS.indexOf(a.view) - VIEWS.indexOf(b.view) ||
        LEVELS.indexOf(a.level) - LEVELS.indexOf(b.level) ||
        a.needs.join().localeCompare(b.needs.join()) ||
        a.shots[0]!.at - b.shots[0]!.at,
    );
  return { setUps, changesInOrder: changes(shots), changesBySetUp: changes(setUps) };
}

/** How many things change from one to the next: the camera, the level, the props. */
function changes(list: readonly Pick<Shot, 'view' | 'level' | 'needs'>[]): number {
  return list.slice(1).reduce((sum, b, i) => {
    const a = list[i]!;
    return (
      sum + (a.view === b.view ? 0 : 1) + (a.level === b.level ? 0 : 1) + (a.needs.join() === b.needs.join() ? 0 : 1)
    );
  }, 0);
}
