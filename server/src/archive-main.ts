import { fileURLToPath } from 'node:url';
import { archiveCommand } from './archive-command';
import { readSettings, StartRefused } from './settings';

const root = fileURLToPath(new URL('../..', import.meta.url));

try {
  await archiveCommand(process.argv.slice(2), readSettings(process.env, root), (line) =>
    process.stdout.write(`${line}\n`),
  );
} catch (error) {
  if (!(error instanceof StartRefused)) throw error;
  process.stderr.write(`${error.message}\n`);
  process.exitCode = 2;
}
