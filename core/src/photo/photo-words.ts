import { terminalLabel } from '../unit-model';
import { eventWords, PHOTO_STAGE_WORDS, stepTitle, type VisitContext, type VisitState } from '../visit';
import type { Photo } from './photos';

/**
 * What a photo shows, in words: when, of what, and what was said of it.
 */
export function photoWords(context: VisitContext, state: VisitState, { taken }: Photo): string {
  const { stage, terminal, entry, words } = taken;
  const shown = state.trail.find(({ event }) => event.id === entry);
  const parts = [
    stage && PHOTO_STAGE_WORDS[stage],
    terminal === undefined ? undefined : `terminal ${terminalLabel(context.model, terminal)}`,
    shown && eventWords(context, state, shown).title,
    words,
    stepWords(context, taken),
  ].filter((part) => part !== undefined && part !== '');
  return parts.length > 0 ? parts.join(' · ') : 'without words';
}

/** The step it shows. */
function stepWords({ procedures }: VisitContext, { chart, ofStep }: Photo['taken']): string | undefined {
  return ofStep === undefined ? undefined : `at “${stepTitle(procedures[chart ?? '']?.steps, ofStep)}”`;
}
