import type { SupplySet } from '#core/areas/supplies/fields.ts';
import { addDays, addMinutes, dayOf, type Instant } from '#core/base/day.ts';
import type { Subject } from '#core/base/subject.ts';
import type { FilterEvent } from '#core/storage/stock/supply.ts';
import type { Hand } from './hand.ts';
import { TIME_ZONE } from './people.ts';

/** What the group keeps beside bleach: a second way for fourteen days, and what has aged or was frozen. */
export function shelves(h: Hand, now: Instant): void {
  const today = dayOf(now, TIME_ZONE);
  const keep = (fields: SupplySet) => h.write('supply.set', h.subject('supply'), fields);
  keep({ name: 'Propane, hall kitchen', kind: 'propane', amount: 26, where: 'Cage behind the kitchen' });
  keep({
    name: 'Chlorine tablets',
    kind: 'chlorine-tablets',
    amount: 90,
    treatsL: 20,
    expiresOn: addDays(today, 420),
    where: 'Hall kitchen, first-aid cupboard',
  });
  keep({
    name: 'Alum, food grade',
    kind: 'alum',
    amount: 500,
    madeOn: addDays(today, -500),
    where: 'Cellar, shelf B',
  });
  keep({
    name: 'Residual strips',
    kind: 'test-kit',
    amount: 50,
    openedOn: addDays(today, -40),
    expiresOn: addDays(today, 5),
    where: 'Hall kitchen, drawer',
  });
  keep({ name: 'Jar lids', kind: 'lids', amount: 36, where: 'Hall kitchen' });
  keep({ name: 'Vitamin C', kind: 'neutraliser', amount: 100, where: 'Hall kitchen' });
  keep({
    name: 'Propane, Beck House',
    kind: 'propane',
    amount: 9,
    home: homeNamed(h, 'Beck House'),
    where: 'Lean-to',
  });
  sunBottles(h, now);
  bucketFilters(h, now);
}

const homeNamed = (h: Hand, name: string): Subject =>
  h.entries.find(e => e.kind === 'home.set' && e.data.name === name)!.subject;

function sunBottles(h: Hand, now: Instant): void {
  const today = dayOf(now, TIME_ZONE);
  // bottles of last summer: washed for the last time long ago, a few scratched since
  const bottles = (name: string, retired: number) => {
    const id = h.subject('supply');
    h.at(addMinutes(now, -150 * 1440)).write('supply.set', id, {
      name,
      kind: 'bottles',
      amount: 24,
      treatsL: 1.5,
      madeOn: addDays(today, -150),
      where: 'Allotment shed',
    });
    h.at(addMinutes(now, -100 * 1440 - 540)).write('bottles.logged', id, { what: 'laid-out' });
    h.at(addMinutes(now, -100 * 1440)).write('bottles.logged', id, { what: 'taken-in' });
    h.at(addMinutes(now, -98 * 1440)).write('bottles.logged', id, { what: 'retired', count: retired });
  };
  bottles('Sun bottles, set A', 3);
  bottles('Sun bottles, set B', 1);
}

function bucketFilters(h: Hand, now: Instant): void {
  const filter = (
    name: string,
    where: string,
    events: readonly [number, FilterEvent, number?][],
    home?: string,
  ) => {
    const id = h.subject('supply');
    h.at(addMinutes(now, -410 * 1440)).write('supply.set', id, {
      name,
      kind: 'filter',
      amount: 3800,
      device: { kind: 'by-pore', poreUm: 0.1, rating: 'absolute' },
      where,
      ...(home ? { home: homeNamed(h, home) } : {}),
    });
    for (const [daysBefore, what, flowLH] of events)
      h.at(addMinutes(now, -daysBefore * 1440)).write('filter.logged', id, {
        what,
        ...(flowLH === undefined ? {} : { flowLH }),
      });
  };
  filter('Bucket filter, hall', 'Hall kitchen, under the sink', [
    [120, 'commissioned', 18],
    [40, 'backflushed'],
    [40, 'flow', 15],
  ]);
  filter('Bucket filter, school', 'School store', [
    [400, 'commissioned', 17],
    [290, 'frozen'],
  ]);
  for (const home of ['Beck House', 'Tarn End', 'Old Forge'])
    filter(`Bucket filter, ${home}`, 'Kitchen', [[70, 'commissioned', 16]], home);
}
