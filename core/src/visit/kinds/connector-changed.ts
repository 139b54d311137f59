import { terminalLabel } from '../../unit-model';
import { TOUCHES_NO_SUPPLY, type EventKind } from '../record';
import { changed } from '../walking';

export interface ConnectorChanged {
  readonly type: 'connector-changed';
  readonly connector: string;
  readonly state: 'in' | 'out';
}

export const connectorChanged: EventKind<ConnectorChanged> = {
  ...TOUCHES_NO_SUPPLY,
  apply: (_context, state, event) => changed(state, { connectors: { [event.connector]: event.state } }),
  words: ({ model }, _state, { event }) => ({
    kind: 'energy',
    title: `Plug ${terminalLabel(model, event.connector)}: ${event.state}`,
  }),
};
