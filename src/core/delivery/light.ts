import { LIGHT_COLUMNS, LIGHT_ROWS } from '../sync/seen-pictures.ts';

/** The share of the darkest and of the lightest points of a place that are taken for noise. */
const ODD_SHARE = 0.03;

/** The darkest and the lightest grey of each place of a picture, as `SeenPictures.light` keeps them. */
export function lightOf(
  picture: Uint8Array,
  { width, height }: { readonly width: number; readonly height: number },
): Uint8Array {
  const places = new Uint8Array(LIGHT_COLUMNS * LIGHT_ROWS);
  const at = (n: number, of: number, size: number) => Math.floor((n * size) / of);
  for (let row = 0; row < LIGHT_ROWS; row++)
    for (let column = 0; column < LIGHT_COLUMNS; column++) {
      const [x0, x1] = [at(column, LIGHT_COLUMNS, width), at(column + 1, LIGHT_COLUMNS, width)];
      const [y0, y1] = [at(row, LIGHT_ROWS, height), at(row + 1, LIGHT_ROWS, height)];
      const points: number[] = [];
      for (let y = y0; y < y1; y++) for (let x = x0; x < x1; x++) points.push(picture[y * width + x]!);
      points.sort((a, b) => a - b);
      const odd = Math.floor(points.length * ODD_SHARE);
      const [dark, light] = [points[odd] ?? 0, points[points.length - 1 - odd] ?? 255];
      // Outwards, so that nothing is said to be calmer than it is.
      places[row * LIGHT_COLUMNS + column] = (Math.floor(dark / 17) << 4) | Math.ceil(light / 17);
    }
  return places;
}
