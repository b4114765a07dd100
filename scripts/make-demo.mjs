// Makes the demo's take again: node scripts/make-demo.mjs [folder]. Needs ffmpeg, espeak-ng and npm ci.
import { build } from 'esbuild';
import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';

const out = 'demo/.make-demo.mjs';
await build({
  entryPoints: ['demo/make-demo.ts'],
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  outfile: out,
  external: ['@napi-rs/canvas'],
});
const { status } = spawnSync(process.execPath, [out, ...process.argv.slice(2)], { stdio: 'inherit' });
rmSync(out, { force: true });
process.exit(status ?? 1);
