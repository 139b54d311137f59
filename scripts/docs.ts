// Makes what is made of the descriptions of documents, events and requests: JSON Schemas, field tables, OpenAPI.
// `npm run docs` writes it, `npm run docs -- --check` says what differs and ends with 1.
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { format, resolveConfig } from 'prettier';
import { DEVICE_KINDS } from '@juxtameter/core';
import { fieldTables, jsonSchemas, openApi, PUBLISHED, REQUESTS } from '@juxtameter/contract/check';
import { version } from '../package.json';

const root = fileURLToPath(new URL('..', import.meta.url));
const SCHEMAS = 'docs/schema';
const TABLES = 'docs/formats/fields';

const files = new Map<string, string>();
for (const [id, schema] of jsonSchemas([...PUBLISHED, ...REQUESTS]))
  files.set(`${SCHEMAS}/${id}.schema.json`, JSON.stringify(schema));
files.set('docs/openapi.json', JSON.stringify(openApi(version)));
const all = [...PUBLISHED, ...REQUESTS];
for (const [id, tables] of fieldTables(all)) {
  const title = all.find((each) => each.id === id)?.title ?? id;
  const kinds = id === 'unit-model' ? deviceKinds() : '';
  files.set(
    `${TABLES}/${id}.md`,
    `# ${title}: every field\n\nMade by \`npm run docs\` from the checks themselves. A question mark says that a field may be missing.\n\n${tables}\n${kinds}`,
  );
}

const isCheck = process.argv.includes('--check');
let different = 0;
for (const [path, text] of files) {
  const full = join(root, path);
  const formatted = await format(text, { ...(await resolveConfig(full)), filepath: full });
  if (existsSync(full) && readFileSync(full, 'utf8') === formatted) continue;
  different += 1;
  if (isCheck) process.stderr.write(`${path} differs from what the descriptions say; run: npm run docs\n`);
  else {
    mkdirSync(dirname(full), { recursive: true });
    writeFileSync(full, formatted);
  }
}
for (const folder of [SCHEMAS, TABLES])
  for (const name of readdirSync(join(root, folder))) {
    const path = `${folder}/${name}`;
    if (files.has(path)) continue;
    different += 1;
    if (isCheck) process.stderr.write(`${path} is made of nothing any more; run: npm run docs\n`);
    else rmSync(join(root, path));
  }
process.exitCode = isCheck && different > 0 ? 1 : 0;

function deviceKinds(): string {
  const rows = Object.entries(DEVICE_KINDS).map(
    ([kind, { terminals }]) =>
      `| \`${kind}\` | ${terminals.map((each) => `\`${each}\``).join(' ') || 'as written in `terminals`'} |`,
  );
  return `### Device kinds\n\nWhat a \`kind\` publishes: its terminals are addressed \`device.terminal\`.\n\n| kind | terminals |\n|---|---|\n${rows.join('\n')}\n`;
}
