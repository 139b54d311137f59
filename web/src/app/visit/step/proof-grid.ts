import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import {
  formatReading,
  proofTasks,
  supplyOf,
  type MeasurementStep,
  type ProofTask,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { verdictColour } from '../../juxta/verdict-colour';

interface Cell {
  readonly current: string;
  /** What was read; empty while it was not. */
  readonly value: string;
  readonly standing: 'done' | 'next' | 'live' | 'open';
  readonly colour: string;
  readonly words: string;
}

/** A supply with its pairs, or a check of the meter: columns that fill up together. */
interface Block {
  readonly name: string;
  readonly columns: readonly { readonly name: string; readonly cells: readonly Cell[] }[];
  readonly hasNext: boolean;
}

/** A proof of dead as it fills up: the meter, every pair of every supply in AC and DC, the meter again. */
@Component({
  selector: 'jx-proof-grid',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (block of blocks(); track $index) {
      <table [class.away]="!block.hasNext">
        <caption>
          {{
            block.name
          }}
        </caption>
        <thead>
          <tr>
            @for (column of block.columns; track column.name) {
              <th scope="col">{{ column.name }}</th>
            }
          </tr>
        </thead>
        <tbody>
          @for (line of lines; track line) {
            <tr>
              @for (column of block.columns; track column.name) {
                @if (column.cells[line]; as cell) {
                  <td [class]="cell.standing" [style.--verdict-colour]="cell.colour" [attr.aria-label]="cell.words">
                    {{ cell.value || cell.current }}
                  </td>
                }
              }
            </tr>
          }
        </tbody>
      </table>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 12px;
    }
    table {
      border-collapse: separate;
      border-spacing: 3px 1px;
    }
    caption,
    th {
      color: var(--soft-ink);
      font-size: 14px;
      font-weight: 500;
      line-height: 1.1;
      text-align: left;
      white-space: nowrap;
    }
    caption {
      padding-left: 3px;
      font-weight: 650;
    }
    th {
      padding: 0 3px;
    }
    td {
      min-width: 50px;
      height: 22px;
      padding: 0 6px;
      border: 1.5px dashed var(--line);
      border-radius: 7px;
      color: var(--soft-ink);
      font-size: 14px;
      line-height: 1.1;
      text-align: center;
      white-space: nowrap;
    }
    .done,
    .live {
      border-style: solid;
      border-color: var(--verdict-colour);
      color: var(--verdict-colour);
      font-weight: 700;
    }
    .done {
      background: var(--slot);
    }
    .live {
      border-width: 2.5px;
    }
    .next {
      border: 2.5px solid var(--accent);
      color: var(--ink);
      font-weight: 650;
    }
    /* A phone has room for what is being read; the line above counts the rest. */
    @media (max-width: 760px) {
      .away {
        display: none;
      }
    }
  `,
})
export class ProofGrid {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly step = input.required<MeasurementStep>();
  protected readonly lines = [0, 1] as const;
  protected readonly blocks = computed<readonly Block[]>(() => {
    const tasks = proofTasks(this.context(), this.visit(), this.step());
    const next = tasks.find(({ done }) => !done);
    const check = (when: 'before' | 'after'): Block => {
      const checks = tasks.filter((task) => task.kind === 'meter' && task.when === when);
      const cells = checks.map((task) => cellOf(task, task === next));
      return { name: 'Meter', columns: [{ name: when, cells }], hasNext: checks.some((task) => task === next) };
    };
    const supplies = new Map<string, Map<string, Cell[]>>();
    for (const task of tasks) {
      if (task.kind !== 'pair') continue;
      const pairs = supplies.get(task.pair.supply) ?? new Map<string, Cell[]>();
      supplies.set(task.pair.supply, pairs);
      pairs.set(task.pair.name, [...(pairs.get(task.pair.name) ?? []), cellOf(task, task === next)]);
    }
    const drawn = [...supplies].map(([id, pairs]): Block => ({
      name: supplyOf(this.context().model, id)?.name ?? id,
      columns: [...pairs].map(([name, cells]) => ({ name, cells })),
      hasNext: next?.kind === 'pair' && next.pair.supply === id,
    }));
    return [check('before'), ...drawn, check('after')];
  });
}

function cellOf(task: ProofTask, isNext: boolean): Cell {
  const current = task.current.toUpperCase();
  const what = task.kind === 'meter' ? `Meter ${task.when}, ${current}` : `${task.pair.name}, ${current}`;
  const read = task.kind === 'pair' ? task.read : undefined;
  const value = read ? (read.reading ? formatReading(read.reading) : read.text) : task.done ? '✓' : '';
  const standing = task.done ? 'done' : read ? 'live' : isNext ? 'next' : 'open';
  const said = { done: task.kind === 'meter' ? 'works' : 'nothing', live: 'not dead', next: 'next', open: 'not read' };
  return {
    current,
    value,
    standing,
    colour: read ? verdictColour(read.judgement.verdict) : 'var(--within)',
    words: [what, value === '✓' ? '' : value, said[standing]].filter(Boolean).join(': '),
  };
}
