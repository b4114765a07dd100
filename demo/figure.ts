import type { SKRSContext2D } from '@napi-rs/canvas';
import type { Performed } from './performance.ts';

/** Points are in a room 640 wide and 360 high, the floor at 300. */
type Point = readonly [number, number];
interface Pose {
  readonly hip: Point;
  /** Lean of the trunk from upright, in degrees, forward positive. */
  readonly lean: number;
  readonly hands: readonly [Point, Point];
  readonly feet: readonly [Point, Point];
  readonly stick: boolean;
  readonly towel: boolean;
  readonly crate: boolean;
}

const FLOOR = 300;
const CENTRE = 320;
const BONE = { trunk: 70, arm: 36, leg: 46, head: 15 } as const;
const INK = '#22303c';

const shoulderOf = (pose: Pick<Pose, 'hip' | 'lean'>): Point => {
  const a = (pose.lean * Math.PI) / 180;
  return [pose.hip[0] + Math.sin(a) * BONE.trunk, pose.hip[1] - Math.cos(a) * BONE.trunk];
};

/** The pose of a move at a time in seconds from its start. One repetition is three seconds. */
export function poseOf(segment: Performed | null, t: number): Pose {
  const rep = (1 - Math.cos((2 * Math.PI * t) / 3)) / 2;
  const sway = Math.sin(t * 2.1) * 3;
  const stand: Pose = {
    hip: [CENTRE + sway, 212],
    lean: 2,
    stick: false,
    towel: false,
    crate: false,
    hands: [
      [CENTRE - 34 + sway, 208],
      [CENTRE + 34 + sway, 208],
    ],
    feet: [
      [CENTRE - 18, FLOOR],
      [CENTRE + 18, FLOOR],
    ],
  };
  if (segment === null) return stand;
  const flip = segment.side === 'right' || (segment.side === 'alternate' && Math.floor(t / 3) % 2 === 1) ? -1 : 1;
  const x = (dx: number) => CENTRE + dx * flip;
  const over = (pose: Pose, dx: number, up: number): Pose => {
    const [sx, sy] = shoulderOf(pose);
    return {
      ...pose,
      hands: [
        [sx - dx, sy - up],
        [sx + dx, sy - up],
      ],
    };
  };
  if (segment.kind === 'work' || segment.kind === 'hold') {
    switch (segment.label) {
      case 'Shoulder rolls':
        return {
          ...stand,
          hands: [
            [CENTRE - 36, 200 - 18 * rep],
            [CENTRE + 36, 200 - 18 * rep],
          ],
        };
      case 'Broomstick twists': {
        const turn = Math.sin((2 * Math.PI * t) / 3);
        const pose = over({ ...stand, stick: true }, 46, 4);
        return {
          ...pose,
          hands: [
            [pose.hands[0][0] + 22 * turn, pose.hands[0][1] + 9 * turn],
            [pose.hands[1][0] + 22 * turn, pose.hands[1][1] - 9 * turn],
          ],
        };
      }
      case 'Broomstick good morning':
        return over({ ...stand, hip: [CENTRE - 18 * rep, 212], lean: 4 + 66 * rep, stick: true }, 40, 2);
      case 'Half-kneeling press':
        return over(
          {
            ...stand,
            hip: [CENTRE, 240],
            lean: 0,
            feet: [
              [x(-52), FLOOR - 2],
              [x(34), FLOOR],
            ],
            stick: true,
            towel: true,
          },
          44,
          12 + 54 * rep,
        );
      case 'Crate step-up':
        return {
          ...stand,
          hip: [x(20 * rep), 212 - 30 * rep],
          crate: true,
          feet: [
            [x(28), FLOOR - 34],
            [x(-22 + 46 * rep), FLOOR - 34 * rep],
          ],
        };
      case 'Reverse lunge':
        return over(
          {
            ...stand,
            hip: [CENTRE, 212 + 34 * rep],
            feet: [
              [x(22), FLOOR],
              [x(-20 - 50 * rep), FLOOR],
            ],
            stick: true,
          },
          42,
          2,
        );
      case 'Crate calf stretch':
        return {
          ...stand,
          hip: [x(14), 214],
          lean: 14 * flip,
          crate: true,
          feet: [
            [x(34), FLOOR - 20],
            [x(-16), FLOOR],
          ],
          hands: [
            [CENTRE - 12, 196],
            [CENTRE + 12, 196],
          ],
        };
    }
  }
  if (segment.kind === 'water')
    return {
      ...stand,
      hands: [
        [CENTRE - 34, 208],
        [CENTRE + 16, 150 + 6 * Math.sin(t)],
      ],
    };
  if (segment.kind === 'talk')
    return {
      ...stand,
      hands: [
        [CENTRE - 36, 190 + 14 * Math.sin(t * 3)],
        [CENTRE + 36, 190 - 14 * Math.sin(t * 2.3)],
      ],
    };
  return { ...stand, hip: [CENTRE + 6 * Math.sin(t * 4), 212] };
}

export function drawRoom(c: SKRSContext2D, pose: Pose): void {
  c.fillStyle = '#cfd8d6';
  c.fillRect(0, 0, 640, 360);
  c.fillStyle = '#b4c0bb';
  c.fillRect(0, 246, 640, 114);
  c.fillStyle = '#dfe5e2';
  c.fillRect(70, 40, 120, 120);
  c.fillStyle = '#bccdd0';
  c.fillRect(78, 48, 104, 104);
  c.fillStyle = '#c79a3f';
  for (const [i, w] of [44, 56, 60, 50].entries()) c.fillRect(540 - w / 2, 206 - i * 18, w, 15);
  if (pose.towel) {
    c.fillStyle = '#e8e2d2';
    c.fillRect(CENTRE - 74, FLOOR - 4, 60, 8);
    c.fillRect(CENTRE + 14, FLOOR - 4, 60, 8);
  }
  if (pose.crate) {
    c.fillStyle = '#8d6a44';
    c.fillRect(CENTRE + (pose.feet[0][0] < CENTRE ? -62 : 6), FLOOR - 34, 56, 36);
  }
}

export function drawFigure(c: SKRSContext2D, pose: Pose): void {
  const shoulder = shoulderOf(pose);
  c.strokeStyle = INK;
  c.fillStyle = INK;
  c.lineCap = 'round';
  c.lineJoin = 'round';
  const limb = (from: Point, to: Point, bone: number, bend: number, width: number) => {
    const [mid, end] = joint(from, to, bone, bend);
    c.lineWidth = width;
    c.beginPath();
    c.moveTo(...from);
    c.lineTo(...mid);
    c.lineTo(...end);
    c.stroke();
  };
  limb([pose.hip[0] - 6, pose.hip[1]], pose.feet[0], BONE.leg, pose.feet[0][0] < pose.hip[0] ? -1 : 1, 12);
  limb([pose.hip[0] + 6, pose.hip[1]], pose.feet[1], BONE.leg, pose.feet[1][0] < pose.hip[0] ? -1 : 1, 12);
  c.lineWidth = 18;
  c.beginPath();
  c.moveTo(...pose.hip);
  c.lineTo(...shoulder);
  c.stroke();
  const a = (pose.lean * Math.PI) / 180;
  c.beginPath();
  c.arc(shoulder[0] + Math.sin(a) * 26, shoulder[1] - Math.cos(a) * 26, BONE.head, 0, Math.PI * 2);
  c.fill();
  if (pose.stick) {
    const [l, r] = pose.hands;
    const [dx, dy] = [r[0] - l[0], r[1] - l[1]];
    const length = Math.hypot(dx, dy) || 1;
    c.strokeStyle = '#8a5a2b';
    c.lineWidth = 6;
    c.beginPath();
    c.moveTo(l[0] - (dx / length) * 34, l[1] - (dy / length) * 34);
    c.lineTo(r[0] + (dx / length) * 34, r[1] + (dy / length) * 34);
    c.stroke();
    c.strokeStyle = INK;
  }
  limb([shoulder[0] - 8, shoulder[1] + 4], pose.hands[0], BONE.arm, 1, 9);
  limb([shoulder[0] + 8, shoulder[1] + 4], pose.hands[1], BONE.arm, -1, 9);
}

/** Middle joint of two equal bones that reach from one point towards another. */
function joint(from: Point, to: Point, bone: number, bend: number): [Point, Point] {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const distance = Math.min(Math.hypot(dx, dy), bone * 2 - 0.01) || 0.01;
  const angle = Math.atan2(dy, dx);
  const end: Point = [from[0] + Math.cos(angle) * distance, from[1] + Math.sin(angle) * distance];
  const out = Math.sqrt(bone * bone - (distance / 2) ** 2) * bend;
  return [
    [
      from[0] + (Math.cos(angle) * distance) / 2 + Math.sin(angle) * out,
      from[1] + (Math.sin(angle) * distance) / 2 - Math.cos(angle) * out,
    ],
    end,
  ];
}
