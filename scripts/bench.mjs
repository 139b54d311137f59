// Measures the budgets of the product: `npm run bench`, `npm run -s bench -- blink --json`, `--only page,append`, `--rounds 10`.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { buildPage, buildServer } from './lib/build.mjs';
import { installPackages, root } from './lib/packages.mjs';

installPackages();
if (!(await buildServer())) process.exit(1);
// The page is built where it is measured.
const options = process.argv.slice(2).join(' ');
const isAll = !/\b(page|keys|photos|append|replay|blink|attack|start|kill|scale|circuit)\b/.test(options);
if ((isAll || /\b(page|keys|photos)\b/.test(options)) && !(await buildPage())) process.exit(1);
const { status } = spawnSync(
  process.execPath,
  ['--import', 'tsx', join(root, 'e2e', 'bench', 'main.ts'), ...process.argv.slice(2)],
  { cwd: root, stdio: 'inherit' },
);
process.exit(status ?? 1);
