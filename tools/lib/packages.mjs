import { existsSync, readFileSync, readdirSync, writeFileSync, mkdirSync } from 'node:fs';
import { createHash } from 'node:crypto';
import path from 'node:path';
import { asRoot, run } from './run.mjs';
import { giveUp, say } from './say.mjs';

export const root = path.resolve(import.meta.dirname, '../..');
/** Everything this checkout keeps on the machine: cluster, logs, stamps. Never committed. */
export const stateFolder = process.env.RADIATRIX_STATE ?? path.join(root, '.radiatrix');

const hashOf = (files) => {
  const hash = createHash('sha256').update(process.version);
  for (const file of files) hash.update(readFileSync(file));
  return hash.digest('hex');
};

/** Installs the npm packages of the lock file, unless this very lock file is already installed. */
export function ensureNodePackages() {
  const stamp = path.join(root, 'node_modules', '.radiatrix-lock');
  const wanted = hashOf([path.join(root, 'package-lock.json')]);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  say('Installing npm packages (about a minute)…');
  const done = run('npm', ['ci', '--ignore-scripts', '--no-audit', '--no-fund'], { cwd: root });
  if (done.code !== 0) {
    process.stderr.write(done.out.slice(-4000));
    giveUp('The npm packages could not be installed; see the lines above.');
  }
  writeFileSync(stamp, wanted);
}

let listsFresh = false;
/** Installs Debian packages, saying which and why. */
export function installDebian(names, why) {
  say(`Installing ${names.join(', ')} (${why})…`);
  if (!listsFresh) {
    const update = asRoot('apt-get', ['update', '-q']);
    if (update.missing)
      giveUp(
        `${names.join(', ')} is missing and cannot be installed: neither root nor sudo here. Install it by hand and start again.`,
      );
    listsFresh = update.code === 0;
  }
  const done = asRoot('apt-get', ['install', '-y', '-q', '--no-install-recommends', ...names]);
  if (done.code !== 0) {
    process.stderr.write(done.out.slice(-4000));
    giveUp(
      `${names.join(', ')} could not be installed; it needs Debian packages and root or password-less sudo.`,
    );
  }
}

/** The folder of PostgreSQL's server programs, newest version first; installs the server when there is none. */
export function postgresPrograms() {
  const look = () => {
    const base = '/usr/lib/postgresql';
    const versions = existsSync(base) ? readdirSync(base).sort((a, b) => Number(b) - Number(a)) : [];
    return versions
      .map((version) => path.join(base, version, 'bin'))
      .find((bin) => existsSync(path.join(bin, 'initdb')) && existsSync(path.join(bin, 'postgres')));
  };
  const found = look();
  if (found) return found;
  installDebian(['postgresql'], 'PostgreSQL server, about 77 MB');
  return (
    look() ?? giveUp('PostgreSQL was installed, but its programs were not found under /usr/lib/postgresql.')
  );
}

/** Debian's Chromium, for the tests and the pictures. */
export function ensureChromium() {
  const program = '/usr/bin/chromium';
  if (!existsSync(program)) installDebian(['chromium'], 'Chromium for the interface tests, about 125 MB');
  return program;
}

/** Runs `make` when what `inputs` hash to differs from what was made last. */
export function onceFor(name, inputs, make) {
  const stamp = path.join(stateFolder, `${name}.stamp`);
  const wanted = hashOf(inputs);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return false;
  make();
  mkdirSync(stateFolder, { recursive: true });
  writeFileSync(stamp, wanted);
  return true;
}
