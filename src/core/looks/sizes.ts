import { FACES, widthOf } from './faces.ts';
import { type Setting, fit } from './fit.ts';
import type { Face, Part } from './look.ts';
import type { Coming } from '../lanes/board.ts';
import type { Slot } from '../lanes/look-rules.ts';
import type { Wording } from '../lanes/wording.ts';

/** What there is to lay out at one moment: what is missing takes no room. */
export interface Content {
  readonly words: ReadonlyMap<Slot, string>;
  /** The widest figure of the segment, or null where it has no timer. */
  readonly figure: string | null;
  /** How many counts and repetitions there are; 0: none. */
  readonly counts: number;
  readonly reps: number;
  readonly breathes: boolean;
  readonly done: boolean;
  readonly coming: readonly Coming[];
  readonly wording: Wording;
}

export interface AgendaRow {
  readonly coming: Coming | null;
  readonly setting: Setting;
  /** From the top of the box. */
  readonly y: number;
  readonly h: number;
}

const widestOf = (texts: readonly string[], face: Face) => Math.max(...texts.map((text) => widthOf(text, face)));

/** A row of text is so much higher than its em. */
export const ROW = 1.18;
/** Em of the words beside beads, in radii. */
export const BEAD_TEXT = 2.6;
const AGENDA_GAP = 9;
/** From the strip of an agenda's row to its words. */
export const AGENDA_PAD = 8;

/** A part with its size, in pixels, and all that is in it. */
export interface Sized {
  readonly part: Part;
  readonly w: number;
  readonly h: number;
  readonly setting?: Setting;
  readonly agenda?: readonly AgendaRow[];
  readonly inside?: readonly Sized[];
  readonly pad?: Edges;
}

/** How far words keep away from the edges of a part. */
export interface Edges {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

export const NONE: Edges = { left: 0, right: 0, top: 0, bottom: 0 };

interface Room {
  readonly w: number;
  readonly h: number;
}

/** What there is to show, and how many pixels a unit of a look has. */
interface DrawnWith {
  readonly content: Content;
  readonly unit: number;
}

/** How large a part is with what there is to show in it; null: it has nothing to show. */
export function size(part: Part, drawn: DrawnWith, room: Room, edge: Edges = NONE): Sized | null {
  const { content, unit } = drawn;
  switch (part.kind) {
    case 'row':
    case 'column':
      return sizeOfStack(part, drawn, room, edge);
    case 'words': {
      const text = textOf(part.slot, content);
      if (text === '') return null;
      const setting = fit(text, part.face, { size: part.size * unit, room: room.w, most: part.rows });
      const w = Math.max(...setting.rows.map((row) => widthOf(row, part.face))) * setting.size;
      return { part, w: Math.min(room.w, w), h: setting.rows.length * setting.size * ROW, setting };
    }
    case 'figure': {
      if (content.figure === null) return null;
      const em = emOfFigure(part.face, part.size * unit);
      return { part, w: figureWidth(content.figure, part.face) * em, h: part.size * unit };
    }
    case 'bar':
      if (part.of === 'class' ? !content.done : content.figure === null) return null;
      return { part, w: part.width === 'all' ? room.w : part.width * unit, h: part.height * unit };
    case 'dial':
      return content.figure === null ? null : { part, w: part.radius * 2 * unit, h: part.radius * 2 * unit };
    case 'eights': {
      if (content.counts === 0) return null;
      const [w, h] = part.cell;
      const rows = Math.ceil(content.counts / 8);
      return { part, w: (w * 8 + part.gap * 7) * unit, h: (h * rows + part.gap * (rows - 1)) * unit };
    }
    case 'beads': {
      if (content.reps === 0 || content.reps > part.most) return null;
      const dots = (part.radius * 2 * content.reps + part.gap * (content.reps - 1)) * unit;
      const em = part.radius * BEAD_TEXT * unit;
      const words = widthOf(`${content.reps} ${content.wording.of} ${content.reps}`, 'bold') * em;
      return { part, w: dots + em + words, h: Math.max(part.radius * 2 * unit, em * ROW) };
    }
    case 'breath':
      if (!content.breathes) return null;
      return {
        part,
        w: widestOf([content.wording.breatheIn, content.wording.breatheOut], part.face) * part.size * unit,
        h: part.size * ROW * unit,
      };
    case 'tide':
      return content.breathes || content.figure !== null ? { part, w: room.w, h: part.low * unit } : null;
    case 'agenda':
      return sizeOfAgenda(part, drawn, room);
    case 'either': {
      for (const one of part.of) {
        const sized = size(one, drawn, room, edge);
        if (sized !== null) return sized;
      }
      return null;
    }
  }
}

type Stack = Extract<Part, { kind: 'row' | 'column' }>;

function sizeOfStack(part: Stack, drawn: DrawnWith, room: Room, edge: Edges): Sized | null {
  const { unit } = drawn;
  const [sides, ends] = part.pad ?? [0, 0];
  const pad = {
    left: Math.max(sides * unit, edge.left),
    right: Math.max(sides * unit, edge.right),
    top: Math.max(ends * unit, edge.top),
    bottom: Math.max(ends * unit, edge.bottom),
  };
  const outer =
    typeof part.width === 'number'
      ? Math.min(room.w, part.width * unit + edge.left + edge.right)
      : Math.min(room.w, (part.most ?? 1e6) * unit);
  const inner = { w: outer - pad.left - pad.right, h: room.h - pad.top - pad.bottom };
  const gap = (part.gap ?? 0) * unit;
  const inside = part.kind === 'column' ? columnInside(part, drawn, inner, gap) : rowInside(part, drawn, inner, gap);
  if (inside.length === 0) return null;
  const gaps = gap * (inside.length - 1);
  const along = (of: (s: Sized) => number) => inside.reduce((sum, s) => sum + of(s), 0) + gaps;
  const across = (of: (s: Sized) => number) => Math.max(...inside.map(of));
  const [w, h] =
    part.kind === 'column' ? [across((s) => s.w), along((s) => s.h)] : [along((s) => s.w), across((s) => s.h)];
  const least = typeof part.height === 'number' ? part.height * unit : 0;
  return {
    part,
    w: part.width === undefined ? w + pad.left + pad.right : outer,
    h: Math.max(part.height === 'all' ? room.h : least, h + pad.top + pad.bottom),
    inside,
    pad,
  };
}

/** An agenda takes what the others leave. */
function columnInside(part: Stack, drawn: DrawnWith, inner: Room, gap: number): Sized[] {
  const others = part.of.map((one) => (one.kind === 'agenda' ? null : size(one, drawn, inner)));
  const taken = others.reduce((sum, s) => sum + (s === null ? 0 : s.h + gap), 0);
  return part.of.flatMap((one, i) => {
    const sized = one.kind === 'agenda' ? size(one, drawn, { ...inner, h: inner.h - taken }) : others[i];
    return sized ?? [];
  });
}

/** What is as wide as it is comes first; words share what is left, by how much each would like. */
function rowInside(part: Stack, drawn: DrawnWith, inner: Room, gap: number): Sized[] {
  const liked = part.of.map((one) => size(one, drawn, { ...inner, w: 1e6 }));
  const flexible = (i: number) => {
    const kind = part.of[i]!.kind;
    return kind === 'words' || kind === 'column' || kind === 'row';
  };
  const there = liked.flatMap((s, i) => (s === null ? [] : [i]));
  const gaps = gap * Math.max(0, there.length - 1);
  const fixed = there.filter((i) => !flexible(i)).reduce((sum, i) => sum + liked[i]!.w, 0);
  const wants = there.filter(flexible).reduce((sum, i) => sum + liked[i]!.w, 0);
  const left = inner.w - gaps - fixed;
  return part.of.flatMap((one, i) => {
    const would = liked[i] ?? null;
    if (would === null) return [];
    if (!flexible(i)) return [would];
    const share = wants <= left ? would.w : (left * would.w) / wants;
    // A share of the room may break a row that would fit by a hair.
    return size(one, drawn, { ...inner, w: share + 0.01 }) ?? [];
  });
}

function sizeOfAgenda(part: Extract<Part, { kind: 'agenda' }>, { content, unit }: DrawnWith, room: Room): Sized | null {
  const first = content.words.get('move') ?? content.words.get('kind') ?? '';
  if (first === '') return null;
  const em = part.size * unit;
  const [rows, wide]: [AgendaRow[], number] = [[], room.w - AGENDA_PAD * unit];
  let y = 0;
  const put = (coming: Coming | null, text: string, face: Face, most: number) => {
    const setting = fit(text, face, { size: coming === null ? em * 1.3 : em, room: wide, most });
    const h = setting.rows.length * setting.size * ROW + em * ROW;
    if (y + h > room.h) return false;
    rows.push({ coming, setting, y, h });
    y += h + AGENDA_GAP * unit;
    return true;
  };
  put(null, first, 'bold', 3);
  for (const coming of content.coming.slice(0, part.rows - 1)) if (!put(coming, coming.label, 'bold', 2)) break;
  return { part, w: room.w, h: y - AGENDA_GAP * unit, agenda: rows };
}

function textOf(slot: Slot | readonly Slot[], { words }: Content): string {
  const slots = typeof slot === 'string' ? [slot] : slot;
  return slots.flatMap((s) => words.get(s) ?? []).join(' · ');
}

/** Height of an em of a face whose figures are so high. */
export function emOfFigure(face: Face, height: number): number {
  return (height * 1000) / FACES[face][0]!.digitHeight;
}

/** Width of a figure in ems, whatever its digits are. */
function figureWidth(figure: string, face: Face): number {
  const widest = widestDigit(face);
  return [...figure].reduce((sum, c) => sum + (c === ':' ? widthOf(c, face) : widest), 0);
}

const widestDigits = new Map<Face, number>();
function widestDigit(face: Face): number {
  const known = widestDigits.get(face) ?? Math.max(...[...'0123456789'].map((d) => widthOf(d, face)));
  widestDigits.set(face, known);
  return known;
}
