/** Points in the studio, metres: x to the viewer's right, y up from the floor, z towards the front camera. */
export type Point = readonly [x: number, y: number, z: number];

export const add = (a: Point, b: Point): Point => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
export const scaled = (a: Point, by: number): Point => [a[0] * by, a[1] * by, a[2] * by];
const minus = (a: Point, b: Point): Point => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const dot = (a: Point, b: Point) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const long = (a: Point) => Math.hypot(...a) || 1e-6;

/** Lengths of a body of about 1.70 m, metres. */
export const BONE = { trunk: 0.5, upperArm: 0.29, forearm: 0.27, thigh: 0.43, shin: 0.42, hips: 0.1, shoulders: 0.18 };

/** How somebody stands: everything else of the body follows from it. */
export interface Pose {
  readonly pelvis: Point;
  /** Forward bend from the hips, turn to the viewer's right, degrees. */
  readonly bend: number;
  readonly turn: number;
  /** How high the shoulders are drawn up, metres. */
  readonly shrug: number;
  /** Wrists and ankles, the viewer's left first. */
  readonly hands: readonly [Point, Point];
  readonly feet: readonly [Point, Point];
  /** Where knees and elbows point. */
  readonly knees: readonly [Point, Point];
  readonly elbows: readonly [Point, Point];
  readonly stick: readonly [Point, Point] | null;
  readonly towel: boolean;
  readonly crate: boolean;
  readonly bottle: boolean;
}

export interface Limb {
  readonly from: Point;
  readonly middle: Point;
  readonly to: Point;
}

/** All joints of a pose. */
export interface Body {
  readonly pelvis: Point;
  readonly neck: Point;
  readonly head: Point;
  readonly shoulders: readonly [Point, Point];
  readonly hips: readonly [Point, Point];
  readonly arms: readonly [Limb, Limb];
  readonly legs: readonly [Limb, Limb];
}

/** The trunk's directions: up along the spine, to the viewer's right across the shoulders, and forwards. */
export function trunkOf({ bend, turn }: Pick<Pose, 'bend' | 'turn'>): { up: Point; right: Point; front: Point } {
  const [b, t] = [(bend * Math.PI) / 180, (turn * Math.PI) / 180];
  const up: Point = [0, Math.cos(b), Math.sin(b)];
  const flat: Point = [0, -Math.sin(b), Math.cos(b)];
  const right = add(scaled([1, 0, 0], Math.cos(t)), scaled(flat, -Math.sin(t)));
  const front = add(scaled([1, 0, 0], Math.sin(t)), scaled(flat, Math.cos(t)));
  return { up, right, front };
}

export function bodyOf(pose: Pose): Body {
  const { up, right } = trunkOf(pose);
  const neck = add(pose.pelvis, scaled(up, BONE.trunk));
  const across = (by: number) => add(add(neck, scaled(right, by)), scaled(up, pose.shrug - 0.05));
  const shoulders = [across(-BONE.shoulders), across(BONE.shoulders)] as const;
  const hips = [add(pose.pelvis, [-BONE.hips, 0, 0]), add(pose.pelvis, [BONE.hips, 0, 0])] as const;
  const limb = (from: Point, to: Point, upper: number, lower: number, pole: Point): Limb => {
    const [middle, end] = bent(from, to, upper, lower, pole);
    return { from, middle, to: end };
  };
  const arm = (i: 0 | 1) => limb(shoulders[i], pose.hands[i], BONE.upperArm, BONE.forearm, pose.elbows[i]);
  const leg = (i: 0 | 1) => limb(hips[i], pose.feet[i], BONE.thigh, BONE.shin, pose.knees[i]);
  return {
    pelvis: pose.pelvis,
    neck,
    head: add(neck, scaled(up, 0.17)),
    shoulders,
    hips,
    arms: [arm(0), arm(1)],
    legs: [leg(0), leg(1)],
  };
}

/** Middle joint and end of two bones that reach for a point, the joint on the side of `pole`. */
function bent(from: Point, to: Point, upper: number, lower: number, pole: Point): readonly [Point, Point] {
  const way = minus(to, from);
  const distance = Math.min(long(way), upper + lower - 0.004);
  const along = scaled(way, 1 / long(way));
  const reach = (upper ** 2 - lower ** 2 + distance ** 2) / (2 * distance);
  const out = Math.sqrt(Math.max(0, upper ** 2 - reach ** 2));
  const side = minus(pole, scaled(along, dot(pole, along)));
  const middle = add(add(from, scaled(along, reach)), scaled(side, out / long(side)));
  return [middle, add(from, scaled(along, distance))];
}
