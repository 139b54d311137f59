import {
  compileProcedure,
  countedProof,
  faultWords,
  PLAIN_METER,
  PROOF_RESULTS,
  proveChart,
  readMeter,
  stepTitle,
  VisitContext,
  type ChartProof,
} from '@juxtameter/core';
import { isGeneral } from '@juxtameter/contract';
import { meterContract, procedureContract, unitModelContract } from '@juxtameter/contract/check';
import type { Console } from './console';
import { readFileAs } from './files';
import { UsageError } from './usage-error';

export interface ProveOptions {
  readonly unitModel: string;
  readonly procedure: string;
  readonly general?: readonly string[];
  readonly meter?: string;
  readonly pairs?: boolean;
  readonly json?: boolean;
}

/**
 * `prove --unit-model F --procedure F`: the chart is walked at its unit for every fault that makes its complaint.
 * Returns 0 where each is found, 1 where some are not.
 */
export function proveCommand(options: ProveOptions, console: Console): number {
  const model = readFileAs(options.unitModel, unitModelContract, console);
  const chart = readFileAs(options.procedure, procedureContract, console);
  const generals = (options.general ?? []).map((file) => readFileAs(file, procedureContract, console));
  const [stray] = generals.filter((each) => !isGeneral(each));
  if (stray) throw new UsageError(`"${stray.id}" is no general procedure.`);
  if (chart.unitModel !== model.id)
    throw new UsageError(`"${chart.id}" is written for the unit model "${chart.unitModel}", not for "${model.id}".`);
  const meter =
    options.meter === undefined ? PLAIN_METER : readMeter(readFileAs(options.meter, meterContract, console));
  const context = new VisitContext({
    model,
    procedures: { [chart.id]: compileProcedure(chart, model, generals) },
    meters: { [meter.id]: meter },
  });
  const proof = proveChart(context, chart.id, meter.id, options.pairs ? { isPairs: true } : {});
  if ('unprovable' in proof) throw new UsageError(`"${chart.id}" cannot be proven: ${proof.unprovable}`);
  if (options.json) console.print(JSON.stringify(asJson(context, proof), null, 2));
  else print(context, chart.id, proof, console);
  return proof.rows.every(({ result }) => result === 'right') ? 0 : 1;
}

function asJson({ model }: VisitContext, proof: ChartProof) {
  const { others, untold, neverReached, separatingNothing, computed } = proof;
  return {
    ...countedProof(proof),
    others,
    computed,
    untold: untold.map(({ faults, because }) => ({ faults: faultWords(model, faults), because })),
    neverReached,
    separatingNothing,
    rows: proof.rows.map(({ faults, result, isRightClass, walk, concluded }) => ({
      faults: faults.map(({ of, mode, at, item }) => ({ of, mode, ...(at === undefined ? {} : { at }), item })),
      result,
      isRightClass,
      ...(walk.at === undefined ? {} : { at: walk.at }),
      ...(concluded === undefined ? {} : { concluded }),
      ...(walk.because === undefined ? {} : { because: walk.because }),
      steps: walk.steps.length,
      liveSteps: walk.steps.filter(({ isLive }) => isLive).length,
      way: walk.steps.map(({ step, said }) => `${step}: ${said}`),
    })),
  };
}

function print({ model, procedures }: VisitContext, chart: string, proof: ChartProof, { print: line }: Console): void {
  const { faults, rightItem, rightClass, ...others } = countedProof(proof);
  line(
    `${faults} single faults make the complaint; the chart finds the item of ${rightItem}, the class of ${rightClass}.`,
  );
  line(
    Object.entries(others)
      .map(([name, count]) => `${name.replace('deadEnd', 'dead end')} ${count}`)
      .join(', '),
  );
  for (const result of PROOF_RESULTS) {
    if (result === 'right') continue;
    for (const { faults: found, walk, result: its } of proof.rows)
      if (its === result)
        line(`${result.replaceAll('-', ' ')}: ${faultWords(model, found)}: ${walk.because ?? walk.at ?? ''}`);
  }
  for (const { faults: found, because } of proof.untold) line(`not told: ${faultWords(model, found)}: ${because}`);
  const steps = procedures[chart]?.steps ?? {};
  for (const id of proof.neverReached) line(`never reached: ${id}, ${stepTitle(steps, id)}`);
  for (const id of proof.separatingNothing) line(`separates nothing: ${id}, ${stepTitle(steps, id)}`);
}
