import { CONDUCTOR_ROLES, SUPPLY_SYSTEMS, type CallDocument, type SupplyDocument } from '@juxtameter/core';
import { address, id, listOf, name, oneOf, quantity, record, says, shape } from '../describe';

export const supplySchema = shape<SupplyDocument>(
  'Supply',
  'What feeds the machine, or a part of it.',
)({
  id: says('Names it in conditions, paths and proofs.', id().required()),
  name: says('What people call it; the id where nothing is said.', name()),
  system: says('How it is built: which conductors it has.', oneOf(SUPPLY_SYSTEMS).required()),
  nominal: says('Its voltage.', quantity('voltage').required()),
  frequency: says('Its frequency; 50 Hz where nothing is said.', quantity('frequency')),
  impedance: says('Impedance of the source.', quantity('resistance')),
  bond: says(
    'Which conductor is joined to earth at the source: `N-E`, `L2-E`; `none` where none is on purpose; nothing where nobody knows.',
    name(),
  ),
  category: says('Measurement category at this place: "CAT III". A meter built for less is refused.', name()),
  terminals: says(
    'Conductor (`L`, `N`, `E`, `L1`, `plus`, `return` ...) to the terminal where it arrives; the pairs of a proof of dead come of these.',
    record(address().required()),
  ),
  roles: says(
    'Conductor to what it is, where its name is none of the usual: `{"X9": "line-1"}`.',
    record(oneOf(CONDUCTOR_ROLES).required()),
  ),
  isolatedBy: says('The device that opens it.', id()),
  plug: says('What its plug is called, where the machine is connected by a cord: out and in sight it is dead.', name()),
  from: says('The device it comes from, where it is derived from another supply.', id()),
});

export const callSchema = shape<CallDocument>(
  'Call',
  'What a controller asks for.',
)({
  id: says('Names it in conditions and paths.', id().required()),
  name: says('What people call it.', name()),
  joins: says('The terminals that the call joins.', listOf(address().required()).required()),
  madeBy: says('What makes it.', name()),
});
