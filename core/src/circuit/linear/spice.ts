import type { Network, NetworkElement } from './network';

/**
 * A network as a netlist of SPICE, for one frequency: `.op` at DC, `.ac` at the frequency itself elsewhere. Node n is
 * called `n`; sources of other frequencies are there at zero, as superposition has them. The values asked for are the
 * volts of every node.
 */
export function spiceNetlist({ elements, nodes }: Network, hertz: number, title: string): string {
  const lines = elements.flatMap((element, index) => cardsOf(element, index + 1, hertz));
  const asked = Array.from({ length: nodes - 1 }, (_, index) => `v(${index + 1})`);
  const analysis = hertz === 0 ? '.op' : `.ac lin 1 ${hertz} ${hertz}`;
  // A leak of the simulator's own would stand beside what was declared.
  return [
    `* ${title.replace(/\s+/g, ' ')}`,
    ...lines,
    '.options gmin=1e-20 reltol=1e-9 abstol=1e-15 vntol=1e-12',
    `.save ${asked.join(' ')}`,
    analysis,
    '.end',
    '',
  ].join('\n');
}

function cardsOf(element: NetworkElement, number: number, hertz: number): readonly string[] {
  switch (element.kind) {
    case 'resistor':
      return [`R${number} ${element.a} ${element.b} ${element.ohms}`];
    case 'capacitor':
      return [`C${number} ${element.a} ${element.b} ${element.farads}`];
    case 'inductor':
      return [
        `R${number} ${element.a} m${number} ${element.ohms}`,
        `L${number} m${number} ${element.b} ${element.henries}`,
      ];
    case 'voltage': {
      const isIdeal = !((element.ohms ?? 0) > 0);
      const top = isIdeal ? element.a : `m${number}`;
      const source = `V${number} ${top} ${element.b} ${driven(element, element.volts, hertz)}`;
      return isIdeal ? [source] : [source, `R${number} m${number} ${element.a} ${element.ohms}`];
    }
    case 'current':
      return [`I${number} ${element.b} ${element.a} ${driven(element, element.amperes, hertz)}`];
    case 'transformer': {
      const [p1, p2] = element.primary;
      const [s1, s2] = element.secondary;
      if (hertz === 0)
        return [`R${number}p ${p1} ${p2} ${element.primaryOhms}`, `R${number}s ${s1} ${s2} ${element.secondaryOhms}`];
      return [
        `E${number} e${number} ${s2} ${p1} ${p2} ${1 / element.ratio}`,
        `V${number} e${number} f${number} 0`,
        `R${number} f${number} ${s1} ${element.ohms}`,
        `F${number} ${p1} ${p2} V${number} ${1 / element.ratio}`,
      ];
    }
  }
}

function driven(
  { hertz: own, degrees = 0 }: { readonly hertz: number; readonly degrees?: number },
  size: number,
  hertz: number,
): string {
  const isDriven = own === hertz;
  if (hertz === 0) return `DC ${isDriven ? size : 0}`;
  return `DC 0 AC ${isDriven ? size : 0} ${degrees}`;
}
