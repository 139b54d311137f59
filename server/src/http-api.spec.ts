import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { API_ROUTES, openApi } from '@juxtameter/contract/check';
import { pino } from 'pino';
import { createApp, type AppParts } from './http/app';

interface Layer {
  readonly route?: { readonly path: string; readonly methods: Readonly<Record<string, boolean>> };
  readonly handle: { readonly stack?: readonly Layer[] };
}

/** The addresses the server answers at, those of the page left out. */
function routesOf(layers: readonly Layer[]): readonly string[] {
  return layers.flatMap(({ route, handle }) => {
    if (!route) return routesOf(handle.stack ?? []);
    const methods = Object.keys(route.methods).filter((method) => route.methods[method]);
    return methods.map((method) => `${method} ${route.path.replace(/^\/api/, '')}`);
  });
}

function routesOfServer(): readonly string[] {
  const page = mkdtempSync(join(tmpdir(), 'juxtameter-page-'));
  const parts = { storage: {}, logger: pino({ level: 'silent' }), page } as unknown as AppParts;
  const { stack } = createApp(parts).router as unknown as { readonly stack: readonly Layer[] };
  rmSync(page, { recursive: true });
  return routesOf(stack).filter((each) => !each.includes('*'));
}

describe('the description of the API', () => {
  it('has every route there is, and no other', () => {
    expect(API_ROUTES.map(({ method, path }) => `${method} ${path}`).sort()).toEqual([...routesOfServer()].sort());
  });

  it('is published as OpenAPI with every address and parameter', () => {
    const { paths } = openApi('1.2.3') as {
      paths: Record<string, Record<string, { parameters?: { name: string }[] }>>;
    };
    expect(paths['/api/visits/{id}/events']?.['get']?.parameters?.map(({ name }) => name)).toEqual(['id', 'after']);
    expect(Object.keys(paths['/api/procedures/{id}'] ?? {})).toEqual(['get', 'put']);
  });
});
