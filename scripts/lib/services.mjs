// Starts the set-up, the web server and the worker, and ends them again.
import { fork, spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { Trouble } from './say.mjs';

export function runSetup(root, env) {
  const done = spawnSync(process.execPath, [join(root, 'dist', 'boot', 'setup.mjs')], {
    cwd: root,
    env: { ...process.env, ...env, EUPHON_ROOT: root },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  if (done.status !== 0)
    throw new Trouble(
      `The database could not be prepared: ${
        String(done.stderr)
          .trim()
          .split('\n')
          .find((l) => /rror/.test(l)) ?? String(done.stderr).trim()
      }`,
    );
  return String(done.stdout).trim();
}

/** Starts a program of dist/boot and waits for its word that it is ready. `onEnd` hears when it ends by itself. */
export function startService(root, name, env, onEnd) {
  return new Promise((resolve, reject) => {
    const child = fork(join(root, 'dist', 'boot', `${name}.mjs`), [], {
      cwd: root,
      env: { ...process.env, ...env, NODE_ENV: 'production' },
      stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    });
    let ready = false;
    child.once('message', () => {
      ready = true;
      resolve({ child, stop: () => stopService(child) });
    });
    child.once('exit', (code) =>
      ready ? onEnd(name, code) : reject(new Trouble(`The ${name} did not start (see above).`)),
    );
  });
}

function stopService(child) {
  return new Promise((done) => {
    if (child.exitCode !== null || child.signalCode !== null) return done();
    const hard = setTimeout(() => child.kill('SIGKILL'), 5_000);
    child.once('exit', () => {
      clearTimeout(hard);
      done();
    });
    child.kill('SIGTERM');
  });
}
