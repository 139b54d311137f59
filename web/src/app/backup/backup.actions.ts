import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { BackupProgress } from './backup-source';

export const BackupActions = createActionGroup({
  source: 'Backup',
  events: {
    Opened: emptyProps(),
    Requested: emptyProps(),
    Progressed: props<{ progress: BackupProgress }>(),
    /** The whole archive is handed to the browser as a file. */
    Saved: props<{ name: string; bytes: number }>(),
    Stopped: emptyProps(),
    Failed: emptyProps(),
  },
});
