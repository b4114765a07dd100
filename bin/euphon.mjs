#!/usr/bin/env node
// The door for scripts. Runs the bundled command line; makes the bundle where it is missing.
import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const bundle = fileURLToPath(new URL('../dist/cli/euphon.mjs', import.meta.url));
if (!existsSync(bundle)) {
  const { bundleCli } = await import('../scripts/bundle.mjs');
  await bundleCli();
}
await import(bundle);
