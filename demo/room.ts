import type { SKRSContext2D } from '@napi-rs/canvas';
import type { Camera } from './figure.ts';

/** The studio by the marsh, without anybody in it. Drawn once: nothing in it moves. */
export function drawRoom(c: SKRSContext2D, camera: Camera, width: number, height: number): void {
  const [w, h] = [width, height];
  const skirting = h * 0.7;
  const wall = c.createLinearGradient(0, 0, w, skirting);
  wall.addColorStop(0, camera === 'front' ? '#dfe3dc' : '#d6dcd8');
  wall.addColorStop(1, camera === 'front' ? '#cbd3cd' : '#c2cbc7');
  c.fillStyle = wall;
  c.fillRect(0, 0, w, skirting);
  const floor = c.createLinearGradient(0, skirting, 0, h);
  floor.addColorStop(0, '#c7b396');
  floor.addColorStop(1, '#b59e7d');
  c.fillStyle = floor;
  c.fillRect(0, skirting, w, h - skirting);
  boards(c, w, h, skirting);
  c.fillStyle = '#f0ede3';
  c.fillRect(0, skirting - h * 0.02, w, h * 0.02);
  if (camera === 'front') {
    marshWindow(c, w * 0.07, h * 0.1, w * 0.24, h * 0.4);
    hives(c, w * 0.85, skirting + h * 0.02, w * 0.1);
    reeds(c, w * 0.7, skirting - h * 0.015, h * 0.3);
  } else {
    marshWindow(c, w * 0.66, h * 0.08, w * 0.27, h * 0.42);
    hooks(c, w * 0.1, h * 0.22, w * 0.2);
    hives(c, w * 0.16, skirting + h * 0.02, w * 0.085);
  }
  // The mat.
  c.fillStyle = '#5d7f7b';
  c.beginPath();
  const [near, far] = camera === 'front' ? [0.21, 0.16] : [0.31, 0.27];
  c.moveTo(w * (0.5 - far), h * 0.79);
  c.lineTo(w * (0.5 + far), h * 0.79);
  c.lineTo(w * (0.5 + near), h * 0.92);
  c.lineTo(w * (0.5 - near), h * 0.92);
  c.closePath();
  c.fill();
}

function boards(c: SKRSContext2D, w: number, h: number, top: number): void {
  c.strokeStyle = '#a8916f';
  c.lineWidth = 1.5;
  for (let i = -9; i <= 9; i++) {
    c.beginPath();
    c.moveTo(w / 2 + i * w * 0.062, top);
    c.lineTo(w / 2 + i * w * 0.115, h);
    c.stroke();
  }
}

/** Sky, water and a far bank, behind a frame in four. */
function marshWindow(c: SKRSContext2D, x: number, y: number, w: number, h: number): void {
  c.fillStyle = '#f4f1e8';
  c.fillRect(x - w * 0.04, y - w * 0.04, w * 1.08, h + w * 0.08);
  const sky = c.createLinearGradient(0, y, 0, y + h * 0.7);
  sky.addColorStop(0, '#a9c4d2');
  sky.addColorStop(1, '#e4e3d2');
  c.fillStyle = sky;
  c.fillRect(x, y, w, h);
  c.fillStyle = '#8ea58f';
  c.fillRect(x, y + h * 0.64, w, h * 0.08);
  c.fillStyle = '#9fb9bd';
  c.fillRect(x, y + h * 0.72, w, h * 0.28);
  c.fillStyle = '#b9cbca';
  for (const [i, from] of [0.1, 0.45, 0.25].entries())
    c.fillRect(x + w * from, y + h * (0.78 + i * 0.06), w * 0.36, h * 0.012);
  c.fillStyle = '#f4f1e8';
  c.fillRect(x + w * 0.485, y, w * 0.03, h);
  c.fillRect(x, y + h * 0.48, w, w * 0.03);
}

/** A stack of hive boxes, as they stand about in a beekeeper's studio. */
function hives(c: SKRSContext2D, x: number, floor: number, w: number): void {
  const high = w * 0.52;
  for (const [i, colour] of ['#d9b45b', '#e8dcc0', '#8fa7a0'].entries()) {
    const y = floor - (i + 1) * high;
    c.fillStyle = colour;
    c.fillRect(x - w / 2, y, w, high - 3);
    c.fillStyle = 'rgba(40, 34, 28, 0.35)';
    c.fillRect(x - w * 0.14, y + high * 0.3, w * 0.28, high * 0.12);
  }
  c.fillStyle = '#6f6a60';
  c.fillRect(x - w * 0.56, floor - 3 * high - w * 0.07, w * 1.12, w * 0.07);
}

function reeds(c: SKRSContext2D, x: number, floor: number, tall: number): void {
  c.fillStyle = '#a76f4d';
  c.fillRect(x - tall * 0.1, floor - tall * 0.34, tall * 0.2, tall * 0.34);
  c.strokeStyle = '#6f8463';
  c.lineWidth = tall * 0.018;
  for (const lean of [-0.22, -0.1, 0, 0.12, 0.26]) {
    c.beginPath();
    c.moveTo(x + lean * tall * 0.2, floor - tall * 0.34);
    c.quadraticCurveTo(x + lean * tall * 0.5, floor - tall * 0.7, x + lean * tall, floor - tall * (1 - Math.abs(lean)));
    c.stroke();
  }
}

function hooks(c: SKRSContext2D, x: number, y: number, w: number): void {
  c.fillStyle = '#b98b55';
  c.fillRect(x, y, w, w * 0.05);
  for (const [i, colour] of ['#e9e2cf', '#5b6b78', '#c9a24a'].entries()) {
    const at = x + w * (0.18 + i * 0.32);
    c.fillStyle = colour;
    c.beginPath();
    c.moveTo(at, y + w * 0.05);
    c.lineTo(at + w * 0.1, y + w * 0.62);
    c.lineTo(at - w * 0.1, y + w * 0.62);
    c.closePath();
    c.fill();
  }
}
