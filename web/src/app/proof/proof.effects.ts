import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { map, switchMap, takeUntil } from 'rxjs';
import { ProofActions } from './proof.actions';
import { ProofRunner } from './proof-runner';

/** One proof at a time: another one, or the wish to stop, ends the one that runs. */
export const prove = createEffect(
  (actions = inject(Actions), runner = inject(ProofRunner)) =>
    actions.pipe(
      ofType(ProofActions.proofRequested),
      switchMap(({ kind, chart }) =>
        runner.prove({ kind, chart }).pipe(
          map((said) => {
            if ('progress' in said) return ProofActions.progressed(said.progress);
            return 'proof' in said
              ? ProofActions.proven({ proof: said.proof })
              : ProofActions.failed({ message: said.failed });
          }),
          takeUntil(actions.pipe(ofType(ProofActions.stopped))),
        ),
      ),
    ),
  { functional: true },
);
