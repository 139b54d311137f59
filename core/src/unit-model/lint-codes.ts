import { CAUTIONS } from './cautions';
import { codeKey, indicatorsOf, isSameCodeSign, codeSignWords } from './codes';
import { problemError, problemWarning, type Problem } from './problem';
import type { CodeDocument, UnitModelDocument } from './unit-model-document';
import type { Wiring } from './wiring';

/** The code table: nothing said twice in two ways, nothing named that is not there. */
export function lintCodes(wiring: Wiring): Problem[] {
  const { model } = wiring;
  const codes = model.codes ?? [];
  const lamps = new Set(indicatorsOf(model).map(({ id }) => id));
  return codes.flatMap((code, index) => {
    const path = `codes[${index}]`;
    const problems = [...lintPlaces(wiring, code, path), ...lintTwins(codes.slice(0, index), code, path)];
    if (code.lamp !== undefined && !lamps.has(code.lamp))
      problems.push(problemError(`${path}.lamp`, `"${code.lamp}" is no lamp or display of this unit model.`));
    for (const lamp of code.sign?.kind === 'lamps' ? Object.keys(code.sign.lamps) : [])
      if (!lamps.has(lamp)) problems.push(problemError(`${path}.sign`, `"${lamp}" is no lamp of this unit model.`));
    const leadsOn = (code.where ?? []).length + (code.procedures ?? []).length > 0;
    if ((code.kind ?? 'fault') === 'fault' && !leadsOn)
      problems.push(problemWarning(path, `Code ${code.code} does not say where to look.`));
    return problems;
  });
}

function lintPlaces(wiring: Wiring, code: CodeDocument, path: string): Problem[] {
  const unknown = (field: string, name: string, what: string): Problem =>
    problemError(`${path}.${field}`, `"${name}" is not ${what} of this unit model.`);
  return [
    ...(code.where ?? [])
      .filter((place) => !wiring.hasElement(place) && !wiring.hasTerminal(place))
      .map((place) => unknown('where', place, 'an element or terminal')),
    ...(['effectOf', 'doesNotProve'] as const).flatMap((field) =>
      (code[field] ?? []).filter((each) => !wiring.hasElement(each)).map((each) => unknown(field, each, 'an element')),
    ),
  ];
}

/** Two codes of one lamp that look alike cannot be told apart, and one name cannot mean two things. */
function lintTwins(before: readonly CodeDocument[], code: CodeDocument, path: string): Problem[] {
  const isOnSame = (other: CodeDocument): boolean => other.lamp === code.lamp && other.colour === code.colour;
  const named = before.find((other) => isOnSame(other) && codeKey(other.code) === codeKey(code.code));
  if (named) return [problemError(`${path}.code`, `Code ${code.code} is listed twice for the same lamp.`)];
  const { sign } = code;
  const twin = sign && before.find((other) => isOnSame(other) && other.sign && isSameCodeSign(other.sign, sign));
  return twin && sign
    ? [problemError(`${path}.sign`, `${codeSignWords(sign)} already says "${twin.meaning}" (code ${twin.code}).`)]
    : [];
}

/** Recipes say what proves that one is in, and their cautions are known. */
export function lintRecipes(model: UnitModelDocument): Problem[] {
  const seen = new Set<string>();
  return (model.recipes ?? []).flatMap((recipe, index) => {
    const path = `recipes[${index}]`;
    const problems = (recipe.cautions ?? [])
      .filter((kind) => CAUTIONS[kind] === undefined)
      .map((kind) => problemWarning(`${path}.cautions`, `"${kind}" has no caution text.`));
    if (seen.has(recipe.id)) problems.push(problemError(`${path}.id`, `Recipe "${recipe.id}" is listed twice.`));
    seen.add(recipe.id);
    recipe.steps.forEach((step, at) => {
      if ((step.do === 'hold' || step.do === 'wait') && step.for === undefined)
        problems.push(problemError(`${path}.steps[${at}].for`, `"${step.do}" says how long.`));
    });
    return problems;
  });
}
