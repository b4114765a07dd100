import type { CardEvent } from '../../core/lanes/card.ts';
import type { CaptionEvent } from '../../core/lanes/caption.ts';
import type { Lanes } from '../../core/lanes/lanes.ts';
import type { TimerTick } from '../../core/lanes/timer.ts';
import type { SegmentKind } from '../../core/plan/segment.ts';
import { type FrameRate, firstFrameFrom } from '../../core/time/frames.ts';
import { type Micros, micros } from '../../core/time/micros.ts';

/** The picture the overlay is drawn on. */
export interface OverlayPicture {
  readonly width: number;
  readonly height: number;
  readonly rate: FrameRate;
}

export const OVERLAY_FONTS = { text: 'Atkinson Hyperlegible Next', figures: 'Martian Mono SemiExpanded' } as const;

/** Fill of each kind of segment, as &HBBGGRR&. The kind is written in words too, never colour alone. */
const KIND_COLOUR: Readonly<Record<SegmentKind, string>> = {
  work: '5E8DE8',
  hold: 'C99AB4',
  rest: 'B3B36E',
  'change-over': 'B5ADA6',
  talk: '6BBCE0',
  demo: '6BBCE0',
  'set-up': 'B5ADA6',
  water: 'B3B36E',
};
const INK = '322721';
const PAPER = 'EEF6FB';

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

type Px = (n: number) => number;

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

/**
 * A card fills the picture: small type, the title in as many rows as it needs, a line below, in the middle of the left;
 * its clock as large as it can be seen from the floor, to the right, or below in an upright picture.
 */
function cardLines(cards: readonly CardEvent[], picture: OverlayPicture, px: Px): string[] {
  const { width, height } = picture;
  const upright = width < height;
  const x = width * 0.1;
  return cards.flatMap((card) => {
    const line = dialogue(picture.rate, card.start, card.end);
    if (line === null) return [];
    const clock = card.ticks.length > 0;
    const room = width * (clock && !upright ? 0.52 : 0.8) - px(20);
    const size = TITLE_SIZES.find((s) => rowsOf(card.title, px(s), room).length <= MOST_TITLE_ROWS) ?? TITLE_SIZES[2];
    const rows = rowsOf(card.title, px(size), room).slice(0, MOST_TITLE_ROWS + 1);
    const below = card.line === '' ? [] : rowsOf(card.line, px(22), room).slice(0, 2);
    const heights = [card.heading === '' ? 0 : px(34), rows.length * px(size * 1.12), below.length * px(28) + px(10)];
    const all = heights.reduce((a, b) => a + b);
    const top = (clock && upright ? height * 0.34 : height / 2) - all / 2;
    const text = (style: string, y: number, words: string, tags = '') =>
      line(6, style, `{\\pos(${at(x + px(20))},${at(y)})${tags}}${assText(words)}`);
    const [titleAt, belowAt] = [top + heights[0]!, top + heights[0]! + heights[1]! + px(10)];
    return [
      line(4, 'Shape', `{\\an7\\pos(0,0)\\1c&H${INK}&\\p1}${rectangle(width, height)}`),
      line(5, 'Shape', `{\\an7\\pos(${at(x)},${at(top)})\\1c&H${KIND_COLOUR[card.kind]}&\\p1}${rectangle(px(6), all)}`),
      ...(card.heading === '' ? [] : [text('CardSmall', top + px(12), card.heading)]),
      ...rows.map((row, i) => text('Card', titleAt + (i + 0.5) * px(size * 1.12), row, `\\fs${px(size)}`)),
      ...below.map((row, i) => text('CardSmall', belowAt + (i + 0.5) * px(28), row)),
      ...clockLines(card, picture, px, upright ? [width / 2, height * 0.68] : [width * 0.78, height / 2]),
    ];
  });
}

const TITLE_SIZES = [46, 36, 28] as const;
const MOST_TITLE_ROWS = 3;

function clockLines(
  { ticks, start, end }: CardEvent,
  picture: OverlayPicture,
  px: Px,
  [x, y]: readonly [number, number],
) {
  return ticks.flatMap((tick) => {
    const [from, to] = [micros(Math.max(start, tick.start)), micros(Math.min(end, tick.end))];
    const words = figure(tick.value);
    // Minutes and seconds are wider: they keep out of the title's way.
    const size = words.length > 3 ? px(64) : px(104);
    return dialogue(picture.rate, from, to)?.(6, 'CardFigure', `{\\pos(${at(x)},${at(y)})\\fs${size}}${words}`) ?? [];
  });
}

/** Words in rows no wider than the room; a word that is wider alone stands alone. */
function rowsOf(text: string, size: number, room: number): string[] {
  const rows: string[] = [];
  for (const word of text.split(/\s+/)) {
    const last = rows.at(-1);
    if (last !== undefined && textWidth(`${last} ${word}`, size, true) <= room)
      rows[rows.length - 1] = `${last} ${word}`;
    else rows.push(word);
  }
  return rows;
}

export function kindWord(kind: SegmentKind): string {
  switch (kind) {
    case 'work':
      return 'work';
    case 'hold':
      return 'hold';
    case 'rest':
      return 'rest';
    case 'change-over':
      return 'change';
    case 'water':
      return 'water';
    case 'talk':
      return 'talk';
    case 'demo':
      return 'watch';
    case 'set-up':
      return 'set up';
  }
}

/** Seconds below 100 as they are, longer as m:ss. */
function figure(value: number): string {
  return value < 100 ? String(value) : `${Math.floor(value / 60)}:${String(value % 60).padStart(2, '0')}`;
}

/**
 * A maker of event lines for a span, or null where no frame falls into it. The format has centiseconds only, so a
 * change is written half a frame before the first frame that shows it: between two frames whatever the rounding, up to
 * 60 frames a second (half a frame is 8.3 ms, rounding at most 5 ms).
 */
function dialogue(
  rate: FrameRate,
  start: Micros,
  end: Micros,
): ((layer: number, style: string, text: string) => string) | null {
  const [first, after] = [firstFrameFrom(start, rate), firstFrameFrom(end, rate)];
  if (after <= first) return null;
  const [from, to] = [assTime(first, rate), assTime(after, rate)];
  return (layer, style, text) => `Dialogue: ${layer},${from},${to},${style},,0,0,0,,${text}`;
}

function assTime(frame: number, rate: FrameRate): string {
  const cs = Math.max(0, Math.round(((frame - 0.5) * rate.den * 100) / rate.num));
  const two = (n: number) => String(n).padStart(2, '0');
  return `${Math.floor(cs / 360_000)}:${two(Math.floor(cs / 6000) % 60)}:${two(Math.floor(cs / 100) % 60)}.${two(cs % 100)}`;
}

function rectangle(w: number, h: number): string {
  return `m 0 0 l ${at(w)} 0 ${at(w)} ${at(h)} 0 ${at(h)}`;
}

function at(n: number): string {
  return String(Math.round(n * 10) / 10);
}

/** Text without anything the format would take for an order. */
function assText(text: string): string {
  return text
    .replace(/\\/g, '⧵')
    .replace(/[{}]/g, (c) => (c === '{' ? '(' : ')'))
    .replace(/\s+/g, ' ');
}

function wrap(text: string, most: number): string[] {
  const rows: string[] = [];
  for (const word of text.split(/\s+/)) {
    const last = rows.at(-1);
    if (last !== undefined && last.length + word.length < most) rows[rows.length - 1] = `${last} ${word}`;
    else rows.push(word);
  }
  return rows.length === 0 ? [''] : rows;
}

/** Widths of the text face in thousandths of the line size, in three classes; near enough for a card's padding. */
function textWidth(text: string, size: number, bold: boolean): number {
  let width = 0;
  for (const c of text)
    width += /[iljtfr.,:;'|!()\s]/.test(c) ? 290 : /[mwMW]/.test(c) ? 760 : /[A-Z0-9]/.test(c) ? 570 : 490;
  return (width / 1000) * size * (bold ? 0.9 : 0.84);
}
