// Bundles the programs that run outside the web server's own build: command line, worker, custom server.
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));

async function bundle(entry, outfile, external = []) {
  const { build } = await import('esbuild');
  await build({
    absWorkingDir: root,
    entryPoints: [entry],
    outfile,
    bundle: true,
    platform: 'node',
    mainFields: ['module', 'main'],
    format: 'esm',
    target: 'node20',
    logLevel: 'error',
    external,
    // Bundled CommonJS packages ask for require.
    banner: {
      js:
        "import { createRequire as __createRequire } from 'node:module'; const require = " +
        '__createRequire(import.meta.url);',
    },
  });
}

/** The script of the page for viewers: one file for browsers, with nothing beside it. */
async function bundleViewer() {
  const { build } = await import('esbuild');
  await build({
    absWorkingDir: root,
    entryPoints: ['src/viewer/page.ts'],
    outfile: 'dist/viewer/page.js',
    bundle: true,
    platform: 'browser',
    format: 'iife',
    target: 'es2020',
    minify: true,
    logLevel: 'error',
  });
}

export async function bundleCli() {
  await bundle('src/cli/euphon.ts', 'dist/cli/euphon.mjs');
}

export async function bundlePrograms() {
  await Promise.all([
    bundleCli(),
    bundleViewer(),
    bundle('src/boot/worker.ts', 'dist/boot/worker.mjs', ['pg', 'pg-boss']),
    bundle('src/boot/server.ts', 'dist/boot/server.mjs', [
      'pg',
      'pg-boss',
      'better-auth',
      '@node-rs/argon2',
      '*/dist/server/entry.mjs',
    ]),
    bundle('src/boot/setup.ts', 'dist/boot/setup.mjs', ['pg', 'pg-boss']),
    bundle('src/boot/aside-thread.ts', 'dist/boot/aside-thread.mjs', ['pg', 'pg-boss', '@node-rs/argon2']),
    bundle('src/boot/people.ts', 'dist/boot/people.mjs', ['pg', 'pg-boss', '@node-rs/argon2']),
  ]);
}
