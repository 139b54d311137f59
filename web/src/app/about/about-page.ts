import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RULES_VERSION } from '@juxtameter/core';
import { version } from '../../../../package.json';
import { PageHeader } from '../shell/page-header';

/** Which version this is, under which licence, and what it is made of. */
@Component({
  selector: 'jx-about-page',
  imports: [PageHeader],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <jx-page-header title="About" back="/" />
    <main class="page">
      <p>
        Juxtameter <strong class="mono">{{ version }}</strong>, rules of judgement
        <span class="mono">{{ rules }}</span>. A decision aid for qualified people: local codes, lock-out rules and
        licensed practice come first.
      </p>
      <ul>
        <li><a href="/licence.txt" target="_blank" rel="noopener">Licence (MIT)</a></li>
        <li>
          <a href="/notices.txt" target="_blank" rel="noopener"
            >What it is made of: libraries and fonts, with their licences</a
          >
        </li>
      </ul>
    </main>
  `,
  styles: `
    .page {
      max-width: 70ch;
      margin: 0 auto;
      padding: 16px;
    }
    a {
      display: inline-flex;
      align-items: center;
      min-height: var(--touch);
    }
  `,
})
export class AboutPage {
  protected readonly version = version;
  protected readonly rules = RULES_VERSION;
}
