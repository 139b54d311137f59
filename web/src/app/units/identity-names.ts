import { elementName, terminalLabel, type UnitModelDocument } from '@juxtameter/core';

/** What boards, settings, options and wires are called where there is a wiring list; their ids where there is none. */
export function identityNames(model: UnitModelDocument | undefined) {
  const named = (id: string): string => (model ? elementName(model, id) : id);
  return {
    board: (id: string): string => (model ? named(id) : `Board ${id}`),
    option: named,
    setting: (address: string): string => {
      const [board = '', id = ''] = address.split('.');
      const setting = model?.boards.find((each) => each.id === board)?.settings?.find((each) => each.id === id);
      return setting ? `${setting.name ?? id} (${named(board)})` : `Setting ${address}`;
    },
    wire: (id: string): string => {
      const wire = model?.wires.find((each) => each.id === id);
      return model && wire
        ? `Wire ${terminalLabel(model, wire.from)} to ${terminalLabel(model, wire.to)}`
        : `Wire ${id}`;
    },
  };
}
