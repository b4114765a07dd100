// Faults planted in finished films and ten films without one: npm run bench -- proof.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { frameRate } from '../../src/core/time/frames.ts';
import type { LookId } from '../../src/core/lanes/look-rules.ts';
import { proveFilm } from '../../src/media/prove-film.ts';
import { FAULTS } from '../support/planted-faults.ts';
import { film } from '../support/made-film.ts';

const folder = mkdtempSync(join(tmpdir(), 'euphon-bench-proof-'));
const fonts = `${process.env.EUPHON_ROOT ?? '.'}/dist/fonts`;
const wrong = async (path: string, meant: Parameters<typeof proveFilm>[1]) =>
  (await proveFilm(path, meant)).lines.filter((l) => !l.right).map((l) => l.what);

const GOOD: readonly (readonly [LookId, readonly [number, number], readonly [number, number]])[] = [
  ['corner', [25, 1], [480, 270]],
  ['sill', [30_000, 1_001], [640, 360]],
  ['numeral', [25, 1], [640, 360]],
  ['dial', [60_000, 1_001], [480, 270]],
  ['hem', [30, 1], [480, 270]],
  ['beads', [24, 1], [640, 360]],
  ['tide', [25, 1], [480, 270]],
  ['eights', [24_000, 1_001], [640, 360]],
  ['numeral', [30, 1], [270, 480]],
  ['corner', [50, 1], [640, 640]],
];
let good = 0;
for (const [look, rate, size] of process.env.EUPHON_FAULT === undefined ? GOOD : GOOD.slice(0, 2)) {
  const made = await film(folder, frameRate(...rate), look, size, fonts);
  const path = made.make('good');
  const begun = Date.now();
  const found = await wrong(path, made.meant);
  if (found.length === 0) good++;
  console.log(
    `${look} at ${(rate[0] / rate[1]).toFixed(2)}, ${size.join(' × ')}`.padEnd(34),
    found.length === 0 ? 'as meant' : `said to be wrong: ${found.join(', ')}`,
    `(${(made.meant.length / 1e3 / (Date.now() - begun)).toFixed(0)} × real time)`,
  );
}
const plain = await film(folder, frameRate(25, 1), 'corner', [480, 270], fonts);
let found = 0;
const asked = process.env.EUPHON_FAULT;
for (const [i, fault] of FAULTS.entries()) {
  if (asked !== undefined && !fault.name.includes(asked)) continue;
  const lines = await wrong(
    plain.make(`fault-${i}`, (as) => fault.plant(as, plain)),
    plain.meant,
  );
  const is = lines.includes(fault.what);
  if (is) found++;
  console.log(fault.name.padEnd(44), is ? 'found' : 'NOT FOUND', lines.join(', '));
}
console.log(
  `${found} of ${FAULTS.length} faults found (bar all), ${good} of ${GOOD.length} good films as meant (bar all)`,
);
rmSync(folder, { recursive: true });
