import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import * as core from '@juxtameter/core';

const CORE = fileURLToPath(new URL('../core/src', import.meta.url));

interface Example {
  readonly file: string;
  readonly expression: string;
  /** As JSON, or `undefined`. */
  readonly result: string;
}

/** Every line `@example expression // result` of the core's docstrings. */
function examples(folder = CORE): readonly Example[] {
  return readdirSync(folder).flatMap((name): readonly Example[] => {
    const path = join(folder, name);
    if (statSync(path).isDirectory()) return examples(path);
    if (!name.endsWith('.ts') || name.endsWith('.spec.ts')) return [];
    return [...readFileSync(path, 'utf8').matchAll(/^ \* @example (.+?) \/\/ (.+)$/gm)].map(
      ([, expression = '', result = '']) => ({ file: relative(CORE, path), expression, result }),
    );
  });
}

/** As JSON has it; a no-break space reads as one that breaks. */
function plain(value: unknown): unknown {
  return value === undefined ? undefined : (JSON.parse(JSON.stringify(value).replaceAll('\u00a0', ' ')) as unknown);
}

function valueOf(expression: string): unknown {
  // The examples are our own, and are run where specs run.
  return new Function(...Object.keys(core), `return (${expression});`)(...Object.values(core)) as unknown;
}

describe('the examples in docstrings', () => {
  for (const { file, expression, result } of examples())
    it(`${file}: ${expression}`, () => {
      const written: unknown = new Function(`return (${result});`)();
      const value: unknown = valueOf(expression);
      if (typeof value === 'number' && typeof written === 'number') expect(value).toBeCloseTo(written, 12);
      else expect(plain(value)).toEqual(plain(written));
    });

  it('are there', () => {
    expect(examples().length).toBeGreaterThan(50);
  });
});
