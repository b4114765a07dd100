import { dice } from '../support/random-edits.ts';
import { TARGETS, damaged, faultOf } from '../support/fuzz.ts';

const INPUTS = Number(process.env.EUPHON_INPUTS ?? 1_000_000);
const EACH = Math.ceil(INPUTS / TARGETS.length);
let [crashes, silent, slow, longestMs] = [0, 0, 0, 0];
for (const [t, target] of TARGETS.entries()) {
  const own = { crashes: 0, silent: 0, longestMs: 0 };
  const shown: string[] = [];
  for (let i = 0; i < EACH; i++) {
    const roll = dice(t * 7_919_003 + i + 1);
    const text = damaged(target.text, roll);
    const from = performance.now();
    const fault = faultOf(target, text);
    const took = performance.now() - from;
    own.longestMs = Math.max(own.longestMs, took);
    if (took > 1_000) slow++;
    if (fault === null) continue;
    if (fault.startsWith('throws')) own.crashes++;
    else own.silent++;
    if (shown.length < Number(process.env.EUPHON_SHOW ?? 3))
      shown.push(`  ${fault}\n${process.env.EUPHON_SHOW ? text : ''}`);
  }
  console.log(
    `${target.name.padEnd(16)} ${EACH} damaged files: ${own.crashes} crashes, ${own.silent} silent losses, longest ${own.longestMs.toFixed(0)} ms`,
  );
  for (const line of shown) console.log(line);
  crashes += own.crashes;
  silent += own.silent;
  longestMs = Math.max(longestMs, own.longestMs);
}
console.log(
  `all readers, ${EACH * TARGETS.length} damaged files   crashes ${crashes} (bar 0), over 1 s ${slow} (bar 0), silent losses ${silent} (bar 0), longest ${longestMs.toFixed(0)} ms`,
);
