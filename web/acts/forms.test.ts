// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import { drumInCellar } from '#demo/cellar.ts';
import { type Hand, hand } from '#demo/hand.ts';
import { opened } from '../opened.tsx';
import { type Filled, take } from '../steps.ts';

// What a hand types into the form of an act, and what is recorded then: word for word, in the units that the log keeps.

const NOW = '2026-11-25T08:00:00.000Z';

function cellar() {
  const h: Hand = hand('2026-11-20T08:00:00.000Z');
  h.write('group.set', 'group', { name: 'Hall', timeZone: 'UTC' });
  const drum = drumInCellar(h);
  const [loft, building] = [h.subject('place'), h.entries.find(e => e.kind === 'building.set')!.subject];
  h.write('place.set', loft, {
    ...{ name: 'Loft', building, level: 1, widthM: 4, heightM: 2 },
    shelves: [{ id: 'B', heightM: 0.8, fromM: 0, toM: 4 }],
  });
  h.write('filled', drum, { volumeL: { value: 100, known: 'measured' }, water: 'treated-tap', sealed: true });
  return { entries: h.entries, drum, loft };
}
const { entries, drum, loft } = cellar();

const rows: readonly Filled[] = [
  {
    of: 'drawing off through the tap',
    steps: [
      'Draw off',
      ['How much', '7.5'],
      ['What for', '[to drink]'],
      ['How', '[by its clean tap]'],
      'Draw it off',
    ],
    recorded: [['drawn', { volumeL: 7.5, use: 'drinking', byTap: true }]],
  },
  {
    of: 'drawing off by dipping, for washing',
    steps: [
      'Draw off',
      ['How much', '500 mL'],
      ['What for', '[for washing or plants]'],
      ['How', '[opened or dipped]'],
      'Draw it off',
    ],
    recorded: [['drawn', { volumeL: 0.5, use: 'utility', byTap: false }]],
  },
  {
    of: 'drawing off in gallons',
    units: 'US',
    steps: ['Draw off', ['How much', '2'], 'Draw it off'],
    recorded: [['drawn', { volumeL: 2 * 3.785411784, use: 'drinking', byTap: false }]],
  },
  {
    of: 'a leak, which is by no tap',
    steps: [
      'Draw off',
      ['How much', '3 L'],
      ['How', '[by its clean tap]'],
      ['What for', '[lost by a leak or a spill]'],
      'Draw it off',
    ],
    recorded: [['drawn', { volumeL: 3, use: 'lost', byTap: false }]],
  },
  {
    of: 'emptying it and filling it again',
    steps: ['Rotate', ['Volume filled', '190'], ['How it is known', '[off the label]'], 'Emptied and filled'],
    recorded: [
      ['emptied', { to: 'utility' }],
      ['filled', { volumeL: { value: 190, known: 'label' }, water: 'treated-tap', sealed: true }],
    ],
  },
  {
    of: 'drawing half off and topping it up',
    steps: ['Rotate', ['How much of it goes first', '[half goes]'], ['Volume filled', '40'], 'Filled'],
    recorded: [
      ['drawn', { volumeL: 50, use: 'utility', byTap: false }],
      ['filled', { volumeL: { value: 40, known: 'measured' }, water: 'treated-tap', sealed: true }],
    ],
  },
  {
    of: 'topping it up, nothing drawn off before',
    steps: [
      'Rotate',
      ['How much of it goes first', '[nothing goes]'],
      ['Volume filled', '30'],
      ['How it is known', '[guessed]'],
      'Filled',
    ],
    recorded: [['filled', { volumeL: { value: 30, known: 'guessed' }, water: 'treated-tap', sealed: true }]],
  },
  {
    of: 'pouring its water to the garden',
    steps: ['Empty', 'Empty it'],
    recorded: [['emptied', { to: 'utility' }]],
  },
  {
    of: 'pouring its water down the drain',
    steps: ['Empty', ['Where the water goes', '[the drain]'], 'Empty it'],
    recorded: [['emptied', { to: 'drain' }]],
  },
  {
    of: 'reading its chlorine',
    steps: ['Chlorine', ['Free chlorine in mg/L', '0,6'], 'Enter the reading'],
    recorded: [['read', { parameter: 'free-chlorine', value: 0.6, method: 'comparator' }]],
  },
  {
    of: 'reading none of chlorine',
    steps: ['Chlorine', ['Free chlorine in mg/L', '0'], 'Enter the reading'],
    recorded: [['read', { parameter: 'free-chlorine', value: 0, method: 'comparator' }]],
  },
  {
    of: 'moving it to a shelf',
    steps: ['Move…', ['Place', '[Loft]'], ['Where in it', '[shelf B]'], 'Moved'],
    recorded: [['moved', { place: loft, shelf: 'B' }]],
  },
  {
    of: 'looking at the vessel and finding cracks',
    steps: ['Inspect', ['What was found', '[cracks or crazing]'], 'Note it'],
    recorded: [['inspected', { found: 'cracked' }]],
  },
  {
    of: 'a wrong smell',
    steps: ['Failed', ['Why it failed', '[it smells wrong]'], 'Mark it failed'],
    recorded: [['failed', { why: 'smell' }]],
  },
  {
    of: 'two who fell ill',
    steps: ['Made ill', ['How many people', '2'], 'Write it down'],
    recorded: [['made-ill', { people: 2, fellIllOn: '2026-11-25' }]],
  },
  {
    of: 'setting it apart',
    steps: ['Set apart', ['Whom it is for', 'the goats'], 'Set it apart'],
    recorded: [['container.changed', { setApart: 'the goats' }]],
  },
  {
    of: 'condemning it',
    steps: ['Condemn', ['Why it is condemned', '  a crack in the base '], 'Condemn it'],
    recorded: [['condemned', { why: 'a crack in the base' }]],
  },
];

describe('the form of an act on a vessel records', () => {
  it.each(rows)('$of', async ({ units = 'metric', steps, recorded }) => {
    const page = await opened({ entries, now: NOW, at: `/store/${drum}`, units });
    await take(page, steps);
    const got = await page.recorded();
    expect(got.map(e => e.kind)).toEqual(recorded.map(([kind]) => kind));
    for (const [i, [, data]] of recorded.entries()) {
      expect(got[i]).toMatchObject({ subject: drum, data });
      expect(Math.abs(Date.parse(got[i]!.happenedAt) - Date.parse(NOW))).toBeLessThan(60_000);
    }
  });
});
