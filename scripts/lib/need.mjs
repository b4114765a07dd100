// Finds the programs that Euphon needs and installs what is missing where that is allowed.
import { spawnSync } from 'node:child_process';
import { accessSync, constants, existsSync, mkdirSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { delimiter, join } from 'node:path';
import { say, Trouble } from './say.mjs';

const PACKAGES = {
  postgres: 'postgresql',
  ffmpeg: 'ffmpeg',
  'espeak-ng': 'espeak-ng',
  chromium: 'chromium',
  pocketsphinx_batch: 'pocketsphinx pocketsphinx-en-us',
};
const OLDEST_NODE = [20, 19];

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < OLDEST_NODE[0] || (major === OLDEST_NODE[0] && minor < OLDEST_NODE[1])) {
    throw new Trouble(`Node ${process.versions.node} is too old; ${OLDEST_NODE.join('.')} or newer is wanted.`);
  }
}

export function which(program) {
  for (const folder of (process.env.PATH ?? '').split(delimiter)) {
    const path = join(folder, program);
    try {
      accessSync(path, constants.X_OK);
      return path;
    } catch {
      /* not in this folder */
    }
  }
  return null;
}

/** The folder of the newest PostgreSQL server's programs, or null. Debian keeps them off the PATH. */
export function postgresFolder() {
  const base = '/usr/lib/postgresql';
  const versions = existsSync(base)
    ? readdirSync(base)
        .filter((v) => existsSync(join(base, v, 'bin', 'initdb')))
        .sort((a, b) => Number(b) - Number(a))
    : [];
  if (versions[0] !== undefined) return join(base, versions[0], 'bin');
  const initdb = which('initdb');
  return initdb === null ? null : join(initdb, '..');
}

function missingOf(names) {
  return names.filter((name) => (name === 'postgres' ? postgresFolder() === null : which(name) === null));
}

/** Makes sure the programs are there. Installs Debian packages as root or by sudo without a password. */
export function needPrograms(names) {
  const missing = missingOf(names);
  if (missing.length === 0) return;
  const packages = missing.flatMap((name) => PACKAGES[name].split(' '));
  const command = `apt-get install -y --no-install-recommends ${packages.join(' ')}`;
  const isRoot = process.getuid?.() === 0;
  const canSudo = !isRoot && which('sudo') !== null && spawnSync('sudo', ['-n', 'true']).status === 0;
  if (which('apt-get') === null || (!isRoot && !canSudo)) {
    throw new Trouble(
      `Missing: ${missing.join(', ')}. ` +
        `${which('apt-get') === null ? 'Install them with this system’s package manager' : `Run: sudo ${command}`}` +
        ', then start again.',
    );
  }
  say(`Installing ${packages.join(', ')} …`);
  const as = (args) =>
    spawnSync(isRoot ? args[0] : 'sudo', isRoot ? args.slice(1) : ['-n', ...args], {
      stdio: ['ignore', 'ignore', 'pipe'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
  // No system cluster: Euphon runs its own.
  if (packages.includes('postgresql')) {
    const off =
      'mkdir -p /etc/postgresql-common && printf "create_main_cluster = false\\n" > /etc/postgresql-common/' +
      'createcluster.conf';
    if (!existsSync('/etc/postgresql-common/createcluster.conf')) as(['sh', '-c', off]);
  }
  const lock = ['-o', 'DPkg::Lock::Timeout=400', '-o', 'Dpkg::Options::=--force-confold'];
  as(['apt-get', ...lock, 'update', '-qq']);
  const done = as(['apt-get', ...lock, 'install', '-y', '--no-install-recommends', ...packages]);
  if (done.status !== 0 || missingOf(names).length > 0) {
    throw new Trouble(
      `Installing ${packages.join(', ')} failed: ${String(done.stderr).trim().split('\n').slice(-2).join(' ')}` +
        `\nRun: ${isRoot ? '' : 'sudo '}${command}`,
    );
  }
}

/** `npm ci` where the installed packages are not those of the lock file, or an earlier try stopped half-way. */
export function needModules(root) {
  const lock = readFileSync(join(root, 'package-lock.json'), 'utf8');
  const stamp = join(root, 'node_modules', '.euphon-lock');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  say('Installing packages (npm ci, about a minute) …');
  const done = spawnSync('npm', ['ci', '--no-audit', '--no-fund'], { cwd: root, stdio: ['ignore', 'ignore', 'pipe'] });
  if (done.status !== 0)
    throw new Trouble(
      `npm ci failed: ${String(done.stderr).trim().split('\n').slice(-3).join('\n')}\nMend what it says, ` +
        'then start again; it begins afresh.',
    );
  mkdirSync(join(root, 'node_modules'), { recursive: true });
  writeFileSync(stamp, lock);
}
