import { CIRCUMSTANCES, circumstanceWords, conditionEntries, restingState, USUAL } from '../../procedure';
import { elementName, itemOf, supplyOf, terminalLabel, type UnitModelDocument } from '../../unit-model';
import { conditionName } from '../walking';
import {
  heldInterlocks,
  openBypasses,
  standingOf,
  type BypassEntry,
  type VisitContext,
  type VisitState,
} from '../record';
import type { Alteration } from './alteration';
import { settingsTurned } from './settings-turned';
import { stayRefusal } from './temporary';
import { unlistedOff } from './transfer';

/** Every alteration that stands, whether a chart asked for it or not: asked at closing, told to whoever comes next. */
export function alterationsOf(context: VisitContext, state: VisitState): readonly Alteration[] {
  return [
    ...jumpers(context, state),
    ...interlocks(context, state),
    ...partsOut(context, state),
    ...conditions(context, state),
    ...wiresOff(context, state),
    ...settingsTurned(context, state),
    ...cords(context, state),
    ...gas(state),
  ];
}

/** Each alteration as it is read out and kept: "Jumper in: FS1·1 to FS1·2, without dry run protection". */
export function alteredWords(context: VisitContext, state: VisitState): readonly string[] {
  return alterationsOf(context, state).map(({ words, takesAway }) =>
    takesAway === undefined ? words : `${words}, without ${takesAway}`,
  );
}

/**
 * Why a visit is not closed as things stand, in one sentence; undefined where it may be. What is left altered on purpose
 * needs the reason; a held interlock has none, and a jumper only that of a temporary repair.
 */
export function closingRefusal(context: VisitContext, state: VisitState, leaves = ''): string | undefined {
  const all = alterationsOf(context, state);
  const blocking = all.filter(({ isBlocking }) => isBlocking);
  if (blocking.length > 0) return `Not before it is put right: ${wordsOf(blocking)}.`;
  return all.length > 0 && leaves.trim() === '' ? `Put it right or say why it stays so: ${wordsOf(all)}.` : undefined;
}

function wordsOf(all: readonly Alteration[]): string {
  return all.map(({ words }) => words).join('; ');
}

function jumpers(context: VisitContext, state: VisitState): readonly Alteration[] {
  const { model } = context;
  return openBypasses(state).map((jumper) => jumperIn(model, jumper, stayRefusal(context, state, jumper)));
}

function jumperIn(
  model: UnitModelDocument,
  { bypass, from, to, removes, unconfirmed }: BypassEntry,
  refusal: string | undefined,
): Alteration {
  return {
    kind: 'jumper',
    id: bypass,
    words: `${unconfirmed ? 'Jumper may still be in' : 'Jumper in'}: ${terminalLabel(model, from)} to ${terminalLabel(model, to)}`,
    ...(removes === undefined ? {} : { takesAway: `${removes.replaceAll('-', ' ')} protection` }),
    isBlocking: refusal !== undefined,
    ...(refusal === undefined ? {} : { blocksBecause: refusal }),
    restored: { label: 'Jumper removed', body: { type: 'bypass-removed', bypass } },
  };
}

/** Wires of a transfer list that no wiring list knows. */
function wiresOff(context: VisitContext, state: VisitState): readonly Alteration[] {
  return unlistedOff(context, state).map(({ words, transfer, place }) => ({
    kind: 'lead',
    id: `${transfer} ${place}`,
    words: `Wire off: ${words}`,
    isBlocking: false,
    restored: { label: 'It is on again', body: { type: 'wire-moved', transfer, place, state: 'on' } },
  }));
}

function interlocks({ model }: VisitContext, state: VisitState): readonly Alteration[] {
  return heldInterlocks(state).map((id) => ({
    kind: 'interlock',
    id,
    words: `Interlock held: ${elementName(model, id)}`,
    takesAway: model.devices.find((device) => device.id === id)?.protection?.replaceAll('-', ' ') ?? 'its protection',
    isBlocking: true,
    restored: {
      label: 'It is free now',
      body: { type: 'condition-noted', group: 'interlocks', item: id, state: 'free' },
    },
  }));
}

/** A protection that was put out of action is as good as bypassed; anything else may be left so with its reason. */
function partsOut({ model }: VisitContext, state: VisitState): readonly Alteration[] {
  return conditionEntries({ parts: state.conditions.parts ?? {} }).flatMap(
    ({ group, id, state: found }): Alteration[] => {
      if (found === restingState(group)) return [];
      const protection = model.devices.find((device) => device.id === itemOf(model, id))?.protection;
      return [
        {
          kind: 'part',
          id,
          words: `Out of service: ${elementName(model, id)}`,
          ...(protection === undefined ? {} : { takesAway: `${protection.replaceAll('-', ' ')} protection` }),
          isBlocking: protection !== undefined,
          restored: {
            label: 'It is in service again',
            body: { type: 'condition-noted', group: 'parts', item: id, state: 'in-service' },
          },
        },
      ];
    },
  );
}

/** Leads off, plugs out, covers off. */
function conditions(context: VisitContext, state: VisitState): readonly Alteration[] {
  const { model } = context;
  return conditionEntries(state.conditions).flatMap(({ group, id, state: found }): Alteration[] => {
    if (group === 'leads' && found !== 'on')
      return [
        {
          kind: 'lead',
          id,
          words: `Lead ${id} off ${terminalLabel(model, found)}`,
          isBlocking: false,
          restored: {
            label: 'It is back on',
            body: { type: 'condition-noted', group: 'leads', item: id, state: 'on' },
          },
        },
      ];
    if (group === 'connectors' && found === 'out')
      return [
        {
          kind: 'plug',
          id,
          words: `Plug out: ${terminalLabel(model, id)}`,
          isBlocking: false,
          restored: { label: 'It is in again', body: { type: 'connector-changed', connector: id, state: 'in' } },
        },
      ];
    if (group === 'covers' && found === 'off')
      return [
        {
          kind: 'cover',
          id,
          words: `Off: ${conditionName(model, { group, id })}`,
          takesAway: 'protection against touch',
          isBlocking: false,
          restored: {
            label: 'It is on again',
            body: { type: 'condition-noted', group: 'covers', item: id, state: 'on' },
          },
        },
      ];
    if (group === 'circumstances' && found !== USUAL && CIRCUMSTANCES[id]?.isAlteration)
      return [
        {
          kind: 'circumstance',
          id,
          words: capital(circumstanceWords(id, found)),
          isBlocking: false,
          restored: {
            label: `Again: ${circumstanceWords(id, USUAL)}`,
            body: { type: 'condition-noted', group: 'circumstances', item: id, state: USUAL },
          },
        },
      ];
    return [];
  });
}

function capital(text: string): string {
  return `${text.charAt(0).toUpperCase()}${text.slice(1)}`;
}

/** A machine that stands there unplugged; out of sight it may be back, and is told until somebody says so. */
function cords({ model }: VisitContext, state: VisitState): readonly Alteration[] {
  return Object.entries(state.conditions.supplies ?? {}).flatMap(([id, found]): Alteration[] =>
    found === 'plug-out' || (found !== 'on' && wasPulled(state, id))
      ? [
          {
            kind: 'cord',
            id,
            words: `${found === 'plug-out' ? 'Out' : 'Was out, not said to be back'}: ${supplyOf(model, id)?.plug ?? 'its plug'}`,
            isBlocking: false,
            restored: { label: 'It is in, and on', body: { type: 'supply-changed', supply: id, state: 'on' } },
          },
        ]
      : [],
  );
}

/** The last that was said of it, by switch or by plug, is that the plug is out. */
function wasPulled(state: VisitState, supply: string): boolean {
  const last = standingOf(state, 'supply-changed').findLast(
    (event) => event.supply === supply && (event.state === 'plug-out' || event.state === 'on'),
  );
  return last?.state === 'plug-out';
}

function gas(state: VisitState): readonly Alteration[] {
  return standingOf(state, 'hazard-noted')
    .filter(({ kind }) => kind === 'gas')
    .map(({ id, where }) => ({ kind: 'gas', id, words: `Gas smelt: ${where}`, isBlocking: false }));
}
