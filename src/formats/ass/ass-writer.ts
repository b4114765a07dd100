import type { CaptionEvent } from '../../core/lanes/caption.ts';
import type { Lanes } from '../../core/lanes/lanes.ts';
import type { TimerTick } from '../../core/lanes/timer.ts';
import type { SegmentKind } from '../../core/plan/segment.ts';
import type { Micros } from '../../core/time/micros.ts';
import {
  INK,
  KIND_COLOUR,
  type OverlayPicture,
  PAPER,
  type Px,
  assText,
  at,
  dialogue,
  figure,
  kindWord,
  rectangle,
  textWidth,
  wrap,
} from './ass-parts.ts';
import { cardLines } from './card-lines.ts';

export type { OverlayPicture } from './ass-parts.ts';
export { kindWord } from './ass-parts.ts';

export const OVERLAY_FONTS = { text: 'Atkinson Hyperlegible Next', figures: 'Martian Mono SemiExpanded' } as const;

/**
 * The overlay as an Advanced SubStation Alpha script: timer and captions, drawn by the same rasteriser in the page and
 * in
 * the rendered file. Text stays inside the middle 90 % of the picture (SMPTE ST 2046-1). Times are written so that each
 * change falls on exactly one frame of the rate.
 */
export function writeAss(lanes: Pick<Lanes, 'timer' | 'captions' | 'cards'>, picture: OverlayPicture): string {
  const { width, height } = picture;
  const unit = height / 360;
  const px = (n: number) => Math.round(n * unit * 10) / 10;
  const style = (name: string, font: string, size: number, bold: boolean, colour: string, align: number) =>
    `Style: ${name},${font},${px(size)},&H00${colour},&H00${colour},&H00${INK},&H00${INK},${bold ? -1 : 0},0,0,0,100,100,0,0,1,0,0,${align},0,0,0,1`;
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
    'Format: Name, Fontname, Fontsize, PrimaryColour, SecondaryColour, OutlineColour, BackColour, Bold, Italic, Underline, StrikeOut, ScaleX, ScaleY, Spacing, Angle, BorderStyle, Outline, Shadow, Alignment, MarginL, MarginR, MarginV, Encoding',
    style('Figure', OVERLAY_FONTS.figures, 30, true, PAPER, 5),
    style('Kind', OVERLAY_FONTS.text, 15, false, PAPER, 5),
    style('Heading', OVERLAY_FONTS.text, 15, false, PAPER, 7),
    style('Text', OVERLAY_FONTS.text, 22, true, PAPER, 7),
    style('Shape', OVERLAY_FONTS.text, 10, false, PAPER, 7),
    style('Card', OVERLAY_FONTS.text, 46, true, PAPER, 4),
    style('CardSmall', OVERLAY_FONTS.text, 22, false, PAPER, 4),
    style('CardFigure', OVERLAY_FONTS.figures, 104, true, PAPER, 5),
    '',
    '[Events]',
    'Format: Layer, Start, End, Style, Name, MarginL, MarginR, MarginV, Effect, Text',
  ];
  const events = [
    ...timerEvents(lanes.timer, picture, px),
    ...captionLines(lanes.captions, picture, px),
    ...cardLines(lanes.cards, picture, px),
  ];
  return [...head, ...events].join('\n') + '\n';
}

/**
 * A card at the right edge with the number, the kind in words, and a bar that empties or fills. What does not change
 * within a segment is one event for all of it, so that the rasteriser has less to do.
 */
function timerEvents(ticks: readonly TimerTick[], picture: OverlayPicture, px: Px): string[] {
  const [w, h] = [px(92), px(70)];
  const [x, y] = [picture.width * 0.95 - w, picture.height * 0.95 - h];
  const [barWidth, barX] = [w - px(20), x + px(10)];
  const cards: { start: Micros; end: Micros; kind: SegmentKind }[] = [];
  for (const tick of ticks) {
    const last = cards.at(-1);
    if (last !== undefined && last.end === tick.start && last.kind === tick.kind) last.end = tick.end;
    else cards.push({ start: tick.start, end: tick.end, kind: tick.kind });
  }
  const still = cards.flatMap(({ start, end, kind }) => {
    const line = dialogue(picture.rate, start, end);
    return line === null
      ? []
      : [
          line(0, 'Shape', `{\\an7\\pos(${at(x)},${at(y)})\\1c&H${INK}&\\1a&H22&\\p1}${rectangle(w, h)}`),
          line(
            1,
            'Shape',
            `{\\an7\\pos(${at(barX)},${at(y + h - px(10))})\\1c&H${PAPER}&\\1a&HB0&\\p1}${rectangle(barWidth, px(4))}`,
          ),
          line(3, 'Kind', `{\\pos(${at(x + w / 2)},${at(y + px(12))})}${kindWord(kind)}`),
        ];
  });
  const moving = ticks.flatMap((tick) => {
    const line = dialogue(picture.rate, tick.start, tick.end);
    return line === null
      ? []
      : [
          line(
            2,
            'Shape',
            `{\\an7\\pos(${at(barX)},${at(y + h - px(10))})\\1c&H${KIND_COLOUR[tick.kind]}&\\p1}${rectangle(Math.max(1, barWidth * tick.share), px(4))}`,
          ),
          line(3, 'Figure', `{\\pos(${at(x + w / 2)},${at(y + px(38))})}${figure(tick.value)}`),
        ];
  });
  return [...still, ...moving];
}

/** A card at the left edge: heading in small type, the move's name in bold, a strip in the colour of the kind. */
function captionLines(captions: readonly CaptionEvent[], picture: OverlayPicture, px: Px): string[] {
  const x = picture.width * 0.05;
  const bottom = picture.height * 0.95;
  return captions.flatMap((caption) => {
    const line = dialogue(picture.rate, caption.start, caption.end);
    if (line === null) return [];
    const rows = wrap(caption.text, 30).slice(0, 2);
    const headingHeight = caption.heading === '' ? 0 : px(20);
    const h = px(16) + headingHeight + rows.length * px(25);
    const y = bottom - h;
    const w =
      px(28) + Math.max(...rows.map((row) => textWidth(row, px(22), true)), textWidth(caption.heading, px(15), false));
    const shapes = [
      line(0, 'Shape', `{\\an7\\pos(${at(x)},${at(y)})\\1c&H${INK}&\\1a&H22&\\p1}${rectangle(w, h)}`),
      line(1, 'Shape', `{\\an7\\pos(${at(x)},${at(y)})\\1c&H${KIND_COLOUR[caption.kind]}&\\p1}${rectangle(px(5), h)}`),
    ];
    if (caption.heading !== '')
      shapes.push(line(2, 'Heading', `{\\pos(${at(x + px(15))},${at(y + px(7))})}${assText(caption.heading)}`));
    rows.forEach((row, i) =>
      shapes.push(
        line(2, 'Text', `{\\pos(${at(x + px(15))},${at(y + px(6) + headingHeight + i * px(25))})}${assText(row)}`),
      ),
    );
    return shapes;
  });
}
