import { test as base, expect, type Page } from '@playwright/test';
import { readBeforePressing } from './read-before-pressing';
import { ServerProcess } from './server-process';
import { Workspace } from './workspace';

interface Fixtures {
  readonly workspace: Workspace;
}

interface WorkerFixtures {
  readonly server: ServerProcess;
}

/** Every test gets the real server; anything the page logs as an error fails it. */
export const test = base.extend<Fixtures, WorkerFixtures>({
  server: [
    // Playwright reads the names of what a fixture uses from its first argument.
    // eslint-disable-next-line no-empty-pattern
    async ({}, use) => {
      const server = await ServerProcess.start();
      await use(server);
      await server.discard();
    },
    { scope: 'worker' },
  ],
  page: async ({ page }, use) => {
    const errors = watchErrors(page);
    readBeforePressing(page);
    await use(page);
    expect(errors).toEqual([]);
  },
  workspace: async ({ page, server }, use) => {
    await use(new Workspace(page, server.address));
  },
});

export { expect };

/** Script errors and refused content; requests that fail because a test killed the server are no errors of the page. */
function watchErrors(page: Page): string[] {
  const errors: string[] = [];
  page.on('pageerror', (error) => errors.push(error.message));
  page.on('console', (message) => {
    if (message.type() === 'error' && !message.text().includes('Failed to load resource')) errors.push(message.text());
  });
  return errors;
}
