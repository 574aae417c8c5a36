import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { boilingPointC, boilOf, boilSchools, coolingMin, heatMj, holdMin, stoveOf } from './boil.ts';
import { canningMin, canningOf, displacementL } from './can.ts';

describe('a stove', () => {
  it('is known by its id, and one that nobody has is said', () => {
    expect(stoveOf('open-fire').powerKw).toBe(12);
    expect(() => stoveOf('reactor')).toThrow('no stove "reactor"');
  });
});

describe('boiling', () => {
  // steam tables: 101.325 kPa 100.0 °C; 79.5 kPa 93.4; 61.6 kPa 86.7
  it.each([
    [0, 100],
    [2000, 93.4],
    [4000, 86.7],
  ])('at %i m is at %f °C', (altitudeM, boilsAtC) => {
    expect(Math.abs(boilingPointC(altitudeM) - boilsAtC)).toBeLessThan(0.2);
  });

  it('holds one minute, three above 1,500 m, and the other schools as they say', () => {
    expect(boilSchools.map(s => holdMin(s, 310))).toEqual([1, 5, 10, 20]);
    expect(holdMin('one-minute', 1500)).toBe(1);
    expect(holdMin('one-minute', 1524)).toBe(3);
  });

  it('holds one pot after the other: two pots of five minutes stand ten minutes over the fire', () => {
    const two = (holdMin: number, lidAjar = false) =>
      boilOf({
        ...{ volumeL: 20, startC: 10, from: 'water', altitudeM: 0, potL: 10 },
        ...{ stove: stoveOf('open-fire'), holdMin, lidAjar },
      });
    expect(two(5).pots).toBe(2);
    expect(two(5).minutes - two(0).minutes).toBeCloseTo(10, 9);
    // 12 kW at 12 % are 1.44 kW; 20 L by 90 K are 7.535 MJ, which take 87.2 min; ten minutes more boil off 0.864 MJ, 0.383 L
    expect(two(0).minutes).toBeCloseTo(87.2, 1);
    expect(two(5).steamL).toBeCloseTo(0.383, 3);
    expect(two(5, true).steamL).toBeCloseTo(0.191, 3);
    // the fire burns 12 kW for those ten minutes too
    expect(two(5).fuelMj - two(0).fuelMj).toBeCloseTo(7.2, 9);
  });

  it('takes 7.53 MJ and 162 g of propane for 10 L from 10 °C to 100 °C', () => {
    const boil = boilOf({
      volumeL: 10,
      startC: 10,
      from: 'water',
      altitudeM: 0,
      stove: stoveOf('gas-propane'),
      holdMin: 0,
      potL: 10,
      lidAjar: true,
    });
    expect(boil.fuelMj).toBeCloseTo(7.53, 1);
    expect(boil.fuelAmount * 1000).toBeCloseTo(162, 0);
    expect(boil.steamL).toBe(0);
  });

  it('goes on burning through the hold: 3 kW for 20 min are 3.6 MJ, and half of 1.8 MJ of steam leaves by an ajar lid', () => {
    const ask = (minutes: number) =>
      boilOf({
        volumeL: 10,
        startC: 10,
        from: 'water',
        altitudeM: 0,
        stove: stoveOf('gas-propane'),
        holdMin: minutes,
        potL: 10,
        lidAjar: true,
      });
    expect(ask(20).fuelMj - ask(0).fuelMj).toBeCloseTo(3.6, 9);
    expect(ask(20).steamL).toBeCloseTo((1.8 / 2.257) * 0.5, 3);
  });

  it('melts snow first: 334 kJ a kg, and 2.1 kJ for each degree below', () => {
    expect(heatMj(1, -10, 'snow', 100)).toBeCloseTo(0.021 + 0.334 + 0.4186, 6);
  });

  it('asks more fuel for more water and for a longer hold', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 400, noNaN: true }),
        fc.integer({ min: 0, max: 19 }),
        (volumeL, minutes) => {
          const ask = (v: number, m: number) =>
            boilOf({
              volumeL: v,
              startC: 8,
              from: 'water',
              altitudeM: 310,
              stove: stoveOf('open-fire'),
              holdMin: m,
              potL: 10,
              lidAjar: false,
            }).fuelAmount;
          return (
            ask(volumeL * 1.1, minutes) > ask(volumeL, minutes) &&
            ask(volumeL, minutes + 1) > ask(volumeL, minutes)
          );
        },
      ),
    );
  });

  it('cools slower in a larger pot, and not at all in air as warm as the drink', () => {
    expect(coolingMin(10, 98, 20)).toBeGreaterThan(coolingMin(2, 98, 20));
    // by hand: ten litres stand 23.35 cm wide and high, lose 2.57 W for each kelvin and hold 41.9 kJ: a time constant of 4.53 h,
    // and from 98 to 40 °C in air of 20 the logarithm of 78/20, 1.361 of it
    expect(coolingMin(10, 98, 20)).toBeGreaterThan(367);
    expect(coolingMin(10, 98, 20)).toBeLessThan(372);
    expect(coolingMin(10, 40, 20)).toBe(0);
    expect(coolingMin(10, 40.5, 20)).toBeGreaterThan(5);
    expect(coolingMin(10, 38, 20)).toBe(0);
    expect(coolingMin(10, 98, 41)).toBe(Number.POSITIVE_INFINITY);
  });
});

describe('canning water', () => {
  it('is timed by altitude, the bounds in the lower time', () => {
    expect([0, 304.8, 305, 1828.8, 1829].map(canningMin)).toEqual([10, 10, 15, 15, 20]);
  });
  const sixteen = {
    ...{ jars: 16, perLoad: 7, jarL: 0.946352946, fullL: 20, altitudeM: 0 },
    ...{ startC: 10, preBoilMin: 5, filterKeepsL: 0.5, stove: stoveOf('gas-propane') },
  };
  it('pushes aside a jar and its glass', () => {
    // a 0.946 L jar with 0.45 kg of glass of 2.5 kg/L
    expect(displacementL(0.946)).toBeCloseTo(0.946 + 0.18, 1);
  });
  it('is reckoned back from the jars to what is fetched', () => {
    // sixteen quarts; a burner of 3 kW of which half goes in makes 0.09 MJ a minute, the lid ajar: 0.0997 L in five minutes
    const c = canningOf(sixteen);
    expect(c.inJarsL).toBeCloseTo(15.142, 3);
    expect(c.boilOffL).toBeCloseTo(0.0997, 4);
    expect(c.toFilterL).toBeCloseTo(15.741, 3);
    // 20 L less seven jars of 1.128; then 0.199 of steam; then that and five jars fewer
    expect(c.loads.map(load => load.jars)).toEqual([7, 7, 2]);
    expect(c.loads.map(load => Math.round(load.waterL * 100) / 100)).toEqual([12.1, 0.2, 5.84]);
    expect(c.bathL).toBeCloseTo(18.143, 2);
    expect(c.fetchL).toBeCloseTo(33.884, 2);
    // two pots to boil where one holds ten litres: twice the minutes, twice the steam
    expect(canningOf({ ...sixteen, fullL: 10 }).boilOffL).toBeCloseTo(0.1994, 4);
    // seven quarts push 7.9 L aside: a vessel of seven has no bath, and not less than none
    expect(canningOf({ ...sixteen, fullL: 7 }).loads[0]!.waterL).toBe(0);
  });
  it('burns by load what heats the bath and its jars and holds them: 259 g of propane for the first, 66 g after', () => {
    const { loads, fuelKg, preBoilMin, totalMin } = canningOf(sixteen);
    // 12.104 L by 90 K are 4.560 MJ, seven jars by 20 K 0.555; by half 10.23, and 1.8 while it is held: 12.03 MJ of 46.4
    expect(loads[0]!.fuelKg * 1000).toBeCloseTo(259, 0);
    // 0.199 L by 90 K and seven jars: 0.630 MJ, by half 1.259, and 1.8: 3.06 MJ
    expect(loads[1]!.fuelKg * 1000).toBeCloseTo(66, 0);
    expect(loads[0]!.heatMin).toBeCloseTo(56.8, 1);
    // 15.241 L by 90 K, 5.742 MJ, come to the boil in 63.8 min and are held for five
    expect(preBoilMin).toBeCloseTo(68.8, 1);
    // each load heats, holds its ten minutes, and ten more go with racking and lifting
    expect(totalMin).toBeCloseTo(68.8 + loads.reduce((sum, l) => sum + l.heatMin + 20, 0), 0);
    const baths = loads.reduce((sum, l) => sum + l.fuelKg, 0);
    // 5.742 MJ by half are 11.48, and 0.9 in five minutes: 12.38 MJ
    expect((fuelKg - baths) * 1000).toBeCloseTo(267, 0);
  });
});
