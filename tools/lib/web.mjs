import { readdirSync, existsSync, rmSync } from 'node:fs';
import path from 'node:path';
import { onceFor, root } from './packages.mjs';
import { run } from './run.mjs';
import { giveUp, say } from './say.mjs';

const filesIn = (folder) =>
  readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter(
      (entry) =>
        entry.isFile() && !/(^|\/)(dist|node_modules)(\/|$)/.test(path.relative(root, entry.parentPath)),
    )
    .map((entry) => path.join(entry.parentPath, entry.name))
    .sort();

/** Builds the interface when its sources changed since the last build. */
export function ensureWeb() {
  const inputs = [
    ...filesIn(path.join(root, 'web')),
    ...filesIn(path.join(root, 'core/src')),
    ...filesIn(path.join(root, 'contract/src')),
    path.join(root, 'package-lock.json'),
  ];
  if (!existsSync(path.join(root, 'web/dist/index.html')))
    rmSync(path.join(root, '.radiatrix/web.stamp'), { force: true });
  onceFor('web', inputs, () => {
    say('Building the interface…');
    // A test that starts the server has an environment of its own, in which the page would be built for development.
    const env = { ...process.env, NODE_ENV: 'production' };
    const built = run('npm', ['run', 'build', '-w', 'web'], { cwd: root, env });
    if (built.code !== 0) {
      process.stderr.write(built.out);
      giveUp('The interface could not be built; see the lines above.');
    }
  });
}
