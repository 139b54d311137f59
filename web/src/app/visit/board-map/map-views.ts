import type { TerminalView } from './terminal-view';

/** A block with its title cut to its width. */
export interface BlockView {
  readonly id: string;
  readonly title: string;
  readonly short: string;
  readonly x: number;
  readonly y: number;
  readonly terminals: readonly TerminalView[];
}

export interface GroupView {
  readonly id: string;
  readonly title: string;
  readonly isBoard: boolean;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly blocks: readonly BlockView[];
}
