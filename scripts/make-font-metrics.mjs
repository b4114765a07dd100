// Writes the widths of all letters of the overlay's fonts, in thousandths of an em, to
// src/core/looks/font-metrics.json: node scripts/make-font-metrics.mjs, after a font was changed. Read with fontkit.
import { create } from 'fontkit';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { OVERLAY_FONTS } from './lib/overlay-fonts.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));

const fonts = OVERLAY_FONTS.map(({ family, weight, files }) => {
  const parts = files.map((file) => create(readFileSync(join(root, 'node_modules', file))));
  const [first] = parts;
  const milli = (n) => Math.round((n * 1000) / first.unitsPerEm);
  const widths = new Map();
  for (const part of parts)
    for (const code of part.characterSet)
      if (code >= 0x20 && !widths.has(code))
        widths.set(code, Math.round((part.glyphForCodePoint(code).advanceWidth * 1000) / part.unitsPerEm));
  const runs = [];
  for (const code of [...widths.keys()].sort((a, b) => a - b)) {
    const last = runs.at(-1);
    if (last !== undefined && last.from + last.widths.length === code) last.widths.push(widths.get(code));
    else runs.push({ from: code, widths: [widths.get(code)] });
  }
  const os2 = first['OS/2'];
  return {
    ...{
      family,
      weight,
      ascent: milli(os2.winAscent),
      descent: milli(os2.winDescent),
      capHeight: milli(first.capHeight),
    },
    digitHeight: milli(first.glyphForCodePoint(0x37).bbox.maxY),
    runs,
  };
});
writeFileSync(join(root, 'src/core/looks/font-metrics.json'), JSON.stringify(fonts));
