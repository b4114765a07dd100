// Writes docs/api.md from the contract: node scripts/make-api.mjs. A test compares the two.
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const root = fileURLToPath(new URL('..', import.meta.url));
// Inside of the project, where the bundle finds its packages.
const folder = mkdtempSync(join(root, 'node_modules', '.api-'));
try {
  const outfile = join(folder, 'api-page.mjs');
  const entryPoints = [join(root, 'src/contract/api-page.ts')];
  await build({ entryPoints, bundle: true, outfile, format: 'esm', platform: 'node', packages: 'external' });
  const { apiPage } = await import(outfile);
  writeFileSync(join(root, 'docs/api.md'), apiPage());
} finally {
  rmSync(folder, { recursive: true });
}
