import { elementName, settingOf } from '../../unit-model';
import type { EventBody, TrailLine, VisitContext, VisitState } from '../record';
import type { Alteration } from './alteration';

/**
 * Settings and selectors that do not stand as they were found. What only a chart had turned has no "found": nobody looked
 * before, and that is told.
 */
export function settingsTurned(context: VisitContext, state: VisitState): readonly Alteration[] {
  return Object.entries(state.conditions.positions ?? {}).flatMap(([id, now]): Alteration[] => {
    const found = asFound(state, id);
    if (found === now) return [];
    const name = nameOf(context, id);
    if (found === undefined)
      return wasTurned(state, id)
        ? [
            {
              kind: 'setting',
              id,
              words: `Turned: ${name} is at ${now}, how it was found is not noted`,
              isBlocking: false,
            },
          ]
        : [];
    return [
      {
        kind: 'setting',
        id,
        words: `Turned: ${name} is at ${now}, found at ${found}`,
        isBlocking: false,
        restored: { label: `It is at ${found} again`, body: setTo(context, id, found) },
      },
    ];
  });
}

/** The first position somebody saw, before any step of a chart had it turned; undefined where nobody looked in time. */
function asFound({ trail }: VisitState, id: string): string | undefined {
  for (const line of trail) {
    if (line.standing === 'retracted') continue;
    if (turnedByStep(line, id)) return undefined;
    const seen = seenBy(line, id);
    if (seen !== undefined) return seen;
  }
  return undefined;
}

function wasTurned({ trail }: VisitState, id: string): boolean {
  return trail.some((line) => line.standing === 'walked' && turnedByStep(line, id));
}

function seenBy({ event }: TrailLine, id: string): string | undefined {
  if (event.type === 'condition-noted' && event.group === 'positions' && event.item === id) return event.state;
  // Hearsay is no look: what a customer says it is set to was not found there.
  return event.type === 'setting-read' && event.setting === id && LOOKED.has(event.grade) ? event.value : undefined;
}

function turnedByStep({ event, step }: TrailLine, id: string): boolean {
  return event.type === 'action-done' && step?.kind === 'action' && Object.hasOwn(step.sets?.positions ?? {}, id);
}

const LOOKED: ReadonlySet<string> = new Set(['measured', 'observed']);

function nameOf({ model }: VisitContext, id: string): string {
  const setting = settingOf(model, id);
  return setting ? `${setting.name}, ${id}` : elementName(model, id);
}

function setTo({ model }: VisitContext, id: string, position: string): EventBody {
  return settingOf(model, id)
    ? { type: 'setting-read', setting: id, value: position, grade: 'observed' }
    : { type: 'condition-noted', group: 'positions', item: id, state: position };
}
