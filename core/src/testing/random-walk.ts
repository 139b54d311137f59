import { targetStep } from '../procedure';
import { askedReading, currentStep, draftFinding, enterReading, matrixProgress } from '../visit';
import type { VisitDriver } from './demo';

/** What a hand may type at a measurement: good, nothing, too much, open, close to a limit, no figure. */
const TEXTS = ['0.1', '0.3', '27', '24.1', '231', 'OL', '12', '20.4', '1k5', '~24'] as const;

/**
 * Walks wherever `choices` lead, one number a step: answers and readings are picked by it. Stops at the end of the chart
 * or of the choices.
 */
export function walkAnywhere(driver: VisitDriver, choices: readonly number[]): VisitDriver {
  for (const choice of choices) if (!walkOn(driver, choice)) break;
  return driver;
}

function walkOn(driver: VisitDriver, choice: number): boolean {
  const { context, state } = driver;
  const step = currentStep(context, state);
  const id = state.step;
  if (!step || id === undefined) return false;
  switch (step.kind) {
    case 'action':
      driver.log({ type: 'action-done', step: id, next: step.next });
      return true;
    case 'observation': {
      const answers = Object.entries(step.answers);
      const [answer, target] = answers[choice % answers.length] ?? [];
      if (answer === undefined || target === undefined) return false;
      driver.log({ type: 'observation-made', step: id, answer, next: targetStep(target) });
      return true;
    }
    case 'measurement':
      return measure(driver, choice);
    case 'conclusion': {
      const finding = draftFinding(context, state);
      if (finding) driver.log(finding);
      return finding !== undefined;
    }
    case 'matrix':
      return matrixProgress(context, state) === undefined;
    case 'decide':
      return false;
  }
}

function measure(driver: VisitDriver, choice: number): boolean {
  if (currentProof(driver)) return proveDead(driver);
  const text = TEXTS[choice % TEXTS.length] ?? '0.1';
  const entered = enterReading(driver.context, driver.state, { text });
  if (entered.outcome !== 'event') return true;
  driver.log(entered.body);
  return true;
}

/** More readings than any proof of dead takes. */
const MOST_OF_A_PROOF = 200;

/** What a known live source shows, and what a dead pair does. */
function proveDead(driver: VisitDriver): boolean {
  for (let count = 0; currentProof(driver) && count < MOST_OF_A_PROOF; count += 1) {
    const isMeterCheck = askedReading(driver.context, driver.state)?.proof?.kind === 'meter';
    const entered = (isMeterCheck ? ['231', '9.1', '325'] : ['0.1'])
      .map((text) => enterReading(driver.context, driver.state, { text }))
      .find(({ outcome }) => outcome === 'event');
    if (entered?.outcome !== 'event') return false;
    driver.log(entered.body);
  }
  return !currentProof(driver);
}

function currentProof({ context, state }: VisitDriver): boolean {
  const step = currentStep(context, state);
  return step?.kind === 'measurement' && step.measure.proofOfDead !== undefined;
}
