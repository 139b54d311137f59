import type { Network, NetworkElement } from '../circuit';

/**
 * A network of so many nodes, every node tied to the reference by some way: resistors from milliohms to megohms,
 * capacitors, coils, transformers and sources of DC and of one frequency, ideal ones among them.
 */
export function randomNetwork(nodes: number, random: () => number, hertz = 50): Network {
  const elements: NetworkElement[] = [];
  const any = (): number => Math.floor(random() * nodes);
  const between = (low: number, high: number): number => low * (high / low) ** random();
  for (let node = 1; node < nodes; node += 1)
    elements.push({ kind: 'resistor', a: node, b: Math.floor(random() * node), ohms: between(0.01, 1e5) });
  for (let extra = 0; extra < nodes; extra += 1) {
    const [a, b] = [any(), any()];
    if (a === b) continue;
    const pick = random();
    if (pick < 0.45) elements.push({ kind: 'resistor', a, b, ohms: between(0.01, 1e6) });
    else if (pick < 0.6) elements.push({ kind: 'capacitor', a, b, farads: between(1e-10, 1e-5) });
    else if (pick < 0.75) elements.push({ kind: 'inductor', a, b, henries: between(1e-3, 1), ohms: between(0.1, 100) });
    else if (pick < 0.85)
      elements.push({
        kind: 'transformer',
        primary: [a, b],
        secondary: [any(), any()],
        ratio: between(0.2, 10),
        ohms: between(0.1, 10),
        primaryOhms: between(1, 100),
        secondaryOhms: between(1, 10),
      });
    else if (pick < 0.92)
      elements.push({ kind: 'current', a, b, amperes: random() * 2, degrees: random() * 360, hertz });
    else
      elements.push({
        kind: 'voltage',
        a,
        b,
        volts: random() * 230,
        degrees: random() * 360,
        hertz,
        ohms: between(0.05, 5),
      });
  }
  elements.push({ kind: 'voltage', a: 1, b: 0, volts: 230, degrees: 30, hertz });
  elements.push({ kind: 'voltage', a: Math.max(2, nodes - 1), b: 0, volts: 24, hertz: 0, ohms: 0.1 });
  return { nodes, elements };
}
