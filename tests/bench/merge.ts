import { brokenLaws } from '../support/merge-laws.ts';

const PAIRS = 100_000;
const begun = performance.now();
let broken = 0;
for (let seed = 1; seed <= PAIRS; seed++) {
  const laws = brokenLaws(seed);
  if (laws.length === 0) continue;
  broken++;
  if (broken <= 10) console.log(`  pair ${seed}: ${laws.join('; ')}`);
}
console.log(
  `merge, ${PAIRS} random pairs of edits   ${broken} broke a law  (bar 0), ` +
    `${((performance.now() - begun) / 1000).toFixed(0)} s`,
);
