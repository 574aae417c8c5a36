import { describe, expect, it } from 'vitest';
import { methodOf } from '../methods/methods.ts';
import { type ClaimVerdict, claims, weigh } from './claims.ts';

// What a water engineer would say of each, before anybody asks core: by WHO's guidelines and the table of household treatment.
const expected: Readonly<Record<string, ClaimVerdict>> = {
  'clear-is-safe': 'no',
  'running-is-clean': 'no',
  'spring-is-pure': 'no',
  'well-is-safe': 'no',
  'rain-is-pure': 'no',
  'sound-roof-is-enough': 'no',
  'frozen-is-pure': 'no',
  'tap-under-notice': 'no',
  'treated-tap-is-safe': 'holds',
  'flood-can-be-boiled': 'harm',
  'pool-can-be-drunk': 'harm',
  'boil-is-enough': 'holds',
  'twenty-minutes': 'no',
  'higher-boils-longer': 'holds',
  'boil-takes-nitrate': 'harm',
  'boil-takes-salt': 'no',
  'boil-takes-scum': 'harm',
  'boil-takes-fuel': 'harm',
  'sixty-five-degrees': 'holds',
  'steam-is-a-boil': 'no',
  'still-takes-all': 'partly',
  'still-takes-salt': 'holds',
  'bleach-kills-all': 'partly',
  'bleach-takes-crypto': 'no',
  'double-is-safer': 'harm',
  'works-at-once': 'no',
  'cold-takes-longer': 'holds',
  'muddy-takes-more-bleach': 'no',
  'bleach-never-ages': 'no',
  'scented-is-bleach': 'no',
  'pool-chlorine-is-bleach': 'no',
  'smell-is-proof': 'partly',
  'vinegar-helps-bleach': 'harm',
  'tablets-take-cysts': 'no',
  'dioxide-half-hour': 'no',
  'dioxide-four-hours': 'holds',
  'iodine-for-all': 'harm',
  'half-iodine': 'no',
  'iodine-for-months': 'harm',
  'pink-is-safe': 'no',
  'fibre-filter-is-enough': 'partly',
  'filter-and-bleach': 'holds',
  'filter-takes-viruses': 'no',
  'ultrafilter-takes-viruses': 'holds',
  'nominal-is-enough': 'no',
  'thawed-is-as-good': 'harm',
  'faster-is-better': 'harm',
  'two-are-twice': 'no',
  'filter-takes-salt': 'no',
  'charcoal-takes-all': 'no',
  'charcoal-takes-taste': 'holds',
  'sand-and-charcoal': 'no',
  'cloth-is-a-filter': 'no',
  'membrane-takes-sea': 'no',
  'clay-settles': 'no',
  'two-spoons-of-alum': 'harm',
  'alum-disinfects': 'no',
  'any-bottle-in-the-sun': 'no',
  'sun-through-a-window': 'no',
  'one-cloudy-day': 'no',
  'lamp-takes-viruses': 'no',
  'lamp-in-cloudy': 'no',
  'silver-coin': 'no',
  'lemon-juice': 'no',
  'alcohol-in-water': 'no',
  'wound-bleach': 'harm',
  'wound-iodine': 'harm',
  'wound-pouch': 'harm',
  'wound-canned': 'harm',
  'wound-boiled': 'harm',
};

describe('what people say', () => {
  it('is at least forty statements, each with an independent verdict', () => {
    expect(claims.length).toBeGreaterThanOrEqual(40);
    expect(claims.map(c => c.id).sort()).toEqual(Object.keys(expected).sort());
  });

  it.each(claims)('$id', one => {
    expect(weigh(one).verdict).toBe(expected[one.id]);
  });

  it.each(claims)('$id is shown beside methods that there are', ({ about }) => {
    expect(about.filter(id => !methodOf(id))).toEqual([]);
  });

  it('stands on figures of core, which are those of the tables', () => {
    const figures = (id: string) => weigh(claims.find(c => c.id === id)!);
    // twenty minutes held instead of one: 19 × 180 kJ more of propane than 10 L from 15 °C takes with one (7.12 MJ + 0.18)
    expect(figures('twenty-minutes').figures?.moreShare).toBeCloseTo((19 * 0.18) / (7.116 + 0.18), 2);
    expect(figures('higher-boils-longer').figures).toMatchObject({ low: 1, high: 3 });
    expect(figures('cold-takes-longer').figures).toMatchObject({ cold: 60, mild: 30 });
    // 1 µm over 30 cm at 15 °C: 3.9 days at 20 °C, a seventh more in the colder water
    expect((figures('clay-settles').figures?.minutes as number) / 1440).toBeCloseTo(4.4, 1);
    expect(figures('fibre-filter-is-enough').germs).toMatchObject({
      earned: { bacteria: 2, viruses: 0, protozoa: 2, crypto: 2 },
      asked: { bacteria: 4, viruses: 5, protozoa: 4, crypto: 4 },
    });
    const [before, after] = figures('boil-takes-nitrate').nitrate!;
    expect(before).toBe(70);
    expect(after).toBeGreaterThan(70);
  });
});
