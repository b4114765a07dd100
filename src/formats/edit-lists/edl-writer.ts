import { firstFrameFrom } from '../../core/time/frames.ts';
import { micros } from '../../core/time/micros.ts';
import { canDrop, timecode } from '../../core/time/timecode.ts';
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
  for (const piece of pictures) {
    const [at, end] = [firstFrameFrom(piece.at, rate), firstFrameFrom(micros(piece.at + piece.length), rate)];
    if (end <= at) continue;
    const of = piece.mediaId === null ? undefined : media.get(piece.mediaId);
    const from = of === undefined ? 0 : firstFrameFrom(piece.from, rate);
    const reel = of === undefined ? 'BL' : reels.get(of.id)!;
    const times = [from, from + (piece.held === true ? 1 : end - at), at, end].map(code).join(' ');
    lines.push(`${String(number++).padStart(3, '0')}  ${reel.padEnd(REEL_LETTERS)} V     C        ${times}`);
    if (piece.held === true) lines.push(`M2   ${reel.padEnd(REEL_LETTERS)}       000.0                ${code(from)}`);
    if (of !== undefined) lines.push(`* FROM CLIP NAME: ${of.fileName}`);
    for (const s of segments.filter((s) => s.start >= piece.at && s.start < piece.at + piece.length))
      lines.push(
        `* LOC: ${code(firstFrameFrom(s.start, rate))} ${s.kind === 'work' ? 'RED' : 'GREEN'}     ${s.label.replace(/\s+/g, ' ')}`,
      );
  }
  return `${lines.join('\r\n')}\r\n`;
}

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
