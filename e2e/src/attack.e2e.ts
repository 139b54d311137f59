import { createServer, type Server } from 'node:http';
import { once } from 'node:events';
import type { Page } from '@playwright/test';
import { expect, test } from './support/fixtures';
import { readyForTheCellar } from './support/cellar';

// The page is cached by its service worker here, as on a tablet.
test.use({ serviceWorkers: 'allow' });

/** Somebody else at the server's address: every request is answered like this. */
async function stranger(address: string, status: number, body: string): Promise<Server> {
  const server = createServer((_request, response) => {
    response.writeHead(status, { 'content-type': 'text/html' });
    response.end(body);
  });
  server.listen(Number(new URL(address).port), '127.0.0.1');
  await once(server, 'listening');
  return server;
}

async function gone(server: Server): Promise<void> {
  server.closeAllConnections();
  server.close();
  await once(server, 'close');
}

/** What the worker does by itself when a page is opened, now. */
async function lookForUpdate(page: Page): Promise<void> {
  await page.evaluate(async () => {
    const { active } = await navigator.serviceWorker.ready;
    active?.postMessage({ action: 'CHECK_FOR_UPDATES', nonce: 1 });
    await new Promise((resolve) => setTimeout(resolve, 1500));
  });
}

test('a sign-in page, a fault or nothing at the address takes neither the page nor a visit off the tablet', async ({
  workspace,
  server,
  page,
}) => {
  test.setTimeout(180_000);
  await workspace.start();
  await readyForTheCellar(page);
  await workspace.key('Enter');
  await expect(workspace.strip).toContainText('Saved on server');
  const address = page.url();
  await server.kill();
  for (const [status, body] of [
    [200, '<html>Sign in to this network</html>'],
    [500, 'fault'],
    [404, 'nothing here'],
    [200, '[]'],
    [200, '{}'],
    [200, 'null'],
  ] as const) {
    const other = await stranger(server.address, status, body);
    await page.goto(address);
    await lookForUpdate(page);
    await expect(workspace.title).toBeVisible();
    await page.goto(server.address);
    await expect(page.locator('.card').first()).toBeVisible();
    await gone(other);
  }
  // Nobody at all now, and a page that was not open before.
  const cold = await page.context().newPage();
  await cold.goto(address);
  await expect(cold.locator('jx-step-page h1')).toBeVisible();
  await cold.close();
  await server.resume();
  await page.goto(address);
  await workspace.key('1');
  await expect(workspace.strip).toContainText('Saved on server', { timeout: 70_000 });
});

test('what waits arrives when the server is back after a while, on a page nobody touches', async ({
  workspace,
  server,
  page,
}) => {
  test.setTimeout(120_000);
  await workspace.start();
  await workspace.key('Enter');
  await expect(workspace.strip).toContainText('Saved on server');
  await server.kill();
  await workspace.key('1');
  await expect(workspace.strip).toContainText('Offline: 1 waiting');
  // Longer than the page waits between two tries by then, with a look at the server every five seconds.
  await page.waitForTimeout(25_000);
  await server.resume();
  await expect(workspace.strip).toContainText('Saved on server', { timeout: 15_000 });
});

test('a server that was emptied takes no visit with it, and gets it back when somebody says so', async ({
  workspace,
  server,
  page,
}) => {
  test.setTimeout(120_000);
  await workspace.start();
  await workspace.key('Enter');
  await expect(workspace.strip).toContainText('Saved on server');
  const address = page.url();
  await server.beginEmpty();
  await page.goto(server.address);
  await expect(page.getByText('This is another server than before')).toBeVisible();
  await page.goto(address);
  await expect(workspace.title).toBeVisible();
  await expect(workspace.strip).toContainText('Of another server');
  await page.goto(server.address);
  await page.getByRole('button', { name: /^Give (it|them) to this server/ }).click();
  await expect(page.getByText('This is another server than before')).toBeHidden();
  await page.goto(address);
  await expect(workspace.strip).toContainText('Saved on server', { timeout: 20_000 });
  const stored = await fetch(`${server.address}/api/visits/${address.split('/').at(-1)}`);
  expect(((await stored.json()) as { events: unknown[] }).events.length).toBeGreaterThan(2);
});

test('a server put back to an older copy is brought what it lacks, once', async ({ workspace, server, page }) => {
  test.setTimeout(120_000);
  await workspace.start();
  await workspace.key('Enter');
  await expect(workspace.strip).toContainText('Saved on server');
  const address = page.url();
  const putBack = await server.keepState();
  await page.goto(address);
  await workspace.at('What does contactor K1 do?');
  await workspace.key('1', '1', 'Enter');
  await workspace.at('Prove dead at Q1 and X1');
  await expect(workspace.strip).toContainText('Saved on server', { timeout: 20_000 });
  await putBack();
  await expect(workspace.strip).toContainText('Saved on server', { timeout: 40_000 });
  await workspace.read('231 / 9.1');
  await expect.poll(() => storedTypes(server.address, address), { timeout: 40_000 }).toContain('meter-proven');
  const stored = await storedTypes(server.address, address);
  expect(stored.filter((type) => type === 'visit-opened').length).toBe(1);
  expect(stored.filter((type) => type === 'meter-proven').length).toBe(2);
  expect(stored.filter((type) => type === 'observation-made').length).toBe(2);
});

async function storedTypes(server: string, page: string): Promise<readonly string[]> {
  const answer = await fetch(`${server}/api/visits/${page.split('/').at(-1)}`);
  return ((await answer.json()) as { events: { type: string }[] }).events.map(({ type }) => type);
}
