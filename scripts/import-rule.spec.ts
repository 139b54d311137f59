import { ESLint } from 'eslint';

/** What the linter says of an import written in a file of that room. */
async function messages(filePath: string, code: string): Promise<string> {
  const [result] = await new ESLint({ cache: false }).lintText(code, { filePath });
  return (result?.messages ?? []).map((each) => each.message).join('\n');
}

describe('the lint rule on imports', () => {
  it('lets them point one way only', async () => {
    for (const [file, code] of [
      ['core/src/quantity/x.ts', "import { x } from '@juxtameter/contract'; export const y = x;"],
      ['core/src/quantity/x.ts', "import { readFileSync } from 'node:fs'; export const y = readFileSync;"],
      ['core/src/quantity/x.ts', "import { x } from '../verdict'; export const y = x;"],
      ['core/src/visit/walking/x.ts', "import { x } from '../safety'; export const y = x;"],
      ['core/src/visit/list/x.ts', "import { x } from '../../guard'; export const y = x;"],
      ['core/src/verdict/x.ts', "import { Component } from '@angular/core'; export const y = Component;"],
      ['contract/src/x.ts', "import { x } from '@juxtameter/server'; export const y = x;"],
      ['server/src/x.ts', "import { x } from '@juxtameter/web'; export const y = x;"],
      ['web/src/app/x.ts', "import { x } from '@juxtameter/demo'; export const y = x;"],
    ] as const) {
      expect(await messages(file, code))
        .withContext(`${file}: ${code}`)
        .toMatch(/import is restricted/);
    }
    expect(await messages('core/src/verdict/x.ts', "import { x } from '../quantity';\n\nexport const y = x;\n")).toBe(
      '',
    );
    expect(await messages('server/src/x.ts', "import { x } from '@juxtameter/core';\n\nexport const y = x;\n")).toBe(
      '',
    );
  });

  it('keeps clocks and chance out of the core', async () => {
    expect(await messages('core/src/visit/x.ts', 'export const now = Date.now();')).toContain('core has no clock');
    expect(await messages('core/src/visit/x.ts', 'export const now = new Date();')).toContain('core has no clock');
    expect(await messages('core/src/visit/x.ts', 'export const x = Math.random();')).toContain(
      'core has no hidden randomness',
    );
  });
});
