import { GRADES, MEASUREMENT_FUNCTIONS, MONITOR_MARKS, type ProofPart } from '@juxtameter/core';
import * as yup from 'yup';
import { finite, id, listOf, name, oneOf, optional, orMissing, says, shape, text } from '../describe';
import type { BodiesOf } from './event-bodies';
import { expectation, joint, judgement, point, reading, stepTarget, uuid7 } from './event-parts';

const proof = shape<ProofPart>(
  'ProofPart',
  'Which pair of a proof of dead it is.',
)({
  supply: says('The supply.', id().required()),
  name: says('The pair of conductors.', name().required()),
  current: says('Kind of current.', oneOf(['ac', 'dc']).required()),
});

/** What the meter showed, and what was done with the meter. */
export const readingEvents: BodiesOf<
  | 'reading-taken'
  | 'meter-proven'
  | 'leads-zeroed'
  | 'meter-changed'
  | 'supply-judged'
  | 'monitor-started'
  | 'monitor-sampled'
  | 'monitor-marked'
  | 'monitor-ended'
> = {
  'reading-taken': {
    step: says('The step it was taken at; missing for a reading beside the chart.', id()),
    method: says('Which way of the measurement.', id()),
    function: says('What was measured.', oneOf(MEASUREMENT_FUNCTIONS).required()),
    from: says('Where probe A was.', point().required()),
    to: says('Where probe B was.', point().required()),
    text: says('What was typed, kept as typed.', text(200).required()),
    reading: says('What that means; missing when no figure was kept.', orMissing(reading)),
    judgement: says('What it came to.', judgement.required()),
    expectation: says('What it should have been.', expectation),
    expects: says("A free reading's expectation as it was typed.", text(200)),
    adopts: says('The earlier reading that is taken for this step.', uuid7()),
    part: says('Which part of a set, or which of several looks.', id()),
    joint: says('What the set came to; on the last of its parts.', joint),
    isLowImpedance: says("Read in the meter's mode that loads the circuit.", yup.boolean()),
    next: says('Where it leads; missing when the position stays.', stepTarget()),
    grade: says('How it was come by.', oneOf(GRADES).required()),
    meter: says('The meter.', id()),
    proof: says('Which pair of a proof of dead it is.', optional(proof)),
  },
  'meter-proven': {
    step: says('The step it belongs to.', id()),
    when: says('Before or after the readings it vouches for.', oneOf(['before', 'after']).required()),
    current: says('The function that was shown alive; both where it is missing.', oneOf(['ac', 'dc'])),
    text: says('What was typed.', text(200).required()),
    reading: says('What that means; missing when no figure was kept.', orMissing(reading)),
    shows: says('Whether the meter showed the live source.', oneOf(['live', 'nothing']).required()),
    next: says('Where it leads.', stepTarget()),
  },
  'leads-zeroed': {
    text: says('What was typed with the tips together.', text(200).required()),
    ohms: says('Ohms of the leads.', finite().min(0).max(100).required()),
  },
  'meter-changed': { meter: says('The meter that is used from here on.', id().required()) },
  'supply-judged': {
    supply: says('The supply.', id().required()),
    pattern: says('What its readings come to together.', id().required()),
    sentence: says('The same in words.', text(4000).required()),
    rests: says('The readings it rests on.', listOf(uuid7().required(), 60).required()),
  },
  'monitor-started': {
    function: says('What is watched.', oneOf(MEASUREMENT_FUNCTIONS).required()),
    from: says('Where probe A is.', point().required()),
    to: says('Where probe B is.', point().required()),
    expects: says('What it should be, as typed; may be empty.', yup.string().max(200).defined()),
    step: says('The step it is done for.', id()),
  },
  'monitor-sampled': {
    monitor: says('The watch.', uuid7().required()),
    text: says('What was typed.', text(200).required()),
    reading: says('What that means.', reading),
  },
  'monitor-marked': {
    monitor: says('The watch.', uuid7().required()),
    mark: says('What happened, or what was done.', oneOf(MONITOR_MARKS).required()),
    item: says('To which part.', name()),
  },
  'monitor-ended': { monitor: says('The watch.', uuid7().required()) },
};
