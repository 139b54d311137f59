import { readdirSync, readFileSync } from 'node:fs';
import { API_ROUTES, openApi } from '@juxtameter/contract';

const FOLDER = new URL('./http/', import.meta.url);

/** Addresses as the source of the server writes them. */
function routesInSource(): readonly string[] {
  const text = readdirSync(FOLDER)
    .filter((name) => name.endsWith('.ts'))
    .map((name) => readFileSync(new URL(name, FOLDER), 'utf8'))
    .join('\n');
  return [...text.matchAll(/(?:router|app)\.(get|put|post|delete|patch)\('(\/[^'{]+)'/g)].map(
    ([, method, path]) => `${method} ${(path ?? '').replace(/^\/api/, '')}`,
  );
}

describe('the description of the API', () => {
  it('has every route there is, and no other', () => {
    expect(API_ROUTES.map(({ method, path }) => `${method} ${path}`).sort()).toEqual([...routesInSource()].sort());
  });

  it('is published as OpenAPI with every address and parameter', () => {
    const { paths } = openApi('1.2.3') as {
      paths: Record<string, Record<string, { parameters?: { name: string }[] }>>;
    };
    expect(paths['/api/visits/{id}/events']?.['get']?.parameters?.map(({ name }) => name)).toEqual(['id', 'after']);
    expect(Object.keys(paths['/api/procedures/{id}'] ?? {})).toEqual(['get', 'put']);
  });
});
