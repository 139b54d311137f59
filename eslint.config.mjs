// @ts-check
import js from '@eslint/js';
import angular from 'angular-eslint';
import globals from 'globals';
import tseslint from 'typescript-eslint';

/** Rooms of the core in the order data flows through them: a room may import only those before it. */
const CORE_ROOMS = [
  'quantity',
  'meter',
  'reference',
  'expectation',
  'verdict',
  'expression',
  'blink',
  'unit-model',
  'path',
  'supply',
  'procedure',
  'visit',
  'sequence',
  'circuit',
  'proving',
  'photo',
  'history',
  'guard',
  'spares',
  'repair',
  'account',
  'entry',
  'formats',
];

/** Imports point one way: web, server and cli use contract and core; contract uses core; core uses none of them. */
const FORBIDDEN_PACKAGES = {
  core: [
    '@juxtameter/*',
    '@angular/*',
    '@ngrx/*',
    'primeng/*',
    'rxjs',
    'rxjs/*',
    'node:*',
    'yup',
    'express',
    'drizzle-orm',
  ],
  contract: [
    '@juxtameter/contract',
    '@juxtameter/server',
    '@juxtameter/web',
    '@juxtameter/cli',
    '@juxtameter/demo',
    '@juxtameter/e2e',
    '@angular/*',
    '@ngrx/*',
    'primeng/*',
    'rxjs',
    'rxjs/*',
    'node:*',
    'express',
    'drizzle-orm',
  ],
  server: [
    '@juxtameter/server',
    '@juxtameter/web',
    '@juxtameter/cli',
    '@juxtameter/e2e',
    '@angular/*',
    '@ngrx/*',
    'primeng/*',
  ],
  web: [
    '@juxtameter/server',
    '@juxtameter/web',
    '@juxtameter/cli',
    '@juxtameter/demo',
    '@juxtameter/e2e',
    'node:*',
    'express',
    'drizzle-orm',
    '@electric-sql/*',
  ],
  cli: [
    '@juxtameter/server',
    '@juxtameter/web',
    '@juxtameter/cli',
    '@juxtameter/e2e',
    '@angular/*',
    '@ngrx/*',
    'primeng/*',
    'express',
    'drizzle-orm',
  ],
  demo: [
    '@juxtameter/server',
    '@juxtameter/web',
    '@juxtameter/cli',
    '@juxtameter/demo',
    '@juxtameter/e2e',
    '@angular/*',
    '@ngrx/*',
    'primeng/*',
    'express',
    'drizzle-orm',
  ],
};

/** Rooms of a visit in that order. What the record says of the kinds of events is types alone, which vanish. */
const VISIT_ROOMS = [
  'record',
  'walking',
  'safety',
  'reading',
  'watching',
  'intake',
  'evidence',
  'kinds',
  'replay',
  'standing',
  'answering',
  'list',
];

const outOfReach = (group, message) => ({ group, message });

const packageRules = Object.entries(FORBIDDEN_PACKAGES).map(([name, group]) => ({
  files: [`${name}/**/*.ts`],
  ignores: ['**/*.spec.ts'],
  rules: {
    'no-restricted-imports': [
      'error',
      { patterns: [outOfReach(group, `${name} must not reach there: imports point one way.`)] },
    ],
  },
}));

/** Rooms that come later, out of a folder so many levels below `base`. */
const laterRooms = (rooms, index, up) =>
  rooms.slice(index + 1).flatMap((each) => up.flatMap((step) => [`${step}${each}`, `${step}${each}/*`]));

const oneWay = (files, room, later) => ({
  files: [files],
  ignores: ['**/*.spec.ts'],
  rules: {
    'no-restricted-imports': 'off',
    '@typescript-eslint/no-restricted-imports': [
      'error',
      {
        patterns: [
          outOfReach(FORBIDDEN_PACKAGES.core, 'core is pure: no interface, no server, no Node.'),
          ...(later.length > 0 ? [outOfReach(later, `"${room}" comes before that room: data flows one way.`)] : []),
        ],
      },
    ],
  },
});

const roomRules = CORE_ROOMS.map((room, index) =>
  oneWay(`core/src/${room}/**/*.ts`, room, laterRooms(CORE_ROOMS, index, ['../', '../../'])),
);

const visitRules = VISIT_ROOMS.map((room, index) =>
  oneWay(`core/src/visit/${room}/**/*.ts`, room, [
    ...laterRooms(CORE_ROOMS, CORE_ROOMS.indexOf('visit'), ['../../']),
    ...laterRooms(VISIT_ROOMS, index, ['../']),
  ]),
);

export default tseslint.config(
  {
    ignores: ['dist/', 'node_modules/', '.angular/', 'data/', 'server/drizzle/', 'test-results/', 'playwright-report/'],
  },
  js.configs.recommended,
  {
    files: ['web/public/*.js'],
    languageOptions: { globals: globals.serviceworker },
  },
  {
    files: ['**/*.mjs', '**/*.cjs'],
    languageOptions: { globals: globals.node },
  },
  {
    files: ['**/*.ts'],
    extends: [...tseslint.configs.strict, ...tseslint.configs.stylistic],
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/consistent-type-imports': [
        'error',
        { fixStyle: 'inline-type-imports', prefer: 'type-imports', disallowTypeAnnotations: true },
      ],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-extraneous-class': ['error', { allowWithDecorator: true }],
      '@typescript-eslint/unified-signatures': 'off',
      'no-console': 'error',
      eqeqeq: 'error',
      'max-lines': ['error', { max: 420, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    files: ['web/src/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: {
      '@angular-eslint/prefer-on-push-component-change-detection': 'error',
      '@angular-eslint/component-selector': ['error', { type: 'element', prefix: 'jx', style: 'kebab-case' }],
      // Type imports would hide what injection needs at run time.
      '@typescript-eslint/consistent-type-imports': 'off',
    },
  },
  {
    files: ['web/src/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
  },
  {
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.spec.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'navigator',
        'localStorage',
        'performance',
        'process',
        'setTimeout',
        'setInterval',
        'fetch',
        'crypto',
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'core has no clock: take the time as an argument.' },
        {
          object: 'Math',
          property: 'random',
          message: 'core has no hidden randomness: take a generator as an argument.',
        },
      ],
      'no-restricted-syntax': [
        'error',
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: 'core has no clock: take the time as an argument.',
        },
      ],
    },
  },
  ...packageRules,
  {
    files: ['web/**/*.ts'],
    ignores: ['web/src/app/kit/**', 'web/src/app/theme/preset.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            outOfReach(FORBIDDEN_PACKAGES.web, 'web must not reach there: imports point one way.'),
            outOfReach(['primeng', 'primeng/*', '@primeuix/*'], 'pages are made of the parts of the kit.'),
          ],
        },
      ],
    },
  },
  ...roomRules,
  ...visitRules,
  { files: ['core/src/visit/record/visit-event.ts'], rules: { '@typescript-eslint/no-restricted-imports': 'off' } },
  {
    files: ['**/*.spec.ts', 'e2e/**/*.ts', '**/testing/**/*.ts'],
    // In a spec a missing value is a failed test, which is what the assertion makes of it.
    rules: { 'max-lines': 'off', '@typescript-eslint/no-non-null-assertion': 'off' },
  },
  { files: ['web/src/main.ts', 'demo/src/build-visits.ts', 'e2e/bench/main.ts'], rules: { 'no-console': 'off' } },
);
