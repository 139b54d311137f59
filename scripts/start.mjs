// One command from a fresh clone to a running product: packages, page, data, server.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { buildPage, buildServer } from './lib/build.mjs';
import { installPackages, root } from './lib/packages.mjs';

installPackages();
if (!(await buildPage()) || !(await buildServer())) process.exit(1);
const server = spawn(process.execPath, [join(root, 'dist', 'server', 'main.js')], {
  cwd: root,
  stdio: 'inherit',
});
// Ctrl-C reaches the server too; it closes its data and ends, and so do we.
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code, signal) => process.exit(code ?? (signal ? 1 : 0)));
