// Pictures of every look in every shape, with frames of the demo behind: npm run bench -- looks. Writes the sheet
// that docs/ shows, and one for each kind of segment into the folder that EUPHON_SHEETS names.
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { LOOK_IDS } from '../../src/core/lanes/look-rules.ts';
import { LOOKS } from '../../src/core/looks/looks.ts';
import { SHAPES } from '../../src/core/looks/look.ts';
import { writeAss } from '../../src/formats/ass/ass-writer.ts';
import { drawnOf } from '../support/drawn.ts';
import { NAMES, lookClass, moments } from '../support/look-classes.ts';

const root = process.env.EUPHON_ROOT ?? '.';
const out = process.env.EUPHON_SHEETS;
const work = mkdtempSync(join(tmpdir(), 'euphon-looks-'));
const SIZES = { wide: [640, 360], tall: [270, 480], square: [360, 360], television: [640, 360] } as const;
const FOOTAGE = join(root, 'demo/media/broomstick-strong-take-1.mp4');

/** One picture of a look over a frame of the demo. */
function picture(
  look: (typeof LOOK_IDS)[number],
  shape: (typeof SHAPES)[number],
  names: readonly string[],
  moment: number,
): string {
  const [width, height] = SIZES[shape];
  const { lanes, segments } = lookClass(names);
  const { at } = moments(segments)[moment]!;
  const drawn = drawnOf(
    lanes,
    { width, height },
    { look, television: shape === 'television', shows: { next: true, round: true } },
  );
  const ass = join(work, 'overlay.ass');
  writeFileSync(ass, writeAss(drawn, { width, height, rate: { num: 25, den: 1 } }));
  const file = join(work, `${look}-${shape}-${moment}.png`);
  const crop = `crop=min(iw\\,ih*${width}/${height}):ih,scale=${width}:${height}`;
  const filter = `${crop},setpts=PTS-STARTPTS+${at / 1e6}/TB,ass=${ass}:fontsdir=${root}/dist/fonts`;
  execFileSync('ffmpeg', [
    '-y',
    '-v',
    'error',
    '-ss',
    '62',
    '-i',
    FOOTAGE,
    '-vf',
    filter,
    '-frames:v',
    '1',
    '-update',
    '1',
    file,
  ]);
  return file;
}

function sheet(file: string, names: readonly string[], moment: number): void {
  const rows = LOOK_IDS.map((look) => {
    const cells = SHAPES.map((shape) => picture(look, shape, names, moment));
    const row = join(work, `row-${look}.png`);
    const fit = cells.map((_, i) => `[${i}]scale=-2:240,pad=iw+8:ih+8:4:4:color=0xF5F0E7[c${i}]`).join(';');
    const stack = `${fit};${cells.map((_, i) => `[c${i}]`).join('')}hstack=inputs=${cells.length}`;
    execFileSync('ffmpeg', [
      '-y',
      '-v',
      'error',
      ...cells.flatMap((c) => ['-i', c]),
      '-filter_complex',
      stack,
      '-update',
      '1',
      row,
    ]);
    return row;
  });
  const stack = `${rows.map((_, i) => `[${i}]`).join('')}vstack=inputs=${rows.length}`;
  execFileSync('ffmpeg', [
    '-y',
    '-v',
    'error',
    ...rows.flatMap((r) => ['-i', r]),
    '-filter_complex',
    stack,
    '-update',
    '1',
    file,
  ]);
}

if (out !== undefined && out !== '') {
  mkdirSync(out, { recursive: true });
  const kinds = moments(lookClass(NAMES.short).segments);
  for (const [name, names] of Object.entries(NAMES))
    for (const [i, { name: kind }] of kinds.entries())
      sheet(join(out, `${name}-${kind.replaceAll(' ', '-')}.png`), names, i);
}
sheet(join(root, 'docs/looks.png'), ['Reverse lunge', 'Side plank'], 0);
console.log(`${Object.keys(LOOKS).length} looks in ${SHAPES.length} shapes: docs/looks.png`);
rmSync(work, { recursive: true });
