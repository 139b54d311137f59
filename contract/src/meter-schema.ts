import { MEASUREMENT_FUNCTIONS, FUNCTIONS, type MeasurementFunction, type MeterDocument } from '@juxtameter/core';
import * as yup from 'yup';
import { closedObject, id, listOf, name, oneOf, optionalObject, quantity, taggedUnion, text } from './schema-parts';
import { contract } from './validate';

function functionSchema(measured: MeasurementFunction) {
  const { dimension } = FUNCTIONS[measured];
  return closedObject({
    function: oneOf(MEASUREMENT_FUNCTIONS).required(),
    inputImpedance: quantity('resistance'),
    trueRms: yup.boolean(),
    lowImpedance: optionalObject({ inputImpedance: quantity('resistance').required() }),
    ranges: listOf(
      closedObject({
        upTo: quantity(dimension).required(),
        resolution: quantity(dimension).required(),
        accuracy: closedObject({
          percent: quantity('ratio').required(),
          counts: yup.number().min(0).max(10000).required(),
        }).required(),
      }),
    )
      .min(1, 'needs at least one range')
      .required(),
  });
}

const functions = Object.fromEntries(MEASUREMENT_FUNCTIONS.map((measured) => [measured, functionSchema(measured)]));

export const meterSchema = closedObject({
  format: oneOf(['juxtameter/meter']).required(),
  version: yup.number().oneOf([1], 'is not a version this product reads; accepted: 1').required(),
  id: id().required(),
  name: name().required(),
  category: name()
    .required()
    .matches(/CAT (IV|III|II) \d{2,4} V/, 'is no measurement category; accepted: CAT III 600 V, CAT II 1000 V'),
  insulationVoltages: listOf(quantity('voltage').required(), 10),
  notes: text(),
  functions: listOf(taggedUnion('function', functions, 'meter function')).required(),
});

export const meterContract = contract<MeterDocument>(meterSchema);
