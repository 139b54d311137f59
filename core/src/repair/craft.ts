import type { WorkKind } from '../visit';

/**
 * What hands easily forget at work of a kind; common practice, no source. Local codes and the maker's instructions come
 * first.
 */
export const CRAFT: Readonly<Record<WorkKind, readonly string[]>> = {
  replace: [
    'Photo before anything comes off; settings, chip and dials of the old one written down.',
    'Same place, same reach, same side to the window; a sensor hangs as it hung.',
    'Plugs straight, until they click; nothing forced, no pin bent.',
    'Screws by hand, plastic before heat sink, even tension; heat paste renewed.',
    'Nothing new gets power before what plugs into it was read.',
  ],
  component: [
    'Stored charge gone, and measured to be gone.',
    'Iron large enough and short; no bridge, flux washed off, the part flush on the board.',
    'Rating, pins and direction of the new one held against the old one.',
  ],
  're-terminate': [
    'Back to bright metal, new ferrule or lug; strands all in.',
    'Pull at each wire afterwards, and look at its neighbours.',
  ],
  'spare-core': [
    'Both ends of the old core cut off and capped; the new one marked at both ends.',
    'Read the spare core to every other and to earth before it is used.',
  ],
  clean: ['Dry before power. A cleaned contact that comes back is a worn one.'],
  setting: [
    'Written down before it is turned, and read again after power.',
    'A label in the lid says what it stands at.',
  ],
  seal: ['Dry and clean first; the way the water came is closed, not only where it was found.'],
  cause: ['What killed the old one kills the new one: seal, short, stiff load, drain, dirt.'],
  other: [],
};

/** What holds after any of it. */
export const CRAFT_AFTER = 'Panels the right way round, seals in place, diagrams back, no part and no tool left over.';
