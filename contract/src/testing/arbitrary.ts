import fc from 'fast-check';
import type * as yup from 'yup';
import { isNeeded, nodeOf, type Node, type ShapeNode } from '../describe';

/** Deeper than this only what has to be there is made. */
const DEEPEST = 5;

/** Any value that a schema lets pass, made of its description alone. */
export function arbitraryOf(schema: yup.ISchema<unknown>, depth = 0): fc.Arbitrary<unknown> {
  const node = nodeOf(schema);
  switch (node.is) {
    case 'text':
      return textOf(node);
    case 'number':
      return numberOf(node);
    case 'boolean':
      return fc.boolean();
    case 'list': {
      const { least = 0, most = 3 } = node;
      const maxLength = Math.max(least, Math.min(most, depth < DEEPEST ? least + 2 : least));
      return fc.array(arbitraryOf(node.entry, depth + 1), { minLength: least, maxLength });
    }
    case 'map':
      return fc.dictionary(fc.constantFrom('K1', 'mains', 'x-2'), arbitraryOf(node.entry, depth + 1), {
        maxKeys: depth < DEEPEST ? 2 : 0,
        noNullPrototype: true,
      });
    case 'shape':
      return shapeOf(node, depth);
    case 'union':
      return unionOf(node, depth);
    case 'either':
      return fc.oneof(...node.of.map((each) => arbitraryOf(each, depth + 1)));
  }
}

/** One of the shapes, made only once it is chosen: they may hold each other without end. */
function unionOf({ tag, shapes }: Extract<Node, { is: 'union' }>, depth: number): fc.Arbitrary<unknown> {
  const all = Object.keys(shapes);
  const simple = all.filter((key) => !holdsAnother(shapes[key] as yup.ISchema<unknown>));
  return fc.constantFrom(...(depth < DEEPEST || simple.length === 0 ? all : simple)).chain((key) =>
    arbitraryOf(shapes[key] as yup.ISchema<unknown>, depth + 1).map((value) => ({
      ...(value as object),
      [tag]: key,
    })),
  );
}

function holdsAnother(schema: yup.ISchema<unknown>): boolean {
  const node = nodeOf(schema);
  return node.is === 'shape' && node.fields.some((field) => field.isRequired && nodeOf(field.schema).is === 'union');
}

function textOf({ form, among, most = 40, isNeverEmpty }: Extract<Node, { is: 'text' }>): fc.Arbitrary<string> {
  if (among) return fc.constantFrom(...among);
  if (form) return fc.constantFrom(...form.examples);
  return fc
    .string({ minLength: isNeverEmpty ? 1 : 0, maxLength: Math.min(most, 40), unit: 'binary' })
    .filter((text) => !text.includes('\0') && !/\p{Surrogate}/u.test(text));
}

function numberOf({ isWhole, least = -1e6, most = 1e6, among }: Extract<Node, { is: 'number' }>): fc.Arbitrary<number> {
  if (among) return fc.constantFrom(...among);
  if (isWhole) return fc.integer({ min: least, max: most });
  return fc.double({ min: least, max: most, noNaN: true }).map((value) => (Object.is(value, -0) ? 0 : value));
}

function shapeOf({ fields, common }: ShapeNode, depth: number): fc.Arbitrary<unknown> {
  const all = [...(common?.fields ?? []), ...fields];
  const made = all.filter(({ isRequired }) => isRequired || depth < DEEPEST);
  return fc.record(Object.fromEntries(made.map(({ name, schema }) => [name, arbitraryOf(schema, depth + 1)])), {
    requiredKeys: all.filter(({ isRequired }) => isRequired).map(({ name }) => name),
  });
}

/** What has to be there in the outermost shape of a schema. */
export function requiredFields(schema: yup.ISchema<unknown>): readonly string[] {
  const node = nodeOf(schema);
  if (node.is !== 'shape') return [];
  return [...(node.common?.fields ?? []), ...node.fields]
    .filter((field) => isNeeded(field.schema))
    .map(({ name }) => name);
}
