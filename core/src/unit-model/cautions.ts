/** The usual cautions, by kind, in our own words. Local codes and lock-out rules come first. */
export const CAUTIONS: Readonly<Record<string, string>> = {
  mains: 'Mains can kill. One hand, insulated probes, covers back on what you do not measure.',
  'stored-energy': 'Charge stays after switching off. Wait, then measure before you touch.',
  'live-probing':
    'Thin probes, clips put on with the power off, one hand. Press parts with an insulating stick; never hold a live lead.',
  jumper:
    'Put it on with the power off where line voltage is near, hold it by its insulation, and never from a feed to its own common.',
  gas: 'Smell first. Gas off before anything that can spark. Stand back at first light, and watch the flame.',
  heat: 'Hot for a while after it stops.',
  'moving-parts': 'It may start without warning. Hands, sleeves and tools clear.',
  'insulation-tester': 'The tester puts out up to 1000 V. Electronics unplugged, nobody touching, let it fall to zero.',
  water: 'Wet place: lower voltages hurt. Dry it, or leave it off.',
  'motor-capacitor':
    'A capacitor sits beside the motor: it holds a charge with the plug out. Drain it through a resistor, measure, then touch.',
  'sharp-edges': 'Cut sheet metal: gloves, and no hand where you cannot see.',
  wind: 'Wind and wet on a roof: panels fly and screws are lost. Tie down, or come back another day.',
  solder: 'Hot iron, fumes and flux: air in, hands washed, board cleaned.',
  ladder: 'Ladder footed and tied; tools on a line; both hands for the way up.',
  'not-for-laymen': 'Refrigerant, gas and line voltage are for those who are licensed for them. Leave it to them.',
  'handle-with-care': 'No ice chipped, no plug forced, nothing blown or sucked through a diaphragm.',
  static: 'Boards die of static. Hold them by the edges, touch earth first.',
  'second-supply': 'Fed from more than one place. One switch does not make it dead.',
  height: 'Working at height: secure yourself before you need both hands.',
};
