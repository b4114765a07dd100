import { type Drawn } from '../../core/looks/drawn.ts';
import { type Font, ascentOf, runsOf } from '../../core/looks/faces.ts';
import { type OverlayPicture, assAlpha, assColour, assSpan, assText, at, pathWords, rectangle } from './ass-parts.ts';

export type { OverlayPicture } from './ass-parts.ts';

/**
 * The overlay as an Advanced SubStation Alpha script, drawn by the same rasteriser in the page and in the rendered
 * file. Times are written so that each change falls on exactly one frame of the rate.
 */
export function writeAss(drawn: readonly Drawn[], { width, height, rate }: OverlayPicture): string {
  const head = [
    '[Script Info]',
    'ScriptType: v4.00+',
    `PlayResX: ${width}`,
    `PlayResY: ${height}`,
    'WrapStyle: 2',
    'ScaledBorderAndShadow: yes',
    'YCbCr Matrix: None',
    '',
    '[V4+ Styles]',
    'Format: Name, Fontname, Fontsize, PrimaryColour, SecondaryColour, OutlineColour, BackColour, Bold, ' +
      'Italic, Underline, StrikeOut, ScaleX, ScaleY, Spacing, Angle, BorderStyle, Outline, Shadow, Alignment, ' +
      'MarginL, MarginR, MarginV, Encoding',
    'Style: Plain,Atkinson Hyperlegible ' +
      'Next,20,&H00FFFFFF,&H00FFFFFF,&H00000000,&H00000000,0,0,0,0,100,100,0,0,1,0,0,7,0,0,0,1',
    '',
    '[Events]',
    'Format: Layer, Start, End, Style, Name, MarginL, MarginR, MarginV, Effect, Text',
  ];
  const words = new Map<string, string>();
  const lines = [...head];
  for (const one of drawn) {
    const span = assSpan(one, rate);
    if (span !== null)
      lines.push(`Dialogue: ${one.layer},${span.from},${span.to},Plain,,0,0,0,,${wordsOf(one, words)}`);
  }
  return lines.join('\n') + '\n';
}

/** How one thing is drawn. `known`: letters that were written before, figures come thousands of times. */
function wordsOf(one: Drawn, known: Map<string, string>): string {
  const colour = `\\1c${assColour(one.colour)}`;
  switch (one.kind) {
    case 'box': {
      const { x, y, w, h, radius, alpha } = one;
      return `{\\an7\\pos(${at(x)},${at(y)})${colour}${covering(alpha)}\\p1}${rectangle(w, h, radius)}`;
    }
    case 'path': {
      const { x, y, toY, path, alpha } = one;
      const place = toY === undefined ? `\\pos(${at(x)},${at(y)})` : `\\move(${at(x)},${at(y)},${at(x)},${at(toY)})`;
      return `{\\an7${place}${colour}${covering(alpha)}\\p1}${pathWords(path)}`;
    }
    case 'text': {
      const { x, baseline, align, em, face, text, outline } = one;
      const anchor = { start: 7, middle: 8, end: 9 }[align];
      const border = outline === null ? '' : `\\3c${assColour(outline.colour)}\\bord${at(outline.width)}`;
      const key = `${face} ${em} ${text}`;
      let words = known.get(key);
      if (words === undefined) {
        words = runsOf(text, face)
          .map((r) => `${fontTags(r.font, em)}${assText(r.text)}`)
          .join('');
        known.set(key, words);
      }
      // The rasteriser places the top of a line, which is as high as its highest font.
      const top = baseline - (ascentOf(text, face) * em) / 1000;
      return `{\\an${anchor}\\pos(${at(x)},${at(top)})${colour}${border}}${words}`;
    }
  }
}

const covering = (alpha: number) => (alpha >= 1 ? '' : `\\1a${assAlpha(alpha)}`);

/** Sizes in the format are from the top of the ascent to the end of the descent. */
function fontTags({ family, weight, ascent, descent }: Font, em: number): string {
  return `{\\fn${family}\\fs${at((em * (ascent + descent)) / 1000)}\\b${weight === 700 ? 1 : 0}}`;
}
