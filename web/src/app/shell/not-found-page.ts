import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Button } from '../kit/button';
import { PageHeader } from './page-header';
import { StateMessage } from './state-message';

@Component({
  selector: 'jx-not-found-page',
  imports: [Button, PageHeader, RouterLink, StateMessage],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <jx-page-header title="Nothing here" back="/" />
    <main>
      <jx-state-message kind="empty" text="There is no page at this address." />
      <a jxButton routerLink="/">To the visits</a>
    </main>
  `,
  styles: `
    main {
      display: grid;
      gap: 16px;
      justify-items: start;
      max-width: 980px;
      margin: 22px auto;
      padding: 0 22px;
    }
  `,
})
export class NotFoundPage {}
