import { archiveCommand } from './archive-command';
import { ROOT } from './places';
import { readSettings, StartRefused } from './settings';

try {
  await archiveCommand(process.argv.slice(2), readSettings(process.env, ROOT), (line) =>
    process.stdout.write(`${line}\n`),
  );
} catch (error) {
  if (!(error instanceof StartRefused)) throw error;
  process.stderr.write(`${error.message}\n`);
  process.exitCode = 2;
}
