// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import { fold } from '#core/areas/entries.ts';
import { tarnHollow } from '#demo/tarnHollow.ts';
import { opened } from './opened.tsx';
import { type Filled, take } from './steps.ts';

// What a hand types on a page of the made-up hamlet, and what is recorded then.

const NOW = '2026-11-25T08:00:00.000Z';
const entries = tarnHollow(NOW);
const facts = fold(entries);
const sourceOf = (name: string) => Object.values(facts.source).find(s => s.name === name)!.id;
const spring = sourceOf('Upper spring');
const codeOf = (code: string) => Object.values(facts.container).find(c => c.code === code)!.id;

interface Row extends Filled {
  readonly at: string;
}
const rows: readonly Row[] = [
  {
    of: 'a source, and how far and how high it lies',
    at: '/sources',
    steps: [
      'Write down a source',
      ['Name', 'Mill spring'],
      ['Way there', '350'],
      ['How much', '12'],
      ['Higher or lower', '[lower than it]'],
      ['What runs', '360 L/h'],
      ['Others who fill there', '4'],
      ['Closed or open', '[open]'],
      ['Who knows the way', 'Old Tam'],
      'Keep it',
    ],
    recorded: [
      [
        'source.set',
        {
          ...{ name: 'Mill spring', kind: 'spring', distanceM: 350, climbM: -12, flowLMin: 6 },
          ...{ sharedBy: 4, isProtected: false, knownBy: 'Old Tam', upstream: [] },
        },
      ],
    ],
  },
  {
    of: 'a source in feet',
    at: '/sources',
    units: 'US',
    steps: [
      'Write down a source',
      ['Name', 'Mill spring'],
      ['Way there', '1000'],
      ['How much', '40'],
      'Keep it',
    ],
    recorded: [['source.set', { distanceM: 304.8, climbM: 12.192 }]],
  },
  {
    of: 'a notice, with whom it is from and what it is for',
    at: '/sources',
    steps: [
      'A notice was given …',
      ['Who says so', ' the water works '],
      ['What it says', '[Do-not-drink notice]'],
      ['Area', 'the lower lane'],
      'Put it in force',
    ],
    recorded: [
      [
        'notice.given',
        {
          ...{ kind: 'do-not-drink', authority: 'the water works', area: 'the lower lane' },
          ...{ givenOn: '2026-11-25', suspectedFrom: '2026-11-25', sources: [sourceOf('Hall tap')] },
        },
      ],
    ],
  },
  {
    of: 'a look at a source',
    at: `/sources/${spring}`,
    steps: [
      'Look at it',
      { tick: 'cloudy', of: 'How it looks' },
      ['Smell', '[rotten eggs]'],
      ['Temperature', '48 F'],
      ['Turbidity', '1.5'],
      ['What runs now', '3 L/min'],
      'Keep what was seen',
    ],
    recorded: [['source.looked', { looks: ['cloudy'], smell: 'rotten-egg', turbidityNtu: 1.5, flowLMin: 3 }]],
  },
  {
    of: 'a test of a source, its nitrate as nitrogen',
    at: `/sources/${spring}`,
    steps: [
      'Write down a test',
      ['E. coli in 100 mL', '3'],
      ['Nitrate', '9'],
      ['Written as', '[as nitrogen (N)]'],
      'Keep the test',
    ],
    recorded: [
      ['read', { parameter: 'e-coli', value: 3 }],
      ['read', { parameter: 'nitrate', value: 9, as: 'N' }],
    ],
  },
  {
    of: 'a flood at a source',
    at: `/sources/${spring}`,
    steps: ['Something happened there', ['What happened', '[Flooded]'], 'Write it down'],
    recorded: [['source.happened', { what: 'flood' }]],
  },
  {
    of: 'a bottle of bleach in litres, kept in millilitres',
    at: '/supplies',
    steps: [
      'Add a supply',
      ['Name', 'Bleach in the hall'],
      ['Amount there now', '2 L'],
      ['Strength on the label', '5'],
      ['Temperature it is kept at', '12'],
      ['Where it is kept', 'by the stove'],
      'Keep it',
    ],
    recorded: [
      [
        'supply.set',
        {
          ...{ name: 'Bleach in the hall', kind: 'bleach', where: 'by the stove', amount: 2000 },
          bleach: { product: 'plain', basis: 'wt-naocl', strength: 5, keptC: 12 },
        },
      ],
    ],
  },
  {
    of: 'a place below ground, its measures in feet',
    at: '/store',
    units: 'US',
    steps: [
      'Add a place',
      ['Name of the place', 'Byre'],
      ['Building', 'Upper Byre'],
      ['Level', '[below ground]'],
      ['Width in feet', '20'],
      ['Height in feet', '7'],
      ['Mean temperature', '50'],
      ['How to find it', 'left of the gate'],
      'Keep it',
    ],
    recorded: [
      ['building.set', { name: 'Upper Byre' }],
      [
        'place.set',
        {
          ...{ name: 'Byre', level: -1, widthM: 6.096, heightM: 2.1336, meanC: 10 },
          finding: 'left of the gate',
        },
      ],
    ],
  },
  {
    of: 'the level of a tank by a stick, upright',
    at: `/store/${codeOf('TH-RT')}`,
    steps: ['Dip', ['Depth of water', '49'], ['Depth when full', '196'], 'Write the level down'],
    recorded: [['dipped', { depthCm: 49, litres: 1250 }]],
  },
  {
    of: 'the level of a tank in inches',
    units: 'US',
    at: `/store/${codeOf('TH-RT')}`,
    steps: ['Dip', ['Depth of water', '20'], ['Depth when full', '80'], 'Write the level down'],
    recorded: [['dipped', { depthCm: 50.8, litres: 1250 }]],
  },
  {
    of: 'the days of the plan',
    at: '/plan',
    steps: [['Days', '21']],
    recorded: [['plan.set', { targetDays: 21 }]],
  },
  {
    of: 'a sample that begins to stand',
    at: '/tests',
    steps: [
      'Set a sample to stand',
      ['What is tested', 'TH-001'],
      ['How warm it stands', '95 F'],
      ['Sample point', 'the tap'],
      ['Thiosulphate in the bottle', '[with thiosulphate in the bottle]'],
      'It stands',
    ],
    recorded: [
      [
        'test.begun',
        {
          ...{ of: codeOf('TH-001'), method: 'presence-absence', parameters: ['e-coli'], temperatureC: 35 },
          ...{ point: 'the tap', isDechlorinated: true },
        },
      ],
    ],
  },
  {
    of: 'what grew in a sample',
    at: '/tests',
    steps: ['Read it', ['What was found', '[present]'], 'Keep the reading'],
    recorded: [['read', { parameter: 'e-coli', method: 'presence-absence', found: 'present' }]],
  },
  {
    of: 'the first vessel of a walk',
    at: '/tests/walk',
    steps: [['Reading', '0,4'], 'Keep it, and on'],
    recorded: [['read', { parameter: 'free-chlorine', method: 'comparator', value: 0.4 }]],
  },
  {
    of: 'the flow of a filter in litres an hour, with how warm and how high the water stood',
    at: '/supplies',
    steps: [
      ['Flow of Bucket filter, hall', '0.05 L/min'],
      ['Water temperature, Bucket filter, hall', '11'],
      ['Head of water, Bucket filter, hall', '20'],
      { press: 'Record it', beside: 'Flow of Bucket filter, hall' },
    ],
    recorded: [['filter.logged', { what: 'flow', flowLH: 3, waterC: 11, headCm: 20 }]],
  },
  {
    of: 'a catch in inches, between two depths of its tank',
    at: '/rain/catch',
    units: 'US',
    steps: [
      'Write a catch down',
      ['Rain in the gauge', '0.5'],
      ['Depth before', '39.2 cm'],
      ['Depth after', '58.8 cm'],
      ['First flush took', '10'],
      'Write it down',
    ],
    recorded: [
      [
        'caught',
        {
          // a tenth of the 196 cm of a tank of 5,000 L
          ...{ gaugeMm: 12.7, by: 'dip', caughtL: { value: 500, known: 'measured' }, levelL: 1500 },
          ...{ flushedL: 10 * 3.785411784, into: codeOf('TH-RT') },
        },
      ],
    ],
  },
  {
    of: 'a draw in the Imperial gallon',
    at: `/store/${codeOf('TH-003')}`,
    units: 'imperial',
    steps: ['Draw off', ['How much', '1 gal'], 'Draw it off'],
    recorded: [['drawn', { volumeL: 4.54609 }]],
  },
  {
    of: 'a catch by jugs',
    at: '/rain/catch',
    steps: [
      'Write a catch down',
      ['Rain in the gauge', '8'],
      ['How it was measured', '[jugs filled]'],
      ['Jugs filled', '20'],
      ['A jug holds', '15'],
      ['First flush took', '40'],
      ['Minutes of rain', '90'],
      ['Conductivity', '35'],
      'Write it down',
    ],
    recorded: [
      [
        'caught',
        {
          gaugeMm: 8,
          by: 'jugs',
          caughtL: { value: 300, known: 'measured' },
          flushedL: 40,
          minutes: 90,
          conductivityUsCm: 35,
          areaM2: 96,
        },
      ],
    ],
  },
];

describe('the form of a page records', () => {
  it.each(rows)('$of', async ({ at, units = 'metric', steps, recorded }) => {
    const page = await opened({ entries, now: NOW, at, units });
    await take(page, steps);
    const got = await page.recorded();
    expect(got.map(({ kind, data }) => [kind, data])).toMatchObject(recorded);
  });
});
