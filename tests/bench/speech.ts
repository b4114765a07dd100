/** The time a line needs against espeak-ng: npm run bench -- speech. Calibrated on 50 lines, tried on 200 others. */
import { calibrate } from '../../src/core/speech/calibrate.ts';
import { type SpeakingModel, TYPICAL_SPEAKER, lineTime } from '../../src/core/speech/line-time.ts';
import { micros } from '../../src/core/time/micros.ts';
import { VOICE_RATE_HZ, speak } from '../../src/media/espeak.ts';
import { spokenLines } from '../support/spoken-lines.ts';

const { learn, test } = spokenLines();
const spoken = async (lines: readonly string[]) => {
  const samples = [];
  for (const text of lines) samples.push({ text, us: micros(((await speak(text)).length / VOICE_RATE_HZ) * 1e6) });
  return samples;
};
const [known, unknown] = [await spoken(learn), await spoken(test)];
const report = (name: string, model: SpeakingModel) => {
  const rows = unknown.map(({ text, us }) => ({ text, real: us / 1e6, off: (lineTime(text, model) - us) / 1e6 }));
  const [long, short] = [rows.filter((r) => r.real > 1.5), rows.filter((r) => r.real <= 1.5)];
  const mean = (list: number[]) => list.reduce((a, b) => a + b, 0) / list.length;
  console.log(
    `${name.padEnd(40)} ${long.length} lines over 1.5 s: mean absolute error ` +
      `${(100 * mean(long.map((r) => Math.abs(r.off) / r.real))).toFixed(1)} % (bar 10); ${short.length} ` +
      `shorter: ${mean(short.map((r) => Math.abs(r.off))).toFixed(3)} s (bar 0.2); ` +
      `bias ${((100 * rows.reduce((s, r) => s + r.off, 0)) / rows.reduce((s, r) => s + r.real, 0)).toFixed(1)} ` +
      '% (bar 2)',
  );
  if (process.env.EUPHON_WORST)
    for (const r of [...rows].sort((a, b) => Math.abs(b.off) / b.real - Math.abs(a.off) / a.real).slice(0, 25))
      console.log('   ', ((r.off / r.real) * 100).toFixed(0), '%', r.real.toFixed(2), r.text);
};
const made = calibrate(known);
report('line time, usual speaker', TYPICAL_SPEAKER);
if (made !== null) report('line time, calibrated on 50 lines', made.model);
if (made !== null && process.env.EUPHON_WORST) console.log(made);
