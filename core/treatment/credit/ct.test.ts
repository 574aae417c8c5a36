import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { poreCredit } from '../filters/pore.ts';
import {
  dioxideCryptoLog,
  dioxideGiardiaLog,
  dioxideVirusLog,
  giardiaCt,
  giardiaLog,
  giardiaMin,
  virusLog,
} from './ct.ts';

describe('CT', () => {
  it('for 3 log of Giardia at 10 °C, pH 7 and 1 mg/L is about 116 (EPA’s table has 112)', () => {
    expect(giardiaCt(3, 10, 7, 1)).toBeCloseTo(116, 0);
    expect(giardiaLog({ freeChlorineMgL: 1, minutes: 116, temperatureC: 10, ph: 7 })).toBeCloseTo(3, 1);
  });
  it('credits nothing where the tables end on the unsafe side', () => {
    const c = { freeChlorineMgL: 1, minutes: 500, temperatureC: 10, ph: 7 };
    expect(giardiaLog({ ...c, ph: 9.2 })).toBe(0);
    expect(giardiaLog({ ...c, temperatureC: 0 })).toBe(0);
    expect(virusLog({ ...c, ph: 10.1 })).toBe(0);
    expect(virusLog({ ...c, ph: 5.9 })).toBe(0);
    expect(giardiaLog({ ...c, ph: 5.9 })).toBe(0);
    // warmer than the tables counts as their warmest
    expect(giardiaLog({ ...c, minutes: 20, temperatureC: 35 })).toBe(
      giardiaLog({ ...c, minutes: 20, temperatureC: 25 }),
    );
  });
  it('for viruses counts the highest row met: 8 mg·min/L at 5 °C are 4 log, 6 are 3, 3.9 are none', () => {
    const at = (minutes: number) => virusLog({ freeChlorineMgL: 1, minutes, temperatureC: 5, ph: 7 });
    expect([at(8), at(7.9), at(6), at(4), at(3.9)]).toEqual([4, 3, 3, 2, 0]);
    expect(at(10)).toBe(5);
    expect(at(1000)).toBe(6);
    // between the columns: 4 log at 7.5 °C is CT 7
    expect(virusLog({ freeChlorineMgL: 1, minutes: 7, temperatureC: 7.5, ph: 7 })).toBe(4);
  });
  it('for viruses above pH 9 goes by the row of pH 10: 60 mg·min/L at 5 °C are 4 log, 30 are 2, 29 none', () => {
    const at = (minutes: number) => virusLog({ freeChlorineMgL: 1, minutes, temperatureC: 5, ph: 9.5 });
    expect([at(60), at(59), at(44), at(30), at(29)]).toEqual([4, 3, 3, 2, 0]);
  });
  it('takes more than 4 mg/L for 4: the tables go no further', () => {
    const at = (freeChlorineMgL: number) => ({ freeChlorineMgL, minutes: 1, temperatureC: 10, ph: 7 });
    expect(virusLog(at(9))).toBe(virusLog(at(4)));
    expect(giardiaLog(at(9))).toBe(giardiaLog(at(4)));
  });
  it('says how long a residual takes for Giardia: 2 log at 10 °C, pH 7 and 0.5 mg/L are CT 73', () => {
    // EPA table E-3: 2 log at 10 °C, pH 7, ≤ 0.4 mg/L: CT 69; at 0.6: 71
    const minutes = giardiaMin(2, { freeChlorineMgL: 0.5, temperatureC: 10, ph: 7 })!;
    expect(Math.abs((minutes * 0.5) / 70 - 1)).toBeLessThan(0.06);
    expect(giardiaMin(2, { freeChlorineMgL: 0.5, temperatureC: 10, ph: 9.5 })).toBeUndefined();
  });
  it('never credits less for a longer time', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 300 }),
        fc.double({ min: 0.5, max: 30, noNaN: true }),
        (minutes, temperatureC) => {
          const c = { freeChlorineMgL: 0.5, minutes, temperatureC, ph: 7.5 };
          const longer = { ...c, minutes: minutes + 10 };
          return giardiaLog(longer) >= giardiaLog(c) && virusLog(longer) >= virusLog(c);
        },
      ),
    );
  });
  it('of chlorine dioxide for 3 log of Cryptosporidium at 20 °C is 348', () => {
    expect(dioxideCryptoLog(20, 348)).toBeCloseTo(3, 1);
  });
});

describe('chlorine dioxide', () => {
  const at = (minutes: number, temperatureC: number) => ({
    freeChlorineMgL: 1,
    minutes,
    temperatureC,
    ph: 7,
  });
  it('earns 3 log of Giardia and 4 of viruses at the CT of EPA’s table, and in proportion below', () => {
    expect(dioxideGiardiaLog(at(23, 10))).toBeCloseTo(3, 9);
    expect(dioxideVirusLog(at(25.1, 10))).toBeCloseTo(4, 9);
    expect(dioxideGiardiaLog(at(11.5, 10))).toBeCloseTo(1.5, 9);
    // between 10 and 15 °C the table runs from 23 to 19
    expect(dioxideGiardiaLog(at(21, 12.5))).toBeCloseTo(3, 9);
    expect(dioxideVirusLog(at(500, 10))).toBe(4);
    expect(dioxideGiardiaLog(at(500, 0))).toBe(0);
    // ice and slush are thawed first; from half a degree on the table's first column counts
    expect(dioxideVirusLog(at(500, 0.4))).toBe(0);
    expect(dioxideVirusLog(at(50.1, 0.5))).toBeCloseTo(4, 9);
    expect(dioxideGiardiaLog(at(63, 0.5))).toBeCloseTo(3, 9);
  });
});

describe('pores', () => {
  it('earn by what is absolute, and nothing by what is nominal', () => {
    expect(poreCredit({ poreUm: 1, rating: 'absolute' })).toEqual({
      bacteria: 0,
      viruses: 0,
      protozoa: 2,
      crypto: 2,
    });
    expect(poreCredit({ poreUm: 0.1, rating: 'absolute' }).bacteria).toBe(2);
    expect(poreCredit({ poreUm: 0.02, rating: 'absolute' }).viruses).toBe(3);
    expect(poreCredit({ poreUm: 0.01, rating: 'nominal' }).crypto).toBe(0);
    expect(poreCredit({ poreUm: 5, rating: 'absolute' }).protozoa).toBe(0);
  });
});
