import type { SKRSContext2D } from '@napi-rs/canvas';
import { type Limb, type Point, type Pose, add, bodyOf, scaled, trunkOf } from './body.ts';

/** Where the studio is seen from. */
export type Camera = 'front' | 'side';

const COLOUR = {
  skin: '#a5694b',
  skinFar: '#8f5a40',
  top: '#b8492b',
  topFar: '#9c3d24',
  legs: '#2a3542',
  legsFar: '#212a35',
  shoe: '#efe8d8',
  sole: '#b9573a',
  hair: '#2b211d',
  stick: '#93602f',
  wood: '#b98b55',
  woodDark: '#946b3e',
  towel: '#eee7d6',
} as const;

type Seen = readonly [x: number, y: number, size: number, depth: number];

/** From the studio to a picture `width` wide: what is nearer is larger and lower. */
function lens(camera: Camera, width: number): (p: Point) => Seen {
  const metre = width * 0.232;
  return ([x, y, z]) => {
    const [across, depth] = camera === 'front' ? [x, z] : [z, -x];
    const near = 1 / (1 - depth * 0.13);
    const floor = width * 0.47 + depth * width * 0.024;
    return [width / 2 + across * metre * near, floor - y * metre * near, metre * near, depth];
  };
}

interface Part {
  readonly depth: number;
  readonly draw: () => void;
}

export function drawFigure(c: SKRSContext2D, pose: Pose, camera: Camera, width: number): void {
  const see = lens(camera, width);
  const body = bodyOf(pose);
  const parts: Part[] = [];
  const put = (at: Point, draw: () => void, nearer = 0) => parts.push({ depth: see(at)[3] + nearer, draw });
  const middleOf = (a: Point, b: Point) => scaled(add(a, b), 0.5);
  const taper = (from: Point, to: Point, a: number, b: number, colour: string) =>
    capsule(c, see(from), see(to), a, b, colour);
  const far = (i: number) => (camera === 'side' ? i === 1 : false);

  body.legs.forEach((leg, i) => {
    const colour = far(i) ? COLOUR.legsFar : COLOUR.legs;
    put(middleOf(leg.from, leg.to), () => {
      taper(leg.from, leg.middle, 0.1, 0.072, colour);
      taper(leg.middle, leg.to, 0.07, 0.046, colour);
      shoe(c, see, leg, camera);
    });
  });
  put(body.pelvis, () => trunk(c, see, pose, camera), 0.02);
  put(body.head, () => head(c, see, pose, camera), 0.06);
  body.arms.forEach((arm, i) => {
    const [sleeve, skin] = far(i) ? [COLOUR.topFar, COLOUR.skinFar] : [COLOUR.top, COLOUR.skin];
    put(
      middleOf(arm.middle, arm.to),
      () => {
        taper(arm.from, arm.middle, 0.056, 0.044, skin);
        taper(arm.from, add(arm.from, scaled(add(arm.middle, scaled(arm.from, -1)), 0.5)), 0.066, 0.056, sleeve);
        taper(arm.middle, arm.to, 0.043, 0.03, skin);
        disc(c, see(arm.to), 0.042, skin);
        if (pose.bottle && i === 1) taper(arm.to, add(arm.to, [-0.02, 0.16, 0.02]), 0.035, 0.02, '#4d7f86');
      },
      0.05,
    );
  });
  if (pose.stick !== null) {
    const [a, b] = pose.stick;
    put(middleOf(a, b), () => taper(a, b, 0.016, 0.016, COLOUR.stick), 0.04);
  }
  if (pose.crate) put([0, 0.1, 0.4], () => crate(c, see), -0.18);
  if (pose.towel) put([0, 0, -0.1], () => towel(c, see, pose), -1);
  for (const part of parts.sort((a, b) => a.depth - b.depth)) part.draw();
}

function capsule(c: SKRSContext2D, a: Seen, b: Seen, ra: number, rb: number, colour: string): void {
  const [r1, r2] = [ra * a[2], rb * b[2]];
  const angle = Math.atan2(b[1] - a[1], b[0] - a[0]);
  c.fillStyle = colour;
  c.beginPath();
  c.arc(a[0], a[1], r1, angle + Math.PI / 2, angle - Math.PI / 2);
  c.arc(b[0], b[1], r2, angle - Math.PI / 2, angle + Math.PI / 2);
  c.closePath();
  c.fill();
}

function disc(c: SKRSContext2D, at: Seen, radius: number, colour: string): void {
  c.fillStyle = colour;
  c.beginPath();
  c.arc(at[0], at[1], radius * at[2], 0, 2 * Math.PI);
  c.fill();
}

/** Shoulders to hips, in one piece with the waist drawn in. */
function trunk(c: SKRSContext2D, see: (p: Point) => Seen, pose: Pose, camera: Camera): void {
  const body = bodyOf(pose);
  const { up } = trunkOf(pose);
  const wide = Math.abs(see(body.shoulders[1])[0] - see(body.shoulders[0])[0]) / 2;
  const metre = see(body.pelvis)[2];
  const chest = Math.max(wide + 0.035 * metre, (camera === 'side' ? 0.125 : 0.13) * metre);
  const hips = (camera === 'side' ? 0.118 : 0.15) * metre;
  const [low, high] = [see(add(body.pelvis, scaled(up, -0.04))), see(add(body.neck, scaled(up, -0.04)))];
  const waist = see(add(body.pelvis, scaled(up, 0.2)));
  const angle = Math.atan2(high[1] - low[1], high[0] - low[0]) + Math.PI / 2;
  const out = (at: Seen, by: number) => [at[0] + Math.cos(angle) * by, at[1] + Math.sin(angle) * by] as const;
  c.fillStyle = COLOUR.legs;
  c.beginPath();
  c.ellipse(low[0], low[1], hips, 0.13 * metre, angle, 0, 2 * Math.PI);
  c.fill();
  capsule(c, see(body.neck), see(add(body.neck, scaled(up, 0.1))), 0.05, 0.048, COLOUR.skinFar);
  c.fillStyle = COLOUR.top;
  c.beginPath();
  c.moveTo(...out(high, -chest * 0.86));
  c.quadraticCurveTo(...out(waist, -hips * 0.72), ...out(low, -hips * 0.97));
  c.lineTo(...out(low, hips * 0.97));
  c.quadraticCurveTo(...out(waist, hips * 0.72), ...out(high, chest * 0.86));
  const top = see(add(body.neck, scaled(up, 0.035)));
  c.quadraticCurveTo(...out(top, chest * 0.8), ...out(top, 0.06 * metre));
  c.lineTo(...out(top, -0.06 * metre));
  c.quadraticCurveTo(...out(top, -chest * 0.8), ...out(high, -chest * 0.86));
  c.fill();
}

function head(c: SKRSContext2D, see: (p: Point) => Seen, pose: Pose, camera: Camera): void {
  const { head: at } = bodyOf(pose);
  const [x, y, metre] = see(at);
  const looks = camera === 'front' ? (pose.turn / 90) * 0.05 : 0.03;
  c.fillStyle = COLOUR.skin;
  c.beginPath();
  c.ellipse(x, y, 0.088 * metre, 0.112 * metre, 0, 0, 2 * Math.PI);
  c.fill();
  // Hair, with a knot at the back.
  c.fillStyle = COLOUR.hair;
  c.beginPath();
  c.ellipse(x - looks * metre, y - 0.045 * metre, 0.097 * metre, 0.083 * metre, 0, Math.PI * 0.98, Math.PI * 2.02);
  c.fill();
  if (camera === 'side') {
    c.beginPath();
    c.ellipse(x - 0.045 * metre, y - 0.01 * metre, 0.06 * metre, 0.1 * metre, 0, 0, 2 * Math.PI);
    c.fill();
  }
  const knot: Seen =
    camera === 'side' ? [x - 0.11 * metre, y - 0.07 * metre, metre, 0] : [x, y - 0.125 * metre, metre, 0];
  disc(c, knot, 0.045, COLOUR.hair);
}

function shoe(c: SKRSContext2D, see: (p: Point) => Seen, leg: Limb, camera: Camera): void {
  const [x, y, metre] = see(leg.to);
  const long = camera === 'side' ? 0.1 : 0.062;
  const ahead = camera === 'side' ? 0.05 : 0;
  c.fillStyle = COLOUR.shoe;
  c.beginPath();
  c.ellipse(x + ahead * metre, y + 0.035 * metre, long * metre, 0.042 * metre, 0, 0, 2 * Math.PI);
  c.fill();
  c.fillStyle = COLOUR.sole;
  c.beginPath();
  c.ellipse(x + ahead * metre, y + 0.062 * metre, long * metre, 0.014 * metre, 0, 0, 2 * Math.PI);
  c.fill();
}

function crate(c: SKRSContext2D, see: (p: Point) => Seen): void {
  const corner = (x: number, y: number, z: number) => see([x, y, z]);
  const face = (points: readonly Seen[], colour: string) => {
    c.fillStyle = colour;
    c.beginPath();
    points.forEach(([x, y], i) => (i === 0 ? c.moveTo(x, y) : c.lineTo(x, y)));
    c.closePath();
    c.fill();
  };
  const [l, r, back, front, h] = [-0.3, 0.3, 0.2, 0.56, 0.3];
  face([corner(l, h, back), corner(r, h, back), corner(r, h, front), corner(l, h, front)], '#d0a468');
  face([corner(l, h, front), corner(r, h, front), corner(r, 0, front), corner(l, 0, front)], COLOUR.wood);
  face([corner(l, h, back), corner(l, h, front), corner(l, 0, front), corner(l, 0, back)], COLOUR.woodDark);
  for (const y of [0.1, 0.2])
    face(
      [corner(l, y, front), corner(r, y, front), corner(r, y - 0.015, front), corner(l, y - 0.015, front)],
      COLOUR.woodDark,
    );
}

/** Folded, under the knee that is down. */
function towel(c: SKRSContext2D, see: (p: Point) => Seen, pose: Pose): void {
  const down = pose.feet[0][2] < pose.feet[1][2] ? pose.feet[0] : pose.feet[1];
  const [x, y, metre] = see([down[0], 0.03, -0.02]);
  c.fillStyle = COLOUR.towel;
  c.beginPath();
  c.ellipse(x, y, 0.2 * metre, 0.045 * metre, 0, 0, 2 * Math.PI);
  c.fill();
}
