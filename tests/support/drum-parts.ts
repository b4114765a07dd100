import { type Canvas, bass, bow, clap, cowbell, hat, kick, pluck, snare } from './instruments.ts';
import type { Style, Place } from './pieces.ts';

export function drums(
  c: Canvas,
  style: Style,
  beat: number,
  bar: number,
  at: Place,
  length: number,
  swing: number,
  root: number,
  i: number,
): void {
  const back = beat % 2 === 1;
  switch (style) {
    case 'house':
      kick(c, at(0));
      hat(c, at(0.5), 1.2, true);
      if (back) clap(c, at(0));
      bass(c, at(0.25), length * 0.2, root * 2, 0.6);
      bass(c, at(0.75), length * 0.2, root * 2, 0.7);
      break;
    case 'rock':
      if (!back) kick(c, at(0));
      else snare(c, at(0));
      if (beat === 2 && bar % 2 === 1) kick(c, at(0.5), 0.8);
      hat(c, at(0));
      hat(c, at(0.5), 0.7);
      bass(c, at(0), length * 0.45, root * 2);
      bass(c, at(0.5), length * 0.45, root * 2, 0.8);
      break;
    case 'hiphop':
      if (beat === 0) {
        kick(c, at(0));
        kick(c, at(0.75), 0.7);
      }
      if (beat === 2) kick(c, at(0.5), 0.9);
      if (back) snare(c, at(0));
      for (const s of [0, 0.25, 0.5, 0.75]) hat(c, at(s), s === 0 ? 0.8 : 0.5);
      if (beat === 0) bass(c, at(0), length * 1.4, root, 1.3);
      break;
    case 'funk':
      if (beat === 0) kick(c, at(0));
      if (beat === 1) kick(c, at(0.75), 0.8);
      if (beat === 2) kick(c, at(0.5), 0.9);
      if (back) snare(c, at(0));
      snare(c, at(0.75), 0.15);
      for (const s of [0, 0.25, 0.5, 0.75]) hat(c, at(s), s === 0.5 ? 0.9 : 0.5);
      if (beat !== 3) bass(c, at(beat === 0 ? 0 : 0.25), length * 0.2, root * 2, 1);
      bass(c, at(0.75), length * 0.2, root * 3, 0.6);
      break;
    case 'dnb':
      if (beat === 0) kick(c, at(0));
      if (beat === 2) kick(c, at(0.5));
      if (back) snare(c, at(0), 1.2);
      hat(c, at(0));
      hat(c, at(0.5), 0.6);
      if (beat === 0) bass(c, at(0), length * 3, root, 1);
      break;
    case 'half-time':
      if (beat === 0) kick(c, at(0));
      if (beat === 1 && bar % 2 === 1) kick(c, at(0.5), 0.7);
      if (beat === 2) snare(c, at(0), 1.2);
      hat(c, at(0), 0.8);
      if (i % 2 === 1) hat(c, at(0.5), 0.4);
      pluck(c, at(0), root * 8, 0.7);
      if (beat === 0) bass(c, at(0), length * 2, root, 1.2);
      break;
    case 'sparse':
      if (beat === 0) kick(c, at(0));
      if (beat === 2) clap(c, at(0));
      if (beat === 3) pluck(c, at(0), root * 8);
      if (beat === 1) hat(c, at(0), 0.7);
      if (beat === 0) bass(c, at(0), length * 3.4, root, 0.8);
      break;
    case 'latin':
      kick(c, at(0), 0.9);
      if (beat % 2 === 0) {
        snare(c, at(0.75), 0.7);
      } else snare(c, at(0.5), 0.7);
      hat(c, at(0), 0.4);
      hat(c, at(0.5), 0.5);
      if (beat === 0) bass(c, at(0), length, root, 1);
      cowbell(c, at(beat === 0 ? 0 : 0.5), 0.4);
      break;
    case 'shuffle':
      if (!back) kick(c, at(0));
      else snare(c, at(0));
      hat(c, at(0));
      hat(c, at(swing), 0.8);
      bass(c, at(0), length * 0.6, root * 2);
      bass(c, at(swing), length * 0.3, root * 2.5, 0.7);
      break;
    case 'offbass':
      kick(c, at(0));
      bass(c, at(0.5), length * 0.45, root * 1.5, 2);
      hat(c, at(0.5), 1, true);
      if (back) clap(c, at(0), 0.6);
      if (beat === 0 && bar % 4 === 0) hat(c, at(0), 2.5, true);
      break;
    case 'trance':
      kick(c, at(0));
      for (const s of [0.25, 0.5, 0.75]) bass(c, at(s), length * 0.2, root * 2, 0.8);
      hat(c, at(0.5), 1, true);
      if (back) clap(c, at(0), 0.8);
      pluck(c, at(0), root * 8, 0.5);
      pluck(c, at(0.75), root * 12, 0.5);
      break;
    case 'disco':
      kick(c, at(0), 0.9);
      if (back) snare(c, at(0), 0.8);
      hat(c, at(0.5), 1.1, true);
      hat(c, at(0.25), 0.5);
      hat(c, at(0.75), 0.5);
      bass(c, at(0), length * 0.4, root, 0.8);
      bass(c, at(0.5), length * 0.4, root * 2, 0.8);
      if (i % 2 === 0) pluck(c, at(0.5), root * 10, 0.5);
      break;
    case 'claps':
      if (back) clap(c, at(0));
      pluck(c, at(0), root * 8);
      if (beat === 0) bass(c, at(0), length * 2, root * 2);
      break;
    case 'punk':
      if (!back) {
        kick(c, at(0));
        if (beat === 2) kick(c, at(0.5), 0.9);
      } else snare(c, at(0), 1.1);
      hat(c, at(0), 1);
      hat(c, at(0.5), 0.6);
      bass(c, at(0), length * 0.4, root * 2);
      bass(c, at(0.5), length * 0.4, root * 2);
      break;
    case 'breakbeat':
      if (beat === 0) {
        kick(c, at(0));
        kick(c, at(0.5), 0.8);
      }
      if (beat === 2) kick(c, at(0.75), 0.9);
      if (back) snare(c, at(0));
      snare(c, at(0.75), back ? 0.3 : 0);
      hat(c, at(0));
      hat(c, at(0.5));
      if (beat === 0) bass(c, at(0), length * 1.5, root, 1);
      break;
    case 'march':
      if (!back) bass(c, at(0), length * 0.5, root * 2, 1.2);
      if (beat === 0) kick(c, at(0));
      if (back) snare(c, at(0), 0.5);
      if (beat === 3) {
        snare(c, at(0.5), 0.4);
        snare(c, at(0.75), 0.4);
      }
      pluck(c, at(0), root * 8, 0.6);
      if (beat === 1) pluck(c, at(0.5), root * 10, 0.5);
      break;
    case 'waltz':
      if (beat === 0) {
        kick(c, at(0));
        bass(c, at(0), length, root * 2, 1.2);
      } else {
        hat(c, at(0), 1);
        pluck(c, at(0), root * 8, 0.7);
        pluck(c, at(0), root * 10, 0.7);
      }
      break;
    case 'fives':
      // Three and two.
      if (beat === 0 || beat === 3) bass(c, at(0), length * 0.8, root * 2, beat === 0 ? 1.2 : 0.9);
      if (beat === 0) kick(c, at(0));
      if (beat === 2 || beat === 4) snare(c, at(0), 0.8);
      hat(c, at(0), 0.8);
      hat(c, at(0.5), 0.5);
      break;
    case 'strings':
      // The bass has the root on the first count and the fifth on the third; violas go in eighths, violins above.
      if (beat % 2 === 0) bow(c, at(0), length * 1.9, root * (beat === 0 ? 2 : 3), 1.2);
      for (const s of [0, 0.5]) bow(c, at(s), length * 0.48, root * [8, 10, 12, 10][(beat + 2 * s) % 4]!, 0.5);
      if (bar % 2 === 1 || beat !== 1) bow(c, at(0), length * 0.95, root * [16, 18, 20, 24][(beat + bar) % 4]!, 0.8);
      break;
    case 'ballad':
      if (beat === 0) kick(c, at(0), 0.7);
      if (beat === 2) snare(c, at(0), 0.6);
      pluck(c, at(0), root * 8, 0.7, 4);
      pluck(c, at(0.5), root * 10, 0.5, 4);
      break;
  }
}
