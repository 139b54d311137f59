import { DOCUMENT, inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, map, of, switchMap, takeUntil } from 'rxjs';
import { saveBlob } from '../shell/save-file';
import { BackupActions } from './backup.actions';
import { BackupSource, type BackupNews } from './backup-source';

/** Fetched until it is whole or stopped; only a whole one becomes a file. */
export const fetchBackup = createEffect(
  (actions = inject(Actions), source = inject(BackupSource), document = inject(DOCUMENT)) =>
    actions.pipe(
      ofType(BackupActions.requested),
      switchMap(() =>
        source.fetched().pipe(
          map((news) => told(news, document)),
          catchError(() => of(BackupActions.failed())),
          takeUntil(actions.pipe(ofType(BackupActions.stopped))),
        ),
      ),
    ),
  { functional: true },
);

function told(
  news: BackupNews,
  document: Document,
): ReturnType<typeof BackupActions.progressed | typeof BackupActions.saved> {
  if (news.kind === 'progress') return BackupActions.progressed({ progress: news.progress });
  const name = `juxtameter-${new Date().toISOString().slice(0, 16).replaceAll(':', '')}.zip`;
  saveBlob(document, name, news.archive);
  return BackupActions.saved({ name, bytes: news.archive.size });
}
