import { CODE_KINDS, LAMP_RATES, MOST_FLASHES, type CodeDocument, type CodeSign } from '@juxtameter/core';
import * as yup from 'yup';
import { id, listOf, name, oneOf, orMissing, requiredRecord, says, shape, taggedUnion, text } from '../describe';

type SignOf<Kind extends CodeSign['kind']> = Extract<CodeSign, { readonly kind: Kind }>;

/** How a code shows itself. */
export const codeSignSchema = taggedUnion(
  'kind',
  {
    blinks: shape<SignOf<'blinks'>>(
      'BlinksSign',
      'Counted flashes: "2+3" is two counts.',
    )({
      kind: says('Counted flashes.', oneOf(['blinks']).required()),
      counts: says(
        'Flashes of each group.',
        listOf(yup.number().integer().min(1).max(MOST_FLASHES).required(), 4).min(1, 'holds no count').required(),
      ),
    }),
    pattern: shape<SignOf<'pattern'>>(
      'PatternSign',
      'Long and short flashes.',
    )({
      kind: says('Long and short flashes.', oneOf(['pattern']).required()),
      flashes: says(
        'In order.',
        listOf(oneOf(['long', 'short']).required(), 12)
          .min(2, 'holds fewer than two flashes')
          .required(),
      ),
    }),
    rate: shape<SignOf<'rate'>>(
      'RateSign',
      'Even flashing or steady light.',
    )({
      kind: says('Even flashing or steady light.', oneOf(['rate']).required()),
      rate: says('How fast.', oneOf(LAMP_RATES).required()),
    }),
    lamps: shape<SignOf<'lamps'>>(
      'LampsSign',
      'Several lamps at once.',
    )({
      kind: says('Several lamps at once.', oneOf(['lamps']).required()),
      lamps: says('Lamp to what it does.', requiredRecord(oneOf(['on', 'off', 'flashing']).required())),
    }),
    text: shape<SignOf<'text'>>(
      'TextSign',
      'Characters on a display.',
    )({
      kind: says('Characters on a display.', oneOf(['text']).required()),
      text: says('The characters.', name().required()),
    }),
  },
  'sign',
);

export const codeSchema = shape<CodeDocument>(
  'Code',
  'A code: where to look, never what is wrong.',
)({
  code: says('What it is called: "3", "2+3", "E12".', name().required()),
  lamp: says('The indicator that shows it.', id()),
  sign: says('How it shows itself.', orMissing(codeSignSchema)),
  colour: says('The colour of the lamp.', name()),
  kind: says('A fault where nothing is said.', oneOf(CODE_KINDS)),
  meaning: says('What the legend says.', text().required()),
  where: says('Elements and terminals to look at.', listOf(id().required())),
  procedures: says('Charts that begin there.', listOf(id().required())),
  effectOf: says('Faults of these elements show this code as well.', listOf(id().required())),
  doesNotProve: says('Elements that it does not show to be at fault.', listOf(id().required())),
  clearedBy: says('How it is cleared, in words.', text(600)),
});
