import type { InjectedFault } from '@juxtameter/core';
import { conditionsSchema } from './conditions-schema';
import { address, id, says, shape, text } from './describe';
import { contract } from './validate';
import type { Conditions } from '@juxtameter/core';
import type * as yup from 'yup';

const injectedFaultSchema = shape<InjectedFault>(
  'InjectedFault',
  'A fault that is there, for computing what it looks like.',
)({
  of: says('Wire, device, supply, or function of a board as `board:function`.', id().required()),
  mode: says('How it failed: open, high-resistance, welded, earth-leak.', id().required()),
  at: says('Where along it: a pole, a conductor, the other wire of a short.', address()),
  size: says('How large it is: "200 Ω", "-15 %".', text(60)),
});

export const injectedFaultContract = contract<InjectedFault>(injectedFaultSchema);

/** Conditions by themselves, as the command line takes them. */
export const conditionsContract = contract<Conditions | undefined>(
  conditionsSchema as yup.ISchema<Conditions | undefined>,
);
