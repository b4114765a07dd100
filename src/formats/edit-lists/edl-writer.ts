import { firstFrameFrom } from '../../core/time/frames.ts';
import { canDrop, timecode } from '../../core/time/timecode.ts';
import { type CutPiece, cutPieces } from '../../core/edit/cut-pieces.ts';
import type { EditSource } from './edit-source.ts';

/** Reel names hold eight letters and digits (CMX 3600, from memory, as the columns below). */
const REEL_LETTERS = 8;

/**
 * The picture as a CMX 3600 cut list, drop-frame where the rate is one that drops. What stands for no recording is
 * black; notes name the files and the segments.
 */
export function writeEdl({ title, rate, pictures, media, segments }: EditSource): string {
  const drop = canDrop(rate);
  const code = (frame: number) => timecode(frame, rate, drop);
  const reels = reelsOf([...media.values()]);
  const lines = [
    `TITLE: ${title.replace(/\s+/g, ' ').slice(0, 70)}`,
    `FCM: ${drop ? 'DROP FRAME' : 'NON-DROP FRAME'}`,
    '',
  ];
  let number = 1;
  // A dissolve belongs to the event that comes in: it names where the one before is left, then both from there on.
  let left: { readonly cut: CutPiece; readonly reel: string } | null = null;
  for (const cut of cutPieces(pictures, rate)) {
    const { piece, over } = cut;
    const mixed: number = left?.cut.over?.[0] ?? 0;
    const [at, end] = [cut.at - mixed, cut.end - (over?.[0] ?? 0)];
    const of = piece.mediaId === null ? undefined : media.get(piece.mediaId);
    const from = of === undefined ? 0 : cut.from - mixed;
    const reel = of === undefined ? 'BL' : reels.get(of.id)!;
    const event = (name: string, effect: string, times: readonly number[]) =>
      `${String(number).padStart(3, '0')}  ${name.padEnd(REEL_LETTERS)} V     ${effect.padEnd(8)} ` +
      `${times.map(code).join(' ')}`;
    const times = [from, from + (piece.held === true ? 1 : end - at), at, end];
    if (left?.cut.over) {
      const [before, after] = left.cut.over;
      const leaves = left.cut.from + left.cut.end - left.cut.at - before;
      lines.push(event(left.reel, 'C', [leaves, leaves, at, at]));
      lines.push(event(reel, `D    ${String(before + after).padStart(3, '0')}`, times));
    } else lines.push(event(reel, 'C', times));
    number++;
    left = { cut, reel };
    if (piece.held === true) lines.push(`M2   ${reel.padEnd(REEL_LETTERS)}       000.0                ${code(from)}`);
    if (of !== undefined) lines.push(`* FROM CLIP NAME: ${of.fileName}`);
    for (const s of segments.filter((s) => isWithin(firstFrameFrom(s.start, rate), cut)))
      lines.push(
        `* LOC: ${code(firstFrameFrom(s.start, rate))} ${s.kind === 'work' ? 'RED' : 'GREEN'} ` +
          `    ${s.label.replace(/\s+/g, ' ')}`,
      );
  }
  return `${lines.join('\r\n')}\r\n`;
}

const isWithin = (frame: number, { at, end }: CutPiece) => frame >= at && frame < end;

function reelsOf(media: readonly { readonly id: string; readonly name: string }[]): ReadonlyMap<string, string> {
  const used = new Set<string>(['BL', 'AX']);
  return new Map(
    media.map(({ id, name }) => {
      const letters =
        name
          .toUpperCase()
          .replace(/[^A-Z0-9]/g, '')
          .slice(0, REEL_LETTERS) || 'TAKE';
      let reel = letters;
      for (let n = 2; used.has(reel); n++) reel = `${letters.slice(0, REEL_LETTERS - String(n).length)}${n}`;
      used.add(reel);
      return [id, reel];
    }),
  );
}
