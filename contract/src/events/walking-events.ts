import { FINDING_GRADES, GRADES, MACHINE_LEFT, SUSPECT_CLASSES, VERDICTS } from '@juxtameter/core';
import * as yup from 'yup';
import { finite, id, listOf, name, oneOf, says, text } from '../describe';
import type { BodiesOf } from './event-bodies';
import { joint, stepTarget, uuid7 } from './event-parts';

/** Beginning, walking and ending. */
export const walkingEvents: BodiesOf<
  | 'visit-opened'
  | 'procedure-started'
  | 'action-done'
  | 'observation-made'
  | 'undecided-accepted'
  | 'step-skipped'
  | 'step-jumped'
  | 'part-waived'
  | 'matrix-looked'
  | 'matrix-judged'
  | 'note-added'
  | 'retracted'
  | 'finding-reached'
  | 'conclusion-refused'
  | 'visit-resumed'
  | 'handed-over'
  | 'visit-closed'
  | 'visit-reopened'
> = {
  'visit-opened': {
    unit: says('The unit it is about.', id().required()),
    complaint: says("The complaint in the customer's words; may be empty.", yup.string().max(4000).defined()),
    meter: says('The meter in use.', id()),
    reporter: says('Who stands at the machine and reports, where the technician does not.', name()),
  },
  'procedure-started': {
    procedure: says('The chart that begins.', id().required()),
    start: says('The step it begins at.', id().required()),
    because: says('Why it was begun there, in words.', listOf(text(1000).required(), 50)),
    skipped: says("Steps of the way from the chart's start that were passed over.", listOf(id().required(), 500)),
  },
  'action-done': {
    step: says('The step that was done.', id().required()),
    next: says('Where it leads.', stepTarget().required()),
  },
  'observation-made': {
    step: says('The step that was looked at.', id().required()),
    answer: says('What was seen, by its key.', id().required()),
    next: says('Where it leads.', stepTarget().required()),
    grade: says('How it was come by; `observed` where nothing is said.', oneOf(GRADES)),
  },
  'undecided-accepted': {
    step: says('The step.', id().required()),
    method: says('How that was taken, where there are several ways.', id()),
    reading: says('The reading that was too close to call.', uuid7().required()),
    verdict: says('What it is taken for.', oneOf(VERDICTS).required()),
    joint: says('What the set comes to with that, where the reading is a part of one.', joint),
    next: says('Where that leads; missing while other parts of the set are too close to call.', stepTarget()),
  },
  'step-skipped': {
    step: says('The step that was passed over.', id().required()),
    how: says('In which way.', oneOf(['skipped', 'not-applicable', 'cannot-do']).required()),
    reason: says('Why; may be empty.', yup.string().max(600).defined()),
    next: says('Where it leads; it proves nothing.', stepTarget().required()),
  },
  'step-jumped': {
    to: says('The step somebody went to.', stepTarget().required()),
    reason: says('Why.', text(600)),
  },
  'part-waived': {
    step: says('The step.', id().required()),
    part: says('The part that is not read.', id().required()),
    reason: says('Why.', text(600).required()),
    joint: says('What the set came to; on the last of its parts.', joint),
    next: says('Where that leads.', stepTarget()),
  },
  'matrix-looked': {
    step: says('The step.', id().required()),
    call: says('The call that was made.', id().required()),
    place: says('The place it was made from.', id().required()),
    works: says('Whether it worked.', yup.boolean().required()),
  },
  'matrix-judged': {
    step: says('The step.', id().required()),
    pattern: says('What the looks came to.', id().required()),
    sentence: says('The same in words.', text(4000).required()),
    next: says('Where that leads.', stepTarget().required()),
  },
  'note-added': {
    text: says('The note.', text().required()),
    step: says('The step it was written at.', id()),
  },
  retracted: { event: says('The event that is taken back; both stay in the record.', uuid7().required()) },
  'finding-reached': {
    step: says("The conclusion of the chart; missing in the technician's own words.", id()),
    class: says('What kind of thing is at fault.', oneOf(SUSPECT_CLASSES).required()),
    item: says('The element that is accused.', name()),
    mode: says('How it failed.', name()),
    text: says('The finding in words.', text(600).required()),
    grade: says('How far it is shown.', oneOf(FINDING_GRADES).required()),
    rests: says('Readings that a finding without a step rests on.', listOf(uuid7().required(), 200)),
    next: says('Where it leads.', stepTarget()),
  },
  'conclusion-refused': {
    step: says('The conclusion somebody does not agree with.', id().required()),
    reason: says('Why.', text(1000).required()),
    next: says('Where the chart goes on.', stepTarget().required()),
  },
  'visit-resumed': {
    awaySeconds: says('Seconds since the last event; negative when the clock went backwards.', finite().required()),
  },
  'handed-over': {
    to: says('Who goes on.', name().required()),
    altered: says(
      'What stood altered at the machine, in words, as it was read out.',
      listOf(text(600).required(), 100),
    ),
  },
  'visit-closed': {
    leaves: says('Why something at the machine stays altered: a plug out, a lead or a cover off.', text(600)),
    altered: says('What stood altered at the machine, in words.', listOf(text(600).required(), 100)),
    without: says('Why nothing is named, where no finding was recorded.', text(600)),
    machine: says('How the machine was left.', oneOf(MACHINE_LEFT)),
    open: says('What was open when it was closed, in words.', listOf(text(600).required(), 100)),
    openBecause: says('Why that stays open.', text(600)),
  },
  'visit-reopened': {
    reason: says('What it was taken up again for.', text(600).required()),
  },
};
