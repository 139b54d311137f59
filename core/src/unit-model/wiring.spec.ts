import { DEMO_MODEL } from '../testing/demo';
import { BURNER_CONTEXT } from '../testing/burner';
import { BENCH_CONTEXT, FAN_CONTEXT } from '../testing/traps';
import { isDetached, ownerOf, parseAddress, plugOf, terminalLabel, terminalOf, wireAt, Wiring } from '.';

const MODELS = [DEMO_MODEL, BURNER_CONTEXT.model, BENCH_CONTEXT.model, FAN_CONTEXT.model];

describe('an address', () => {
  it('is taken apart into what it belongs to, whichever side of it is meant', () => {
    expect(parseAddress('CB.X1.3')).toEqual({
      terminal: 'CB.X1.3',
      owner: 'CB',
      within: ['X1', '3'],
      isPlugSide: false,
    });
    expect(parseAddress('w13@FS1.1')).toEqual({
      terminal: 'FS1.1',
      owner: 'FS1',
      within: ['1'],
      isPlugSide: false,
      lifted: 'w13',
    });
    for (const words of ['', 'red wire', 'CB', 'a.b.c.d', '@plug', 'CB.X1.3@plug@plug', 'CB.X1.3@'])
      expect(parseAddress(words)).withContext(words).toBeUndefined();
  });

  it('keeps its terminal, owner and plug on either side of the plug and on a lifted wire, for every terminal', () => {
    for (const model of MODELS) {
      for (const address of new Wiring(model).terminals) {
        const owners = [...model.boards, ...model.devices].filter(({ id }) => id === ownerOf(address));
        expect(owners.length).withContext(address).toBe(1);
        for (const side of [`${address}@plug`, `w1@${address}`]) {
          expect([terminalOf(side), ownerOf(side), plugOf(side)]).toEqual([address, ownerOf(address), plugOf(address)]);
          expect([isDetached(side), isDetached(address)]).toEqual([true, false]);
        }
      }
    }
  });

  it('names the plug of a pin, and none for a device', () => {
    expect([plugOf('CB.X1.3@plug'), plugOf('K1.A1'), plugOf('red wire')]).toEqual(['CB.X1', undefined, undefined]);
  });
});

describe('what follows from a wiring list', () => {
  it('finds every terminal again by its address and by its label, whatever divides the parts', () => {
    for (const model of MODELS) {
      const wiring = new Wiring(model);
      expect(wiring.points.length).toBe(wiring.terminals.size);
      for (const { address, label } of wiring.points) {
        for (const words of [address, label, label.toLowerCase(), label.replaceAll('·', ' '), ` ${label} `])
          expect(wiring.pointOf(words)).withContext(words).toBe(address);
      }
    }
  });

  it('knows the wire that is lifted, also where another lands on the same terminal', () => {
    for (const wire of DEMO_MODEL.wires)
      for (const end of [wire.from, wire.to]) expect(wireAt(DEMO_MODEL, `${wire.id}@${end}`)).toBe(wire);
  });

  it('joins more through what is closed than by wire, and never less', () => {
    for (const model of MODELS) {
      const wiring = new Wiring(model);
      const all = [...wiring.terminals];
      const joined = all.flatMap((a) => all.filter((b) => wiring.byWire.joined(a, b)).map((b) => [a, b] as const));
      expect(joined.every(([a, b]) => wiring.byConductor.joined(a, b))).toBeTrue();
      expect(wiring.series.every(({ between: [a, b] }) => wiring.byConductor.joined(a, b))).toBeTrue();
      expect(joined.every(([a, b]) => wiring.through(() => false).joined(a, b))).toBeTrue();
    }
  });

  it('labels a lifted end by its wire', () => {
    expect(terminalLabel(DEMO_MODEL, 'w13@CB.X1.3')).toBe('w13 off X1·3');
  });
});
