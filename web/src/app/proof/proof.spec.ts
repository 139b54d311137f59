import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Actions } from '@ngrx/effects';
import type { Action } from '@ngrx/store';
import type { KindDocuments } from '@juxtameter/contract';
import { compileProcedure, PLAIN_METER, proveChart, VisitContext, type ChartProof } from '@juxtameter/core';
import { Subject } from 'rxjs';
import procedure from '../../../../demo/data/procedures/pump-contactor-does-not-pull-in.json';
import unitModel from '../../../../demo/data/unit-models/mist-pump-panel.json';
import { ProofActions } from './proof.actions';
import { prove } from './proof.effects';
import { proofFeature } from './proof.reducer';
import { ProofPicture } from './proof-picture';
import { ProofRunner } from './proof-runner';
import type { ProofSaid } from './proof.worker';

const KIND = { unitModel, procedures: [procedure] } as unknown as KindDocuments;
const CHART = procedure.id;
const CONTEXT = new VisitContext({
  model: KIND.unitModel,
  procedures: { [CHART]: compileProcedure(KIND.procedures[0] as never, KIND.unitModel, []) },
  meters: { [PLAIN_METER.id]: PLAIN_METER },
});

function proofOf(only: string): ChartProof {
  const proof = proveChart(CONTEXT, CHART, PLAIN_METER.id, { only: ({ of }) => of === only });
  if ('unprovable' in proof) throw new Error(proof.unprovable);
  return proof;
}

describe('the proof of a chart', () => {
  it('runs one at a time, tells how far it is, and stops when it is told to', () => {
    const actions = new Subject<Action>();
    const said = new Subject<ProofSaid>();
    let running = 0;
    const runner = {
      prove: () => {
        running += 1;
        return said;
      },
    };
    const out: Action[] = [];
    prove(new Actions(actions), runner as unknown as ProofRunner).subscribe((action) => out.push(action));
    actions.next(ProofActions.proofRequested({ kind: KIND, chart: CHART }));
    said.next({ progress: { done: 4, of: 9 } });
    actions.next(ProofActions.stopped());
    said.next({ failed: 'too late' });
    expect(running).toBe(1);
    expect(out).toEqual([ProofActions.progressed({ done: 4, of: 9 })]);
  });

  it('is kept until another is asked for; what ended late says nothing', () => {
    const { reducer } = proofFeature;
    let state = reducer(undefined, ProofActions.proofRequested({ kind: KIND, chart: CHART }));
    expect(state.progress).toEqual({ done: 0, of: 0 });
    state = reducer(state, ProofActions.proven({ proof: proofOf('DM1') }));
    expect([state.progress, state.proof?.rows.length, state.chosen]).toEqual([undefined, 2, undefined]);
    expect(reducer(state, ProofActions.progressed({ done: 1, of: 2 }))).toBe(state);
    expect(reducer(state, ProofActions.failed({ message: 'no complaint' })).message).toBe('no complaint');
    expect(reducer(state, ProofActions.stopped()).proof).toBeUndefined();
  });

  it('is drawn: a row a fault, named, that is chosen by a tap and by a key', async () => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    const fixture = TestBed.createComponent(ProofPicture);
    const proof = proofOf('DM1');
    fixture.componentRef.setInput('proof', proof);
    fixture.componentRef.setInput('context', CONTEXT);
    fixture.componentRef.setInput('chart', CHART);
    const chosen: number[] = [];
    fixture.componentInstance.choose.subscribe((row) => chosen.push(row));
    await fixture.whenStable();
    const rows = [...(fixture.nativeElement as HTMLElement).querySelectorAll<SVGGElement>('g[role=button]')];
    expect(rows.map((row) => row.getAttribute('aria-label'))).toEqual([
      jasmine.stringContaining('Delay module DM1 open: right, The delay module does not'),
      jasmine.stringContaining('Delay module DM1 dead: right'),
    ]);
    rows[1]?.dispatchEvent(new MouseEvent('click'));
    rows[0]?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
    expect(chosen).toEqual([1, 0]);
  });
});
