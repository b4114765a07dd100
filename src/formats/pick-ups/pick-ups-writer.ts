import type { PickUp } from '../../core/edit/decisions.ts';
import { writeCsv } from '../csv.ts';

/** Lines to be spoken again and moves to be filmed again, as CSV (RFC 4180); times are seconds on the take. */
export function writePickUps(
  pickUps: readonly PickUp[],
  retakes: readonly { readonly label: string; readonly why: string }[],
): string {
  const rows = [
    ...[...pickUps]
      .sort((a, b) => a.at - b.at)
      .map((p) => [
        'speak',
        (p.at / 1e6).toFixed(3),
        (p.roomUs / 1e6).toFixed(3),
        p.muted === null ? '' : `${(p.muted.start / 1e6).toFixed(3)} to ${(p.muted.end / 1e6).toFixed(3)}`,
        p.text,
        p.why,
      ]),
    ...retakes.map((r) => ['film', '', '', '', r.label, r.why]),
  ];
  return writeCsv(['what', 'at_s', 'room_s', 'mute_s', 'words', 'why'], rows);
}
