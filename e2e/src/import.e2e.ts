import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from './support/fixtures';

const DATA = join(import.meta.dirname, '../../demo/data');
const chart = readFileSync(join(DATA, 'procedures/pump-contactor-does-not-pull-in.json'), 'utf8');
const file = (name: string, text: string): { name: string; mimeType: string; buffer: Buffer } => ({
  name,
  mimeType: 'application/json',
  buffer: Buffer.from(text),
});

test('a chart is looked through, brought in, and there to be started with', async ({ page, workspace }) => {
  await page.goto(workspace.address);
  await page.getByRole('button', { name: 'Menu' }).click();
  await page.getByRole('link', { name: 'Import' }).click();
  const renamed = chart
    .replace('"id": "pump-contactor-does-not-pull-in"', '"id": "second-chart"')
    .replace('"title": "Pump contactor does not pull in"', '"title": "Pump hums and does not turn"');
  await page.locator('input[type=file]').setInputFiles([file('second.json', renamed), file('first.json', chart)]);
  await expect(page.locator('.items')).toContainText('Pump hums and does not turn');
  await expect(page.locator('.items')).toContainText('on file already, nothing changes');
  await page.getByRole('button', { name: 'Import it' }).click();
  await expect(page.getByRole('heading', { name: 'Imported' })).toBeVisible();
  await page.goto(`${workspace.address}/start`);
  await page.locator('[data-unit=mist-line-2]').first().click();
  await expect(page.getByRole('button', { name: /Pump hums and does not turn/ })).toBeVisible();
});

test('every problem is listed with its file and path, and nothing is brought in', async ({ page, workspace }) => {
  await page.goto(`${workspace.address}/import`);
  const broken = chart.replace('"start": "', '"start": "no such ');
  await page
    .locator('input[type=file]')
    .setInputFiles([
      file('broken.json', broken),
      file('torn.json', chart.slice(0, 300)),
      file('page.html', '<html><script>alert(1)</script></html>'),
    ]);
  const problems = page.locator('.problems').first();
  await expect(problems).toContainText('broken.json');
  await expect(problems).toContainText('start');
  await expect(problems).toContainText('torn.json');
  await expect(problems).toContainText('page.html');
  await expect(page.getByRole('button', { name: /^Import/ })).toHaveCount(0);
  await page
    .locator('input[type=file]')
    .setInputFiles([
      { name: 'photo.jpg', mimeType: 'image/jpeg', buffer: Buffer.from([0xff, 0xd8, 0xff, 0xe0, 0x80]) },
    ]);
  await expect(page.locator('jx-state-message')).toContainText('photo.jpg is no text');
});

test('a file that is dropped is taken, and a visit exported is brought in elsewhere', async ({
  page,
  workspace,
  server,
}) => {
  const exported = await (
    await page.request.get(`${server.address}/api/visits/01a20cc0-ed60-7001-8000-000000000000`)
  ).text();
  await page.goto(`${workspace.address}/import`);
  const drop = await page.evaluateHandle((text) => {
    const data = new DataTransfer();
    data.items.add(new File([text], 'visit.json', { type: 'application/json' }));
    return data;
  }, exported);
  await page.dispatchEvent('main', 'drop', { dataTransfer: drop });
  await expect(page.locator('main')).toContainText('Everything is on file already.');
});
