import type { Performed } from './performance.ts';
import { type Point, type Pose, BONE, add, scaled, trunkOf } from './body.ts';

const STAND: Pose = {
  pelvis: [0, 0.9, 0],
  bend: 3,
  turn: 0,
  shrug: 0,
  hands: [
    [-0.27, 0.86, 0.06],
    [0.27, 0.86, 0.06],
  ],
  feet: [
    [-0.13, 0.07, 0],
    [0.13, 0.07, 0],
  ],
  knees: [
    [-0.25, 0, 1],
    [0.25, 0, 1],
  ],
  elbows: [
    [-0.6, 0, -0.8],
    [0.6, 0, -0.8],
  ],
  stick: null,
  towel: false,
  crate: false,
  bottle: false,
};
/** One repetition, seconds. */
const REP_S = 3;

/** The same with both hands on a stick: `up` and `front` of the neck along the trunk, the hands `wide` apart. */
function withStick(pose: Pose, wide: number, up: number, front: number): Pose {
  const trunk = trunkOf(pose);
  const neck = add(pose.pelvis, scaled(trunk.up, BONE.trunk + up));
  const centre = add(neck, scaled(trunk.front, front));
  const end = (by: number): Point => add(centre, scaled(trunk.right, by));
  return { ...pose, hands: [end(-wide), end(wide)], stick: [end(-wide - 0.28), end(wide + 0.28)] };
}

/** The pose of a move at a time in seconds from its start. */
export function poseOf(segment: Performed | null, t: number): Pose {
  const rep = (1 - Math.cos((2 * Math.PI * t) / REP_S)) / 2;
  const sway = Math.sin(t * 2.1) * 0.012;
  const stand: Pose = { ...STAND, pelvis: [sway, 0.9 + Math.abs(sway) * 0.4, 0] };
  if (segment === null) return stand;
  const flip = segment.side === 'right' || (segment.side === 'alternate' && Math.floor(t / REP_S) % 2 === 1) ? -1 : 1;
  const move = segment.kind === 'work' || segment.kind === 'hold' ? MOVES[segment.label] : undefined;
  if (move !== undefined) return move(stand, rep, t, flip);
  if (segment.kind === 'water')
    return { ...stand, bottle: true, hands: [stand.hands[0], [0.1, 1.42 + 0.03 * Math.sin(t), 0.2]] };
  if (segment.kind === 'talk')
    return {
      ...stand,
      turn: 6 * Math.sin(t * 0.7),
      hands: [
        [-0.26, 1.08 + 0.09 * Math.sin(t * 3), 0.26],
        [0.26, 1.08 - 0.09 * Math.sin(t * 2.3), 0.26],
      ],
    };
  // Resting: weight from one foot to the other, hands at the hips.
  return {
    ...stand,
    pelvis: [0.03 * Math.sin(t * 2.4), 0.89, 0],
    hands: [
      [-0.2, 0.98, 0.02],
      [0.2, 0.98, 0.02],
    ],
  };
}

type Move = (stand: Pose, rep: number, t: number, flip: number) => Pose;

/** The viewer's left and right in the order of the side that works. */
function bySide<T>(flip: number, working: T, other: T): readonly [T, T] {
  return flip > 0 ? [working, other] : [other, working];
}

const MOVES: Readonly<Record<string, Move>> = {
  'Shoulder rolls': (stand, _, t) => {
    const roll = (2 * Math.PI * t) / REP_S;
    const lift = 0.045 * (1 + Math.cos(roll));
    return {
      ...stand,
      shrug: lift,
      bend: 3 - 4 * Math.sin(roll),
      hands: [
        [-0.25, 0.86 + lift, 0.06 - 0.05 * Math.sin(roll)],
        [0.25, 0.86 + lift, 0.06 - 0.05 * Math.sin(roll)],
      ],
    };
  },
  'Broomstick twists': (stand, _, t) =>
    withStick({ ...stand, turn: 48 * Math.sin((2 * Math.PI * t) / REP_S) }, 0.42, 0.02, -0.07),
  'Broomstick good morning': (stand, rep) =>
    withStick({ ...stand, pelvis: [0, 0.9 - 0.03 * rep, -0.2 * rep], bend: 4 + 70 * rep }, 0.36, 0.02, -0.07),
  'Half-kneeling press': (stand, rep, _, flip) =>
    withStick(
      {
        ...stand,
        pelvis: [0, 0.52, 0],
        bend: 0,
        feet: bySide<Point>(flip, [-0.12 * flip, 0.07, -0.42], [0.14 * flip, 0.07, 0.4]),
        knees: bySide<Point>(flip, [-0.05 * flip, -1, 0.35], [0.1 * flip, 0.5, 1]),
        towel: true,
      },
      0.3,
      0.14 + 0.38 * rep,
      0.14 * (1 - rep),
    ),
  'Crate step-up': (stand, rep, _, flip) => ({
    ...stand,
    pelvis: [0.02 * flip, 0.9 + 0.28 * rep - 0.05 * (1 - rep), 0.06 + 0.3 * rep],
    bend: 14 * (1 - rep),
    feet: bySide<Point>(
      flip,
      [-0.12 * flip, 0.37, 0.38],
      [0.14 * flip, 0.07 + 0.3 * Math.min(1, rep * 1.2), 0.34 * rep - 0.04],
    ),
    crate: true,
  }),
  'Reverse lunge': (stand, rep, _, flip) =>
    withStick(
      {
        ...stand,
        pelvis: [0, 0.9 - 0.36 * rep, -0.3 * rep],
        feet: bySide<Point>(flip, [-0.13 * flip, 0.07 + 0.03 * rep, -0.78 * rep], [0.13 * flip, 0.07, 0.02]),
        knees: bySide<Point>(flip, [-0.1 * flip, -rep, 1 - 0.6 * rep], [0.1 * flip, 0, 1]),
      },
      0.38,
      0.02,
      -0.07,
    ),
  'Crate calf stretch': (stand, _, t, flip) => ({
    ...stand,
    pelvis: [0, 0.9, 0.1 + 0.01 * Math.sin(t)],
    bend: 16,
    feet: bySide<Point>(flip, [-0.12 * flip, 0.24, 0.36], [0.14 * flip, 0.07, -0.12]),
    hands: [
      [-0.2, 0.86, 0.3],
      [0.2, 0.86, 0.3],
    ],
    crate: true,
  }),
};
