import { firstOf, listedUnits, unitGroups } from './units-by-site';

const SITES = Array.from({ length: 20 }, (_, site) => ({ id: `s${site}`, name: `Site ${site}` }));
const UNITS = Array.from({ length: 313 }, (_, unit) => ({
  id: `u${unit}`,
  name: `Line ${unit}`,
  site: `s${unit % 20}`,
  unitModel: 'panel',
}));
const VISITS = Array.from({ length: 3000 }, (_, visit) => ({
  unit: `u${(visit * 7) % 100}`,
  lastAt: new Date(Date.UTC(2026, 0, 1) + visit * 3_600_000).toISOString(),
}));
const LISTED = listedUnits({ sites: SITES, units: UNITS }, VISITS);

describe('choosing among three hundred units', () => {
  it('offers the five visited last first, newest on top, whatever order the visits come in', () => {
    const [recent] = unitGroups(LISTED, '');
    const newest = VISITS.slice(-5)
      .reverse()
      .map(({ unit }) => unit);
    expect(recent?.name).toBe('Visited lately');
    expect(recent?.units.map(({ id }) => id)).toEqual(newest);
    const turned = listedUnits({ sites: SITES, units: UNITS }, [...VISITS].reverse());
    expect(unitGroups(turned, '')[0]?.units.map(({ id }) => id)).toEqual(newest);
  });

  it('lists every unit once under its site, figures in order', () => {
    const [, ...sites] = unitGroups(LISTED, '');
    const listed = sites.flatMap(({ units }) => units.map(({ id }) => id));
    expect(listed.length).toBe(313);
    expect(new Set(listed).size).toBe(313);
    expect(sites[0]?.units.slice(0, 3).map(({ name }) => name)).toEqual(['Line 0', 'Line 20', 'Line 40']);
  });

  it('finds by words of name and site in any order, and says when there is none', () => {
    const [found] = unitGroups(LISTED, 'site 3 line 203');
    expect(found?.units.map(({ name }) => name)).toEqual(['Line 203']);
    expect(unitGroups(LISTED, 'zebra')).toEqual([]);
  });

  it('puts what is called so before what only stands at such a place, however lately that was visited', () => {
    for (const { name } of UNITS.filter((_, index) => index % 9 === 0)) {
      const near = { ...LISTED[0]!, id: 'near', name: 'Line', location: `house ${name}`, lastVisit: '2099' };
      const [first, second] = unitGroups([near, ...LISTED], name);
      expect(first?.units[0]?.name).toBe(name);
      const figure = name.replace('Line ', '');
      expect(first?.units.every((unit) => unit.name.includes(figure))).toBeTrue();
      expect(second?.units.map(({ id }) => id)).toContain('near');
    }
  });

  it('draws as many as are asked for, never a heading without a unit', () => {
    const groups = unitGroups(LISTED, '');
    for (const count of [0, 1, 5, 6, 30, 200, 1000]) {
      const drawn = firstOf(groups, count);
      expect(drawn.flatMap(({ units }) => units).length).toBe(Math.min(count, 318));
      expect(drawn.every(({ units }) => units.length > 0)).toBeTrue();
    }
  });
});
