import type { ApiRoute } from './api-route';
import { VISIT_EXPORTS } from './visit-export';
import { schemaUrn, type JsonSchema } from './describe';

/** Every address of the API. The server's spec compares it with the routes there are. */
export const API_ROUTES: readonly ApiRoute[] = [
  {
    method: 'get',
    path: '/health',
    summary: 'Whether the server is well: tried, with disk, database, journal and version.',
    gives: { words: 'It is; 503 where it cannot store.' },
  },
  {
    method: 'get',
    path: '/backup',
    summary: 'Everything stored.',
    gives: { words: 'An archive in open formats.', type: 'application/zip' },
  },
  {
    method: 'get',
    path: '/eras/:id',
    summary: 'Which stretch of orders this is, and how far an earlier one is known here.',
    gives: { words: '`present`, and `reach`, the last order of the era asked for; missing where it is not known.' },
  },
  {
    method: 'get',
    path: '/library',
    summary: 'Sites, units, and which documents there are.',
    gives: { words: 'The library, with the hash of every document.' },
  },
  {
    method: 'get',
    path: '/unit-models/:id',
    summary: 'The newest version of a unit model.',
    gives: { schema: 'unit-model', words: 'The unit model.' },
  },
  {
    method: 'get',
    path: '/procedures/:id',
    summary: 'The newest version of a chart.',
    gives: { schema: 'procedure', words: 'The chart.' },
  },
  {
    method: 'get',
    path: '/meters/:id',
    summary: 'The newest version of a meter.',
    gives: { schema: 'meter', words: 'The meter.' },
  },
  {
    method: 'put',
    path: '/sites/:id',
    summary: 'Puts a site on file.',
    takes: 'sites#/$defs/Site',
    gives: { words: 'The site.' },
  },
  {
    method: 'put',
    path: '/units/:id',
    summary: 'Puts a unit on file.',
    takes: 'sites#/$defs/Unit',
    gives: { words: 'The unit.' },
  },
  {
    method: 'put',
    path: '/unit-models/:id',
    summary: 'Stores a unit model, as a new version where it differs from the newest.',
    takes: 'unit-model',
    gives: { words: 'Its version, its hash and whether it is new.' },
  },
  {
    method: 'put',
    path: '/procedures/:id',
    summary: 'Stores a chart, as a new version where it differs from the newest.',
    takes: 'procedure',
    gives: { words: 'Its version, its hash and whether it is new.' },
  },
  {
    method: 'put',
    path: '/meters/:id',
    summary: 'Stores a meter, as a new version where it differs from the newest.',
    takes: 'meter',
    gives: { words: 'Its version, its hash and whether it is new.' },
  },
  {
    method: 'get',
    path: '/visits',
    summary: 'Visits, the open ones first, in each part the one touched last first; a page at a time.',
    query: [
      { name: 'search', what: 'Words, each of which stands somewhere in what the list shows.' },
      { name: 'after', what: '`next` of the page before.' },
      { name: 'limit', what: 'Visits on a page, from 1 to 100; 40 where it is left out.' },
      { name: 'ids', what: 'Instead of a page: the visits with these ids, divided by commas, those there are.' },
    ],
    gives: {
      words:
        '`visits`, what a list shows of each; `next` where more come; `found`, how many match, up to 1001; `temporaries`, every temporary repair that runs; `untold`, how many are still read anew after an upgrade.',
    },
  },
  {
    method: 'get',
    path: '/history',
    summary: 'What happened so far at the units of some sites.',
    query: [{ name: 'sites', what: 'Ids of 1 to 50 sites, divided by commas.' }],
    gives: { words: 'Past visits by site and unit, the oldest first; every site that was asked for.' },
  },
  {
    method: 'post',
    path: '/visits',
    summary: 'Begins a visit. Begun twice with the same id it is one.',
    takes: 'start-visit',
    status: 201,
    gives: { schema: 'visit', words: 'The visit with the documents it is pinned to.' },
  },
  {
    method: 'get',
    path: '/visits/:id',
    summary: 'A visit with its documents and its log.',
    gives: { schema: 'visit', words: 'The visit.' },
  },
  {
    method: 'post',
    path: '/visits/:id/events',
    summary: 'Adds events to a log, all of them or none. Sent twice they are stored once.',
    takes: 'event-batch',
    gives: { words: 'The order the server gave each event.' },
  },
  {
    method: 'get',
    path: '/visits/:id/events',
    summary: 'What was logged behind an event that was seen.',
    query: [{ name: 'after', what: 'Order of the last event that was seen; 0 for all.' }],
    gives: { words: 'The events with their order.' },
  },
  ...VISIT_EXPORTS.map(({ id, summary, gives }): ApiRoute => ({
    method: 'get',
    path: `/visits/:id/${id}`,
    summary,
    gives,
  })),
  {
    method: 'put',
    path: '/photos/:photo',
    summary: 'Keeps a picture under the SHA-256 of its bytes. Sent twice it is kept once.',
    takesType: 'image/jpeg',
    status: 201,
    gives: { words: 'Its name; 422 where it is no JPEG, is larger than 4 MB or carries more than its picture.' },
  },
  {
    method: 'get',
    path: '/photos/:photo',
    summary: 'A picture.',
    gives: { words: 'The picture; 404 where the device that took it has not brought it yet.', type: 'image/jpeg' },
  },
  {
    method: 'post',
    path: '/photos/missing',
    summary: 'Which of some pictures are not kept here.',
    takes: 'photos-asked',
    gives: { words: '`missing`, those that are not.' },
  },
  {
    method: 'get',
    path: '/spares',
    summary: 'What is known of the spares in vans and stores.',
    gives: { words: '`entries`, in any order; the same entry means the same wherever it comes from.' },
  },
  {
    method: 'post',
    path: '/spares',
    summary: 'Stores entries of the spares, all of them or none. Sent twice they are stored once.',
    takes: 'spare-batch',
    gives: { words: '`stored`, how many of them were new; 409 where one is on file with other content.' },
  },
  {
    method: 'post',
    path: '/import',
    summary: 'Brings documents in, all of them or none.',
    takes: 'import',
    query: [{ name: 'trial', what: 'Says what would happen and stores nothing.' }],
    gives: {
      words:
        'Effects and problems; 422 where nothing was stored. Asked for as application/x-ndjson: lines with `progress`, then one with `answer` or `problem`.',
    },
  },
];

const PROBLEM = 'What is wrong, by field (RFC 9457).';

/** The API as an OpenAPI 3.1 document. The schemas stand beside it, as files of `docs/schema`. */
export function openApi(version: string): JsonSchema {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const route of API_ROUTES) {
    const path = `/api${route.path.replace(/:(\w+)/g, '{$1}')}`;
    paths[path] = { ...paths[path], [route.method]: operation(route) };
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Juxtameter',
      version,
      description: 'Writes are idempotent; what is refused changes nothing. Answers to loopback only, without sign-in.',
      license: { name: 'MIT', identifier: 'MIT' },
    },
    servers: [{ url: 'http://127.0.0.1:4310' }],
    paths,
    components: {
      responses: {
        Problem: {
          description: PROBLEM,
          content: {
            'application/problem+json': {
              schema: {
                type: 'object',
                required: ['type', 'title', 'status', 'detail'],
                properties: {
                  type: { type: 'string' },
                  title: { type: 'string' },
                  status: { type: 'integer' },
                  detail: { type: 'string' },
                  errors: {
                    type: 'array',
                    items: {
                      type: 'object',
                      required: ['path', 'message'],
                      properties: { path: { type: 'string' }, message: { type: 'string' } },
                    },
                  },
                },
              },
            },
          },
        },
      },
    },
  };
}

function operation({ path, summary, takes, takesType, gives, status = 200, query = [] }: ApiRoute): JsonSchema {
  const named = [...path.matchAll(/:(\w+)/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }));
  const asked = query.map(({ name, what }) => ({ name, in: 'query', description: what, schema: { type: 'string' } }));
  const json = (schema: string): JsonSchema => ({ 'application/json': { schema: { $ref: schemaUrn(schema) } } });
  return {
    summary,
    ...(named.length + asked.length > 0 ? { parameters: [...named, ...asked] } : {}),
    ...(takes === undefined ? {} : { requestBody: { required: true, content: json(takes) } }),
    ...(takesType === undefined ? {} : { requestBody: { required: true, content: { [takesType]: {} } } }),
    responses: {
      [String(status)]: {
        description: gives.words,
        content: gives.schema === undefined ? { [gives.type ?? 'application/json']: {} } : json(gives.schema),
      },
      default: { $ref: '#/components/responses/Problem' },
    },
  };
}
