import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { formatValue, FUNCTIONS, type Meter, type MeterFunction } from '@juxtameter/core';

/** What a meter measures, in which ranges, and how far it may be off. */
@Component({
  selector: 'jx-meter-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <table>
      <thead>
        <tr>
          <th>Function</th>
          <th>Range</th>
          <th>Resolution</th>
          <th>Accuracy</th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.id) {
          @for (range of row.ranges; track range.upTo; let isFirst = $first) {
            <tr>
              @if (isFirst) {
                <th scope="rowgroup" [attr.rowspan]="row.ranges.length">
                  {{ row.name }}<span class="small soft">{{ row.notes }}</span>
                </th>
              }
              <td class="mono">{{ range.upTo }}</td>
              <td class="mono">{{ range.digit }}</td>
              <td class="mono">{{ range.off }}</td>
            </tr>
          }
        }
      </tbody>
    </table>
  `,
  styles: `
    table {
      width: 100%;
      margin-top: 6px;
      border-collapse: collapse;
    }

    th,
    td {
      padding: 5px 10px;
      border-bottom: 1px solid var(--line);
      text-align: left;
      vertical-align: top;
    }

    tbody th .small {
      display: block;
      font-weight: 400;
    }

    @media (max-width: 560px) {
      th,
      td {
        padding: 5px;
        font-size: 14px;
      }
    }
  `,
})
export class MeterTable {
  readonly meter = input.required<Meter>();
  protected readonly rows = computed(() => [...this.meter().functions.values()].map((each) => functionRow(each)));
}

function functionRow({ function: measured, ranges, inputImpedance, lowImpedance, trueRms }: MeterFunction) {
  const { name, unit } = FUNCTIONS[measured];
  const notes = [
    inputImpedance === undefined ? '' : `loads with ${formatValue(inputImpedance, 'Ω')}`,
    lowImpedance === undefined ? '' : `${formatValue(lowImpedance, 'Ω')} in low-impedance mode`,
    measured.startsWith('ac-') ? (trueRms ? 'true RMS' : 'averaging') : '',
  ].filter(Boolean);
  return {
    id: measured,
    name,
    notes: notes.join(', '),
    ranges: ranges.map((range) => ({
      upTo: formatValue(range.upTo, unit),
      digit: formatValue(range.resolution, unit),
      off: `${Number((range.ofReading * 100).toPrecision(3))} % + ${range.counts}`,
    })),
  };
}
