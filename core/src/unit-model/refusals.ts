/** Every sentence by which something is refused because it can hurt or destroy: id to function of facts. */
export const REFUSALS = {
  neverBypassed: (protection: string) =>
    `Refused: ${protection.replaceAll('-', ' ')} protection is never bypassed, not even for a test.`,
  unknownPoint: (point: string) =>
    `“${point}” is no point of the wiring list: name the terminal, since what a jumper there would do cannot be told otherwise.`,
  shortsSupply: (supply: string) => `Refused: this would short the ${supply} supply.`,
  tooCoarse: (meter: string, open: string, supply: string, limit: string) =>
    `${meter} leaves ${open} open even where it shows nothing: it cannot prove ${supply} dead, which is under ${limit}. Take one with a lower range.`,
  noInsulationTest: (meter: string) => `${meter} does not test insulation: take an insulation tester.`,
  otherTestVoltage: (meter: string, asked: string, has: string) =>
    `${meter} does not test with ${asked}, as asked for${has === '' ? '' : `; it has ${has}`}.`,
  feedsGasValve: (valve: string) => `Refused: gas valve ${valve} is never fed by a jumper.`,
  ampsAcrossSupply: (supply: string) =>
    `Amps across the ${supply} supply would short it through the meter: amps are measured in series, or with a clamp.`,
  meterTooWeak: (meter: string, builtFor: string, needed: string) =>
    `${meter} is built for ${builtFor}; here it takes ${needed}. Take a meter that is.`,
  meterCannotProve: (meter: string, lacking: string) =>
    `${meter} has no ${lacking}: a proof of dead takes AC and DC of one meter. Take a meter that has both.`,
  noMeterNamed: () => 'A proof of dead belongs to one meter: say which it is, at the top.',
  unpublished: (supply: string, roles: readonly string[]) =>
    `The ${supply} supply cannot be proven dead: its data say no terminal for ${roles.join(', ').replaceAll('-', ' ')}.`,
  notYet: (lacks: readonly string[]) => `Not yet: ${lacks.join('; ')}.`,
  handsOff: (lacks: readonly string[]) => `Hands off the wiring yet: ${lacks.join('; ')}.`,
  boardShorted: (board: string) =>
    `${board} gets no power: something that plugs into it is shorted. Mend that and clear it again.`,
  boardUnlike: (board: string) =>
    `${board} gets no power: something that plugs into it reads otherwise than it should. Look at its parts, mend or explain it, and clear it again.`,
  boardNotCleared: (board: string) =>
    `${board} is new and gets no power before everything that plugs into it is read for shorts.`,
  safetyLook: (step: string) => `"${step}" keeps somebody safe: it is looked at, never assumed.`,
  safetyStep: (step: string) => `"${step}" is a safety step and cannot be passed over.`,
} as const;
