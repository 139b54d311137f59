import type { MatrixPattern } from '../../procedure';

/** Everything said of jumpers tried in turn. */
export const MATRIX_WORDS = {
  /** Why a jumper goes in, for the bypass list: "call mist at the board". */
  why: (call: string, place: string) => `call ${call.replaceAll('-', ' ')} ${place}`,
  look: (place: string, works: boolean) => `${works ? 'works' : 'nothing'} ${place}`,
  ofCall: (call: string, looks: readonly string[]) => `${call.replaceAll('-', ' ')}: ${looks.join(', ')}.`,
} as const;

/** What the looks come to. */
export const PATTERN_WORDS: Readonly<Record<MatrixPattern, string>> = {
  control:
    'A jumper in its place works: the control does not make the call. Cable, board and load do as they are told.',
  conductor:
    'Some calls work from the control and others only nearer to the board: the control is excluded, the conductors of the others are not.',
  cable: 'It works nearer to the board and not from the control: the cable between the two places, or its feed.',
  beyond:
    'No jumper makes it work: no feed, or the fault lies at the board and behind it. The control and its cable are not shown to be at fault.',
  mixed: 'One reason does not explain these looks: there may be more than one fault.',
};
