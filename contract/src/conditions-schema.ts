import { SUPPLY_STATES } from '@juxtameter/core';
import * as yup from 'yup';
import { address, closedObject, id, listOf, name, oneOf, optionalObject, record } from './schema-parts';

const fields = {
  supplies: record(oneOf(SUPPLY_STATES).required()),
  calls: record(oneOf(['on', 'off']).required()),
  connectors: record(oneOf(['in', 'out']).required()),
  leads: record(address().required()),
  bypasses: record(oneOf(['in', 'out']).required()),
  interlocks: record(oneOf(['free', 'held']).required()),
  covers: record(oneOf(['on', 'off']).required()),
  positions: record(name().required()),
  press: record(oneOf(['pressed', 'flexed', 'free']).required()),
  facts: record(yup.boolean().required()),
  fitted: record(name().required()),
  repaired: listOf(name().required()),
  after: optionalObject({ event: id().required(), from: name(), to: name() }),
};

/** The one vocabulary of conditions. */
export const conditionsSchema = closedObject(fields).default(undefined).optional();
