import { describe, expect, it } from 'vitest';
import type { CitationId } from '../base/citations.ts';
import { litresPer } from '../base/units/volume.ts';
import { dailyNeed } from '../planning/need/need.ts';
import { deliveredLeastMgL, judgeDelivered, judgeResidual } from '../treatment/chlorine/residual.ts';
import { clarityOf, doseAnswers } from '../treatment/chlorine/schools.ts';
import { labelStrengthMgMl } from '../treatment/chlorine/strength.ts';
import { credit, meets } from '../treatment/credit/credit.ts';
import { giardiaLog, UV_VIRUS_2_MJ_CM2, uvMjCm2, virusLog } from '../treatment/credit/ct.ts';
import { boilSchools, holdMin } from '../treatment/heat/boil.ts';
import { treatments } from '../treatment/methods/treatments.ts';
import { exposureOf } from '../treatment/sun/sun.ts';
import { queueSchools } from '../water/haul.ts';
import { pastLimits } from '../water/quality/chemicals.ts';
import { judgeReading } from '../water/quality/limits.ts';
import type { ParameterId } from '../water/quality/parameters.ts';
import { requiredOf } from '../water/waters.ts';

// Thirty sentences of WHO, EPA and Sphere, each beside what the code answers to the same question. The figures are the published ones,
// written down by hand; none is taken from the code.

interface HandRead {
  readonly source: CitationId;
  /** What the text says, shortened. */
  readonly says: string;
  readonly asked: () => unknown;
  readonly figure: unknown;
}

const GALLON_L = litresPer['US gal'];
const MG_PER_DROP_OF_6 = 0.05 * labelStrengthMgMl('wt-naocl', 6);

/** Drops of bleach for a volume by the drop rule; nothing where that rule has no answer. */
function dropsOf(gallons: number, strength: number, more: { cloudy?: true; temperatureC?: number } = {}) {
  const answer = doseAnswers({
    volumeL: gallons * GALLON_L,
    clarity: more.cloudy ? 'cloudy' : 'clear',
    temperatureC: more.temperatureC ?? 15,
    bleach: { basis: 'wt-naocl', strength },
    strengthMgMl: labelStrengthMgMl('wt-naocl', strength),
    isTreatedTap: false,
  }).find(a => a.school === 'drops-rule')!;
  return answer.answers ? Math.round(answer.doseMl / 0.05) : undefined;
}

const standing = (parameter: ParameterId, value: number, more: object = {}, purpose = 'drinking') =>
  judgeReading(
    {
      parameter,
      value,
      method: 'laboratory',
      at: '2026-06-01T08:00:00.000Z',
      on: '2026-06-01',
      ...more,
    } as never,
    { purpose } as never,
  ).standing;

const creditOf = (id: string) => treatments.find(t => t.id === id)!.credit;

const litresA = (school: 'humanitarian' | 'by-person', people: object[]) =>
  dailyNeed(school, { people, climate: 'temperate', day: '2026-06-01' } as never);

const cases: readonly HandRead[] = [
  // US EPA, Emergency Disinfection of Drinking Water
  {
    source: 'epa-emergency',
    says: '1 gallon: 8 drops of 6 % bleach',
    asked: () => dropsOf(1, 6),
    figure: 8,
  },
  {
    source: 'epa-emergency',
    says: '1 gallon: 6 drops of 8.25 % bleach',
    asked: () => dropsOf(1, 8.25),
    figure: 6,
  },
  {
    source: 'epa-emergency',
    says: '2 gallons: 16 drops of 6 % bleach',
    asked: () => dropsOf(2, 6),
    figure: 16,
  },
  {
    source: 'epa-emergency',
    says: 'double the amount where the water is cloudy, murky or coloured',
    asked: () => dropsOf(2, 8.25, { cloudy: true }),
    figure: 24,
  },
  {
    source: 'epa-emergency',
    says: 'double the amount where the water is very cold',
    asked: () => dropsOf(1, 6, { temperatureC: 2 }),
    figure: 16,
  },
  {
    source: 'epa-emergency',
    says: 'rolling boil for 1 minute',
    asked: () => holdMin('one-minute', 200),
    figure: 1,
  },
  {
    source: 'epa-emergency',
    says: 'above 5,000 feet boil for 3 minutes',
    asked: () => holdMin('one-minute', 5001 * 0.3048),
    figure: 3,
  },
  // US EPA, tables and limits
  {
    source: 'epa-primary',
    says: 'viruses 4 log at 0.5 °C, pH 6–9: CT 12 is enough, 11.9 is not',
    asked: () =>
      [12, 11.9].map(minutes => virusLog({ freeChlorineMgL: 1, minutes, temperatureC: 0.5, ph: 7 }) >= 4),
    figure: [true, false],
  },
  {
    source: 'epa-primary',
    says: 'viruses 2 log at 10 °C: CT 3',
    asked: () =>
      [3, 2.9].map(minutes => virusLog({ freeChlorineMgL: 1, minutes, temperatureC: 10, ph: 7 }) >= 2),
    figure: [true, false],
  },
  {
    source: 'epa-primary',
    says: 'Giardia 3 log at 5 °C, pH 7, 1 mg/L: CT 149 (the fit lies within a tenth, and not below)',
    asked: () =>
      [149 * 1.1, 149 * 0.97].map(
        minutes => giardiaLog({ freeChlorineMgL: 1, minutes, temperatureC: 5, ph: 7 }) >= 3,
      ),
    figure: [true, false],
  },
  {
    source: 'epa-lt2',
    says: 'UV for 3 log of Cryptosporidium 12, of Giardia 11; for viruses 4 log 186, 2 log 100 mJ/cm²',
    asked: () => [uvMjCm2.crypto, uvMjCm2.protozoa, uvMjCm2.viruses, UV_VIRUS_2_MJ_CM2],
    figure: [12, 11, 186, 100],
  },
  {
    source: 'epa-mrdl',
    says: 'chlorine at most 4.0 mg/L',
    asked: () => [4, 4.1].map(mgL => judgeResidual({ method: 'dpd', mgL }).verdict),
    figure: ['ok', 'warn'],
  },
  {
    source: 'epa-primary',
    says: 'nitrate at most 10 mg/L as nitrogen: 45 mg/L as nitrate is past it, within WHO’s 50',
    asked: () => [44, 45, 51].map(value => standing('nitrate', value, { as: 'NO3' })),
    figure: ['pass', 'watch', 'fail'],
  },
  {
    source: 'epa-secondary',
    says: 'pH 6.5 to 8.5, a matter of taste and pipes',
    asked: () => [6.4, 6.5, 8.5, 8.6].map(value => standing('ph', value)),
    figure: ['watch', 'pass', 'pass', 'watch'],
  },
  // WHO, Guidelines for drinking-water quality
  {
    source: 'who-gdwq',
    says: 'E. coli must not be detectable in any 100 mL sample',
    asked: () => [0, 1].map(value => standing('e-coli', value)),
    figure: ['pass', 'fail'],
  },
  {
    source: 'who-gdwq',
    says: 'none in 10 mL is no answer for 100 mL',
    asked: () => standing('e-coli', 0, { volumeMl: 10 }),
    figure: 'cannot-say',
  },
  {
    source: 'who-gdwq',
    says: 'guideline values: arsenic 10 µg/L, lead 10 µg/L, fluoride 1.5 mg/L',
    asked: () => [
      ...pastLimits({ arsenic: 10, lead: 10, fluoride: 1.5 }).map(d => d.id),
      ...pastLimits({ arsenic: 11, lead: 11, fluoride: 1.6 })
        .map(d => d.id)
        .sort(),
    ],
    figure: ['arsenic', 'fluoride', 'lead'],
  },
  {
    source: 'who-gdwq',
    says: 'the sum of nitrate ÷ 50 and nitrite ÷ 3 is not above 1: 40 and 1.5 together are too much',
    asked: () => [
      pastLimits({ nitrate: 25, nitrite: 1.5 }).length,
      pastLimits({ nitrate: 40, nitrite: 1.5 }).some(d => d.severity === 'nobody'),
    ],
    figure: [0, true],
  },
  {
    source: 'who-gdwq',
    says: 'manganese 0.08 mg/L, for bottle-fed infants (2021)',
    asked: () => pastLimits({ manganese: 0.09 }).map(d => [d.severity, d.notFor]),
    figure: [['some', ['infant']]],
  },
  {
    source: 'who-gdwq',
    says: 'chlorine 5 mg/L is the guideline value',
    asked: () => [5, 5.1].map(mgL => judgeResidual({ method: 'dpd', mgL }).verdict),
    figure: ['warn', 'refuse'],
  },
  {
    source: 'who-gdwq',
    says: 'water is disinfected at home below 5 NTU; what is cloudier is cleared first',
    asked: () => [4.9, 5].map(clarityOf),
    figure: ['clear', 'cloudy'],
  },
  // WHO, household water treatment
  {
    source: 'who-hwt',
    says: 'two stars are 2 log of bacteria, 3 of viruses, 2 of protozoa; three stars 4, 5 and 4',
    asked: () => requiredOf('river', { upstream: 'people' }),
    figure: { aim: credit(4, 5, 4, 4), least: credit(2, 3, 2, 2) },
  },
  {
    source: 'who-hwt',
    says: 'boiling takes bacteria, viruses and protozoa alike, three stars',
    asked: () => meets(creditOf('boil'), credit(4, 5, 4, 4)),
    figure: true,
  },
  {
    source: 'who-hwt',
    says: 'chlorine: bacteria 3, viruses 3, Cryptosporidium none: no two stars by itself',
    asked: () => [creditOf('dose'), meets(creditOf('dose'), credit(2, 3, 2, 2))],
    figure: [credit(3, 3, 0, 0), false],
  },
  {
    source: 'who-hwt',
    says: 'sun: six hours where less than half of the sky is clouded, two days where more is',
    asked: () => [exposureOf(10, '2026-03-21', 1, 0).ruleDays, exposureOf(10, '2026-03-21', 5, 0).ruleDays],
    figure: [1, 2],
  },
  {
    source: 'who-emergency',
    says: 'longer boils buy nothing: one minute is the shortest of the schools that are taught',
    asked: () => Math.min(...boilSchools.map(school => holdMin(school, 0))),
    figure: 1,
  },
  // Sphere
  {
    source: 'sphere',
    says: '15 L a person and day',
    asked: () => {
      const { drinkingL, utilityL } = litresA('humanitarian', [{}, {}]);
      return drinkingL + utilityL;
    },
    figure: 30,
  },
  {
    source: 'sphere',
    says: '250 people a tap of 7.5 L/min, 500 a hand pump of 17, 400 an open well of 12.5',
    asked: () => Object.values(queueSchools).map(s => [s.people, s.flowLMin]),
    figure: [
      [250, 7.5],
      [500, 17],
      [400, 12.5],
    ],
  },
  {
    source: 'sphere',
    says: 'free chlorine 0.2 at least where it is handed over in the home, 0.5 at the tap stand',
    asked: () => [
      judgeDelivered(0.2, 'home', false).verdict,
      judgeDelivered(0.19, 'home', false).verdict,
      judgeDelivered(0.4, 'tap-stand', false).verdict,
    ],
    figure: ['ok', 'refuse', 'refuse'],
  },
  {
    source: 'who-emergency',
    says: 'in an outbreak 1 mg/L at all points of delivery, 2 where tankers are filled',
    asked: () => [
      deliveredLeastMgL('home', true),
      deliveredLeastMgL('tap-stand', true),
      deliveredLeastMgL('tanker', true),
    ],
    figure: [1, 1, 2],
  },
];

describe('thirty published sentences', () => {
  it.each(cases)('$source: $says', ({ asked, figure }) => {
    expect(asked()).toEqual(figure);
  });

  it('are thirty, none of them twice', () => {
    expect(cases.length).toBe(30);
    expect(new Set(cases.map(c => c.says)).size).toBe(30);
    // a drop of 6 % bleach is 3 mg of chlorine: eight in a gallon are 6.5 mg/L, as the table of the domain says
    expect((8 * MG_PER_DROP_OF_6) / GALLON_L).toBeCloseTo(6.5, 1);
  });
});
