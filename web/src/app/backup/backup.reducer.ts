import { createFeature, createReducer, on } from '@ngrx/store';
import type { BackupProgress } from './backup-source';
import { BackupActions } from './backup.actions';

export interface BackupState {
  readonly standing: 'idle' | 'running' | 'saved' | 'stopped' | 'failed';
  readonly progress: BackupProgress;
  readonly name: string;
}

const initial: BackupState = { standing: 'idle', progress: { bytes: 0, files: 0, of: 0 }, name: '' };

/** A backup that is fetched, and what became of it. */
export const backupFeature = createFeature({
  name: 'backup',
  reducer: createReducer<BackupState>(
    initial,
    on(BackupActions.opened, (state) => (state.standing === 'running' ? state : initial)),
    on(BackupActions.requested, () => ({ ...initial, standing: 'running' as const })),
    on(BackupActions.progressed, (state, { progress }) => ({ ...state, progress })),
    on(BackupActions.saved, (state, { name }) => ({ ...state, standing: 'saved' as const, name })),
    on(BackupActions.stopped, (state) => ({ ...state, standing: 'stopped' as const })),
    on(BackupActions.failed, (state) => ({ ...state, standing: 'failed' as const })),
  ),
});
