import type { SignSense } from '@juxtameter/core';

/** What is noticed without a meter, by sense, in the words it is said with. */
export interface SignKind {
  readonly sense: SignSense;
  readonly label: string;
  readonly words: readonly string[];
  /** Asks for a value: a count, a position, what the controller shows. */
  readonly valueLabel?: string;
}

export const SIGN_KINDS: readonly SignKind[] = [
  {
    sense: 'sound',
    label: 'Sound',
    words: [
      'click',
      'hum',
      'buzz',
      'crackle',
      'frying',
      'rumble',
      'click, and the right output',
      'click, another output',
    ],
  },
  { sense: 'smell', label: 'Smell', words: ['gas', 'burnt', 'hot dust', 'damp'] },
  { sense: 'touch', label: 'Touch', words: ['warm', 'cold', 'hot', 'stiff', 'shakes'] },
  {
    sense: 'sight',
    label: 'Sight',
    words: [
      'blue flame',
      'yellow flame',
      'glow',
      'water',
      'newer than the rest',
      'crossed colours',
      'odd wiring',
      'sensor out of place',
    ],
  },
  {
    sense: 'board',
    label: 'Board',
    words: ['burnt', 'white stains', 'colour change', 'swelling', 'corrosion', 'lifted copper', 'water', 'dirt'],
  },
  {
    sense: 'hand',
    label: 'Turn by hand',
    words: ['spins freely both ways', 'stiff one way', 'grinds', 'nut loose', 'shaft worn'],
  },
  {
    sense: 'frost',
    label: 'Frost',
    words: ['whole and even', 'partly, at the inlet', 'partly, at the outlet', 'in patches', 'none'],
  },
  {
    sense: 'indicator',
    label: 'Position',
    words: ['contactor in', 'contactor out', 'reset button popped', 'float up', 'float down', 'selector at'],
    valueLabel: 'Position',
  },
  {
    sense: 'value',
    label: 'Shown value',
    words: ['temperature', 'pressure', 'speed', 'position', 'state'],
    valueLabel: 'As the controller shows it',
  },
  {
    sense: 'event',
    label: 'It happens now and then',
    words: ['drops out', 'starts late', 'stops early', 'resets itself'],
    valueLabel: 'How often',
  },
];
