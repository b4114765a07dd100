// Builds the pages, the server, the worker and the command line, when something they are made of has changed.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { copyFileSync, existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { bundlePrograms } from '../bundle.mjs';
import { OVERLAY_FONTS } from './overlay-fonts.mjs';
import { say, Trouble } from './say.mjs';

const SOURCES = [
  'src',
  'demo',
  'public',
  'scripts/bundle.mjs',
  'scripts/lib/build.mjs',
  'scripts/lib/overlay-fonts.mjs',
  'astro.config.mjs',
  'package-lock.json',
  'tsconfig.json',
];

function fingerprint(root) {
  const hash = createHash('sha256');
  const look = (path) => {
    if (!existsSync(path)) return;
    const facts = statSync(path);
    if (facts.isDirectory()) for (const name of readdirSync(path).sort()) look(join(path, name));
    else if (!/\.(test\.tsx?|mp4|webm)$/.test(path)) hash.update(path.slice(root.length)).update(readFileSync(path));
  };
  for (const source of SOURCES) look(join(root, source));
  return hash.digest('hex');
}

export async function needBuild(root) {
  const stamp = join(root, 'dist', '.built');
  const wanted = fingerprint(root);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  say('Building (about half a minute) …');
  const done = spawnSync(process.execPath, [join(root, 'node_modules', 'astro', 'astro.js'), 'build'], {
    cwd: root,
    stdio: ['ignore', 'pipe', 'pipe'],
    env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1', NODE_ENV: 'production' },
  });
  if (done.status !== 0)
    throw new Trouble(
      `The build failed:\n${(String(done.stdout) + String(done.stderr)).trim().split('\n').slice(-25).join('\n')}`,
    );
  await bundlePrograms();
  copyFileSync(join(root, 'src', 'viewer', 'page.css'), join(root, 'dist', 'viewer', 'page.css'));
  mkdirSync(join(root, 'dist', 'fonts'), { recursive: true });
  for (const file of OVERLAY_FONTS.flatMap((font) => font.files))
    copyFileSync(join(root, 'node_modules', file), join(root, 'dist', 'fonts', file.split('/').at(-1)));
  writeFileSync(stamp, wanted);
}
