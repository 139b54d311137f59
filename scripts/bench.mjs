// Measures the budgets of the product: `npm run bench`, `npm run -s bench -- blink --json`, `--only page,append`, `--rounds 10`.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { buildPage } from './lib/build.mjs';
import { installPackages, root } from './lib/packages.mjs';

installPackages();
if (!buildPage()) process.exit(1);
const { status } = spawnSync(
  process.execPath,
  ['--import', 'tsx', join(root, 'e2e', 'bench', 'main.ts'), ...process.argv.slice(2)],
  { cwd: root, stdio: 'inherit' },
);
process.exit(status ?? 1);
