import { expect, type Page } from '@playwright/test';

/** Waits until the page would open with no server: its service worker has every file, and every document is kept. */
export async function readyForTheCellar(page: Page): Promise<void> {
  await expect.poll(() => missingFiles(page), { timeout: 40_000 }).toBe(0);
  await expect.poll(() => missingDocuments(page), { timeout: 20_000 }).toBe(0);
}

/** Files of the page the service worker has not cached yet. */
function missingFiles(page: Page): Promise<number> {
  return page.evaluate(async () => {
    const { active } = await navigator.serviceWorker.ready;
    const { hashTable } = (await (await fetch('/ngsw.json')).json()) as { hashTable: Record<string, string> };
    const files = Object.keys(hashTable).length;
    if (active?.state !== 'activated') return files;
    const names = (await caches.keys()).filter((name) => name.endsWith('assets:page:cache'));
    const cached = await Promise.all(names.map(async (name) => (await (await caches.open(name)).keys()).length));
    return Math.max(0, files - cached.reduce((sum, count) => sum + count, 0));
  });
}

/** Documents of the library that are not kept in the browser yet. */
function missingDocuments(page: Page): Promise<number> {
  return page.evaluate(async () => {
    const library = (await (await fetch('/api/library')).json()) as Record<string, unknown[]>;
    const listed = ['unitModels', 'procedures', 'meters'].reduce((sum, kind) => sum + (library[kind]?.length ?? 0), 0);
    const kept = await new Promise<number>((resolve, reject) => {
      const request = indexedDB.open('juxtameter');
      request.onerror = () => reject(new Error('no database'));
      request.onsuccess = () => {
        const database = request.result;
        const count = database.transaction('documents').objectStore('documents').count();
        count.onsuccess = () => {
          database.close();
          resolve(count.result);
        };
      };
    });
    return Math.max(0, listed - kept);
  });
}
