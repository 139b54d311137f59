import * as yup from 'yup';
import type { Site, SiteFile, Unit } from './api';
import { closedObject, id, listOf, name, oneOf, text } from './schema-parts';
import { contract } from './validate';

export const siteSchema = closedObject({ id: id().required(), name: name().required(), address: text(400) });

export const unitSchema = closedObject({
  id: id().required(),
  site: id().required(),
  name: name().required(),
  unitModel: id().required(),
  location: name(),
  serial: name(),
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
