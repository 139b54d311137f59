import { DocumentError, type MeasurementFunction } from '../../quantity';
import { thresholdsOf } from '../common';
import type { ExpectationCommon } from '../expectation-common';
import type { ExpectationKind, Resolving } from '../expectation-kind';
import { quantityText } from '../line-amounts';
import { optional } from '../line-parts';
import type { Look, ResolvedExpectation } from '../resolved-expectation';
import type { ExpectationDocument } from './expectation-registry';

/** Changes with an action, every time, and is in the other state beforehand. */
export interface FollowsDocument extends ExpectationCommon {
  readonly kind: 'follows';
  /** What is done: "press the float down". */
  readonly stimulus: string;
  readonly before: ExpectationDocument;
  readonly during: ExpectationDocument;
  /** How often; default 3. */
  readonly times?: number;
}

export const followsKind: ExpectationKind<FollowsDocument> = {
  resolve: (document, { measured, inner }) => resolveFollows(document, measured, inner),
  format: (document, inner) =>
    `${inner(document.before)} then ${inner(document.during)} on ${document.stimulus}${document.times === undefined ? '' : ` ${document.times} times`}`,
  lines: [
    [
      /^(open|closed|present|absent)(?: ([\d.,]+ ?\S+))? then (open|closed|present|absent)(?: ([\d.,]+ ?\S+))? on (.+?)(?: (\d+) times)?$/i,
      followsLine,
    ],
  ],
  example: ['open then closed on lid down 3 times', 'continuity'],
};

const DEFAULT_TIMES = 3;
const MOST_TIMES = 20;

/** The other state first, then the change, as often as asked. */
function resolveFollows(
  document: FollowsDocument,
  measured: MeasurementFunction,
  resolve: Resolving['inner'],
): ResolvedExpectation {
  const { stimulus, times = DEFAULT_TIMES } = document;
  if (!Number.isInteger(times) || times < 1 || times > MOST_TIMES)
    throw new DocumentError('times', `Once to ${MOST_TIMES} times.`, ['3']);
  const before = resolve(document.before);
  const during = resolve(document.during);
  const looks = Array.from({ length: times }, (_each, index): readonly Look[] => [
    { id: `before-${index + 1}`, name: `before, ${index + 1} of ${times}`, expectation: before },
    { id: `during-${index + 1}`, name: `${stimulus}, ${index + 1} of ${times}`, expectation: during },
  ]).flat();
  const words = `${before.words}, then ${during.words} on "${stimulus}", ${times} times`;
  return {
    ...thresholdsOf(document, measured),
    low: -Infinity,
    high: Infinity,
    words,
    rule: words,
    judgeable: before.judgeable && during.judgeable,
    finite: false,
    looks,
  };
}

function followsLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, before = '', beforeOf, during = '', duringOf, stimulus = '', times] = found;
  const state = (word: string, of: string | undefined): ExpectationDocument => ({
    kind: 'state',
    is: word.toLowerCase() as 'open' | 'closed' | 'present' | 'absent',
    ...optional('of', of, (text) => quantityText(text, measured)),
  });
  return {
    kind: 'follows',
    stimulus,
    before: state(before, beforeOf),
    during: state(during, duringOf ?? beforeOf),
    ...(times === undefined ? {} : { times: Number(times) }),
  };
}
