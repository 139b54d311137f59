import { SUPPLY_SYSTEMS } from '@juxtameter/core';
import * as yup from 'yup';
import { CONTROL_TYPES, type Site, type SiteFile, type Unit } from './api';
import { closedObject, id, listOf, name, oneOf, quantity, record, text } from './schema-parts';
import { contract } from './validate';

export const siteSchema = closedObject({ id: id().required(), name: name().required(), address: text(400) });

export const unitSchema = closedObject({
  id: id().required(),
  site: id().required(),
  name: name().required(),
  unitModel: id().required(),
  location: name(),
  serial: name(),
  built: name(),
  size: name(),
  fuel: name(),
  supply: name(),
  owner: name(),
  control: oneOf(CONTROL_TYPES),
  documents: text(600),
  access: text(600),
  hazards: text(600),
  notes: text(),
  supplies: listOf(closedObject({ system: oneOf(SUPPLY_SYSTEMS).required(), nominal: quantity('voltage') })),
  options: record(yup.boolean().required()),
  boards: record(closedObject({ number: name(), serial: name() })),
  settings: record(name().required()),
  wireColours: record(name().required()),
  fitted: listOf(
    closedObject({
      part: name().required(),
      at: yup
        .string()
        .required()
        .matches(/^\d{4}(-\d\d){0,2}$/, 'is no day; accepted: 2026, 2026-05, 2026-05-14'),
      by: name(),
      number: name(),
      serial: name(),
      why: text(600),
    }),
  ),
  codes: listOf(closedObject({ code: name().required(), meaning: text(600).required(), source: name() })),
});

export const siteContract = contract<Site>(siteSchema);
export const unitContract = contract<Unit>(unitSchema);

export const siteFileContract = contract<SiteFile>(
  closedObject({
    format: oneOf(['juxtameter/sites']).required(),
    version: yup.number().oneOf([1], 'is not a version this product reads; accepted: 1').required(),
    sites: listOf(siteSchema).required(),
    units: listOf(unitSchema).required(),
  }),
);
