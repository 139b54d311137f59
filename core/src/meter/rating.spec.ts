import { categoryNumber, mostVolts, readRatings } from './rating';

describe('the rating of a meter', () => {
  it('is read with every category in it', () => {
    expect(readRatings('CAT II 300 V')).toEqual([{ category: 2, volts: 300 }]);
    expect(readRatings('CAT IV 600 V, CAT III 1000 V')).toEqual([
      { category: 4, volts: 600 },
      { category: 3, volts: 1000 },
    ]);
    const both = [
      { category: 3, volts: 1000 },
      { category: 4, volts: 600 },
    ];
    for (const text of [
      'CAT III 1000 V / CAT IV 600 V',
      'cat iii 1000v, cat iv 600v',
      '1000 V CAT III / 600 V CAT IV',
      'CATIII 1000V CATIV 600V',
      'Cat. 3 1000 V; Cat. 4 600 V',
      'CAT III 1000 V and CAT IV 600 V',
    ])
      expect(readRatings(text)).withContext(text).toEqual(both);
    expect(readRatings('CAT III 600V')).toEqual([{ category: 3, volts: 600 }]);
    expect(readRatings('cat iii 600 volts')).toEqual([{ category: 3, volts: 600 }]);
    for (const text of [
      '',
      'CAT',
      '600 V',
      'CAT V 600 V',
      'CAT III',
      'CAT III CAT IV 600 V',
      'CAT IIII 600 V',
      'scat III 600 Vac',
    ])
      expect(() => readRatings(text))
        .withContext(text)
        .toThrowError(/is no measurement category/);
  });

  it('gives a supply its number, and none to one behind a transformer', () => {
    const all = ['CAT II', 'CAT III 600 V', 'cat iv', 'CATIII', 'CAT II 600 V / CAT III 300 V', undefined, 'class 2'];
    expect(all.map(categoryNumber)).toEqual([2, 3, 4, 3, 3, undefined, undefined]);
  });

  it('allows no more volts in a higher category than are written for it, or for one above', () => {
    const ratings = readRatings('CAT IV 300 V, CAT III 600 V, CAT II 1000 V');
    expect([2, 3, 4].map((category) => mostVolts(ratings, category))).toEqual([1000, 600, 300]);
    expect(mostVolts(ratings)).toBe(1000);
    expect(mostVolts(readRatings('CAT II 300 V'), 3)).toBe(0);
  });
});
