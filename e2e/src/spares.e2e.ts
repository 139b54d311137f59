import { readyForTheCellar } from './support/cellar';
import { expect, test } from './support/fixtures';

test.use({ serviceWorkers: 'allow' });

test('a spare is counted, taken for a visit with the server gone, and reordered', async ({
  workspace,
  page,
  server,
}) => {
  await page.goto(`${workspace.address}/spares`);
  await expect(page.getByRole('region', { name: 'To be ordered or counted' })).toContainText('Float switch');
  await page.getByLabel('Van or store').fill('Van 1');
  await page.getByLabel('What it is called').fill('Contactor');
  await page.getByLabel('Number of the spare').fill('K-9 C');
  await page.getByLabel('How many lie there').fill('some');
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByRole('alert')).toContainText('“some” is no number of pieces');
  await page.getByLabel('How many lie there').fill('2');
  await page.getByLabel('Reorder it at').fill('1');
  await page.getByRole('button', { name: 'Add it' }).click();
  const row = page.locator('jx-spare-row', { hasText: 'K-9 C' });
  await expect(row).toContainText('enough');

  await workspace.start();
  await readyForTheCellar(page);
  const visit = page.url();
  await page.goto(`${visit}/repair`);
  await page.getByText('Another part that may go in').click();
  await page.getByLabel('The part it is for').fill('K1');
  await page.getByLabel('Number of the part offered').fill('k9c');
  await page.getByRole('radio', { name: 'new', exact: true }).click();
  await page.getByRole('button', { name: 'Add the part' }).click();
  await server.kill();
  await page.getByRole('button', { name: 'Take it from Van 1, 2 there' }).click();
  await expect(page.locator('jx-part-row')).toContainText('taken from Van 1');
  await expect(page.getByRole('button', { name: /^Take it from/ })).toHaveCount(0);
  await page.reload();
  await expect(page.locator('jx-part-row')).toContainText('taken from Van 1');

  // Whichever page is open when the server is back.
  await server.resume();
  await page.goto(visit);
  await expect
    .poll(async () => JSON.stringify(await (await page.request.get(`${workspace.address}/api/spares`)).json()), {
      timeout: 30_000,
    })
    .toContain(visit.split('/').at(-1) ?? '');

  await page.goto(`${workspace.address}/spares`);
  await expect(row).toContainText('reorder');
  await row.getByRole('button', { name: 'Take back the last entry' }).click();
  await expect(row).toContainText('enough');
  await row.getByRole('button', { name: 'Count' }).click();
  await row.getByLabel('Pieces that lie there').fill('0');
  await row.getByRole('button', { name: 'Note the count' }).click();
  await expect(row).toContainText('none left');
  await page.goto(workspace.address);
  await expect(page.locator('jx-spares-reminder')).toContainText('Contactor: none left (Van 1)');
});
