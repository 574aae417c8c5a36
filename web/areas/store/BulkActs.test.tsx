// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import { fold } from '#core/areas/entries.ts';
import { tarnHollow } from '#demo/tarnHollow.ts';
import { opened } from '../../opened.tsx';
import { type Step, take } from '../../steps.ts';
import { BulkActs } from './BulkActs.tsx';

const NOW = '2026-11-25T08:00:00.000Z';
const entries = tarnHollow(NOW);
const facts = fold(entries);
const cellar = Object.values(facts.place).find(p => p.name === 'Hall cellar')!.id;
const coded = (code: string) => Object.values(facts.container).find(c => c.code === code)!;
// one that stands in the cellar already, on no shelf; one that is elsewhere; one that is empty
const here = Object.values(facts.container).find(c => c.place === cellar && !c.shelf)!;
const [elsewhere, empty] = [coded('TH-067'), coded('TH-060')];
const chosen = [here, elsewhere, empty];

async function recorded(...steps: Step[]) {
  const page = await opened({
    ...{ entries, now: NOW },
    at: <BulkActs containers={chosen} onLabels={() => undefined} onDone={() => undefined} />,
  });
  await take(page, steps);
  return (await page.recorded()).map(({ kind, subject, data }) => [kind, subject, data]);
}

describe('an act on many vessels is done', () => {
  it('to each that does not stand there already, where they are moved', async () => {
    const moved = await recorded(['Place', '[Hall cellar]'], 'Record it for 2');
    const meant = chosen
      .filter(c => c.place !== cellar || c.shelf)
      .map(c => ['moved', c.id, { place: cellar }]);
    expect(moved).toEqual(meant);
    expect(meant.some(([, id]) => id === here.id)).toBe(false);
  });

  it('to each that has water, where they are emptied', async () => {
    const emptied = await recorded(
      ['What to do with them', '[were emptied, the water went to the garden and to flushing]'],
      'Record it for 2',
    );
    expect(emptied).toEqual([here, elsewhere].map(c => ['emptied', c.id, { to: 'utility' }]));
  });
});
