import type { Corner, Part, Placed } from './look.ts';
import type { Setting } from './fit.ts';
import { type AgendaRow, type Content, type Edges, NONE, type Sized, size } from './sizes.ts';

/** The picture, in pixels. */
export interface Frame {
  readonly width: number;
  readonly height: number;
  readonly unit: number;
}

/** A part where it stands, in pixels from the upper left of the picture. */
export interface Box {
  readonly part: Part;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  /** Pixels of a unit, where it stands. */
  readonly unit: number;
  /** What it stands on. */
  readonly ground: Ground;
  /** On which side its column is even. */
  readonly align: 'start' | 'middle' | 'end';
  /** Of words: how they are set. */
  readonly setting?: Setting;
  /** Of an agenda: its rows. */
  readonly agenda?: readonly AgendaRow[];
}

/** A plate of that colour, or the picture itself. */
export type Ground = 'ink' | 'paper' | 'picture';

/** Text and graphics stay inside the middle 90 % (SMPTE ST 2046-1; EBU R 95). */
const SAFE_SHARE = 0.05;
const SHRINK = 0.92;
const MOST_SHRINKS = 10;

/** All parts of a look where they stand. Parts without anything to show are left out. */
export function layOut(placed: readonly Placed[], content: Content, frame: Frame, mirrored: boolean): Box[] {
  return placed.flatMap((one) => {
    const at = mirrored ? mirror(one.at) : one.at;
    const inset = { x: frame.width * SAFE_SHARE, y: frame.height * SAFE_SHARE };
    const [sx, sy] = one.within === 'safe' ? [inset.x, inset.y] : [0, 0];
    const room = { w: frame.width - 2 * sx, h: frame.height - 2 * sy };
    const edge = one.within === 'edge' ? edges(at, one.part, inset) : NONE;
    // Where all of it is more than the picture holds, all of it is smaller.
    let unit = frame.unit;
    let sized = size(one.part, { content, unit }, room, edge);
    for (let i = 0; i < MOST_SHRINKS && sized !== null && sized.h > room.h + 0.5; i++) {
      unit *= SHRINK;
      sized = size(one.part, { content, unit }, room, edge);
    }
    if (sized === null) return [];
    const x = at.endsWith('left')
      ? sx
      : at.endsWith('right')
        ? frame.width - sx - sized.w
        : (frame.width - sized.w) / 2;
    const y = at.startsWith('top')
      ? sy
      : at.startsWith('bottom')
        ? frame.height - sy - sized.h
        : (frame.height - sized.h) / 2;
    return place(sized, { x, y, ground: 'picture', align: 'start' }, unit, mirrored);
  });
}

/** How far the words of a part that goes out to the edge keep away from it. */
function edges(at: Corner, part: Part, inset: { readonly x: number; readonly y: number }): Edges {
  const [wide, high] =
    'of' in part && typeof part.of !== 'string' && 'width' in part
      ? [part.width === 'all', 'height' in part && part.height === 'all']
      : [false, false];
  return {
    left: wide || at.endsWith('left') ? inset.x : 0,
    right: wide || at.endsWith('right') ? inset.x : 0,
    top: high || at.startsWith('top') ? inset.y : 0,
    bottom: high || at.startsWith('bottom') ? inset.y : 0,
  };
}

function mirror(at: Corner): Corner {
  return (at.includes('left') ? at.replace('left', 'right') : at.replace('right', 'left')) as Corner;
}

/** Where a part begins, and in what. */
type Where = Pick<Box, 'x' | 'y' | 'ground' | 'align'>;

function place(sized: Sized, { x, y, ground: on, align: even }: Where, unit: number, mirrored: boolean): Box[] {
  const { part, w, h, setting, agenda, inside, pad } = sized;
  const plate = 'plate' in part ? part.plate : undefined;
  const ground = plate === undefined ? on : plate.tint === 'paper' ? 'paper' : 'ink';
  const own: Box = {
    part,
    x,
    y,
    w,
    h,
    unit,
    ground,
    align: even,
    ...(setting && { setting }),
    ...(agenda && { agenda }),
  };
  if (inside === undefined || pad === undefined || (part.kind !== 'row' && part.kind !== 'column')) return [own];
  const gap = (part.gap ?? 0) * unit;
  const room = { w: w - pad.left - pad.right, h: h - pad.top - pad.bottom };
  const along = inside.reduce((sum, s) => sum + (part.kind === 'row' ? s.w : s.h), 0) + gap * (inside.length - 1);
  const over = Math.max(0, (part.kind === 'row' ? room.w : room.h) - along);
  const turns = mirrored && part.kind === 'column' && ground === 'picture';
  const align = turns ? TURNED[part.align ?? 'start'] : (part.align ?? 'start');
  const share = align === 'start' ? 0 : align === 'middle' ? 0.5 : 1;
  let at = 0;
  const boxes = part.plate === undefined ? [] : [own];
  inside.forEach((s, i) => {
    if (i === 1 && part.spread === 'apart') at += over;
    const [dx, dy] = part.kind === 'row' ? [at, (room.h - s.h) * share] : [(room.w - s.w) * share, at];
    const where = { x: x + pad.left + dx, y: y + pad.top + dy, ground, align: part.kind === 'column' ? align : even };
    boxes.push(...place(s, where, unit, mirrored));
    at += (part.kind === 'row' ? s.w : s.h) + gap;
  });
  return boxes;
}

const TURNED = { start: 'end', middle: 'middle', end: 'start' } as const;
