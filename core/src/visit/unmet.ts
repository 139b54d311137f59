import { conditionEntries, stateOf, type ConditionEntry, type Conditions } from '../procedure';
import { elementName, supplyOf, terminalLabel, type UnitModelDocument } from '../unit-model';

/** A condition that does not hold. */
export interface Unmet extends ConditionEntry {
  readonly found: string;
  /** "mains supply is on, must be proven dead". */
  readonly words: string;
}

/** What stands between the conditions that hold and those required. Unknown meets nothing. */
export function unmetConditions(model: UnitModelDocument, required: Conditions, holding: Conditions): readonly Unmet[] {
  return conditionEntries(required).flatMap((entry) => {
    const found = stateOf(holding, entry.group, entry.id);
    if (found === entry.state) return [];
    const words = `${conditionName(model, entry)} is ${spoken(found)}, must be ${spoken(entry.state)}`;
    return [{ ...entry, found, words }];
  });
}

/** What a condition is about, as said at the machine. */
export function conditionName(model: UnitModelDocument, entry: Pick<ConditionEntry, 'group' | 'id'>): string {
  switch (entry.group) {
    case 'supplies':
      return `${supplyOf(model, entry.id)?.name ?? entry.id} supply`;
    case 'calls':
      return `the call "${model.calls?.find((call) => call.id === entry.id)?.name ?? entry.id}"`;
    case 'connectors':
      return `plug ${terminalLabel(model, entry.id)}`;
    case 'bypasses':
      return `jumper "${entry.id.replaceAll('-', ' ')}"`;
    case 'leads':
      return elementName(model, entry.id);
    default:
      return entry.id.replaceAll('-', ' ');
  }
}

function spoken(state: string): string {
  return state.replaceAll('-', ' ');
}
