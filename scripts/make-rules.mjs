// Writes docs/rules.md from the registry of rules: node scripts/make-rules.mjs. A test compares the two.
import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const root = fileURLToPath(new URL('..', import.meta.url));
const { outputFiles } = await build({
  entryPoints: [`${root}src/core/findings/rules-page.ts`],
  bundle: true,
  write: false,
  format: 'esm',
});
const module = await import(`data:text/javascript;base64,${Buffer.from(outputFiles[0].contents).toString('base64')}`);
writeFileSync(`${root}docs/rules.md`, module.rulesPage());
