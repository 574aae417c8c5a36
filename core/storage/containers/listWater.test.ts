import { describe, expect, it } from 'vitest';
import { forbidsDrinking, readWater, wordingOf } from './listWater.ts';

describe('the water of a row', () => {
  it.each([
    ['tap', 'treated-tap'],
    ['Mains water', 'treated-tap'],
    ['bottled', 'bought'],
    ['from the shop', 'bought'],
    ['stored rainwater', 'rain'],
    ['snow melt, not treated yet', 'snow'],
    ['river - needs boiling', 'river'],
    ['the old well', 'well'],
    ['dunno', 'unknown'],
    ['?', 'unknown'],
    ['empty', 'empty'],
    ['treated-tap', 'treated-tap'],
  ] as const)('“%s” is %s', (text, water) => expect(readWater(text)).toBe(water));

  it.each([
    'untreated',
    'to be treated',
    'tap - unsafe boil notice',
    'undrinkable bottled',
    'un-treated tap',
    'not tap',
    'mains?',
    'rain/tap mix',
    'boiled stream',
    'filtered rain',
    'rain (treated)',
    'well, tested',
    'treated',
    'drinking water',
    'tap water, do not drink',
    'spring water (bottled)',
  ])('“%s” is asked', text => expect(readWater(text)).toBeUndefined());

  it('is never drunk by a word with anything beside it', () => {
    const beside = [
      'not',
      'no',
      'un',
      'bad',
      'old',
      'maybe',
      'or rain',
      '/ pond',
      'unsafe',
      'mixed',
      'for flushing',
    ];
    for (const word of ['tap', 'mains', 'bottled', 'bought', 'canned', 'city water'])
      for (const other of beside)
        for (const text of [`${word} ${other}`, `${other} ${word}`, `${word}, ${other}`])
          expect(['treated-tap', 'bought', 'canned', 'pouch'], text).not.toContain(readWater(text));
  });

  it('is not drunk where somebody wrote so beside it', () => {
    for (const text of [
      'DO NOT DRINK',
      "don't drink",
      'not for drinking',
      'non-potable',
      'unsafe',
      'contaminated',
    ])
      expect(forbidsDrinking(text), text).toBe(true);
    for (const text of ['lid stiff', 'under the sink', 'drinking water for the school'])
      expect(forbidsDrinking(text), text).toBe(false);
  });
});

describe('raw water', () => {
  it.each([
    ['flood', ['flood', 'after the floods', 'flooding']],
    ['pool', ['pool', 'swimming pools', 'hot tub', 'spa']],
    ['sea', ['sea', 'seawater', 'ocean']],
    ['brackish', ['brackish', 'brackish estuary']],
    ['rain', ['rain', 'rainwater', 'off the roof', 'roofs', 'from the butt', 'butts', 'gutter', 'guttering']],
    ['snow', ['snow', 'snowmelt', 'ice']],
    ['spring', ['spring', 'upper springs']],
    ['well', ['well', 'wells', 'borehole', 'bore']],
    ['stream', ['stream', 'streams', 'beck', 'the becks', 'burn', 'creek', 'brook']],
    ['river', ['river', 'rivers']],
    ['pond', ['pond', 'ponds', 'lake', 'lakes', 'tarn', 'tarns']],
    ['ditch', ['ditch', 'ditches']],
    ['carrier', ['carrier', 'tanker', 'bowser']],
  ] as const)('%s', (water, words) => {
    for (const word of words) expect([word, readWater(word)]).toEqual([word, water]);
  });

  it('of two kinds at once, or of a word that only sounds so, is asked', () => {
    for (const text of [
      'well and rain',
      'river or pond',
      'whirlpool',
      'seaside',
      'farewell',
      'offspring',
      'rice',
      'notice',
    ])
      expect([text, readWater(text)]).toEqual([text, undefined]);
  });

  it.each([
    'treated',
    'boiled',
    'filtered',
    'chlorinated',
    'bleached',
    'disinfected',
    'purified',
    'bought',
    'shop',
    'bottled',
    'tap',
    'mains',
    'tested',
    'drinking',
    'potable',
    'distilled',
    'safe',
    'clean',
  ])('with “%s” beside it is asked: it may have been made fit', word => {
    expect(readWater(`river ${word}`)).toBeUndefined();
    expect(readWater(`${word}, river`)).toBeUndefined();
  });

  it.each([
    'not treated',
    'untreated',
    'not boiled yet',
    'never filtered',
    'yet to be chlorinated',
    'to be boiled',
    'needs disinfecting',
    'before treatment',
    'undrinkable',
    'unsafe',
    'unfiltered',
    'unboiled',
    'not safe',
    'non potable',
    'not for flushing',
    'not being treated',
    'not yet tested',
  ])('with “%s” beside it stays what it is', word => expect(readWater(`river, ${word}`)).toBe('river'));

  it('of which one thing was done and another not is asked', () => {
    expect(readWater('river, filtered, not boiled')).toBeUndefined();
  });
});

describe('a word for water that is drunk', () => {
  it.each([
    [
      'treated-tap',
      ['the tap', 'TAP', 'town supply', 'city tap', 'municipal', 'public supply', 'Treated tap water'],
    ],
    ['bought', ['bought', 'shop bought', 'store bought', 'mineral water', 'Supermarket', 'bottled (shop)']],
    ['pouch', ['pouch', 'water pouches', 'sachets']],
    ['canned', ['canned', 'home-canned', 'jarred', 'canned at home']],
    ['empty', ['empty', 'none', 'nothing', 'no water', 'dry', '0']],
    [
      'unknown',
      ['unknown', 'not known', 'don’t know', "don't know", 'nobody knows', 'no idea', 'unsure', 'who knows'],
    ],
  ] as const)('%s', (water, words) => {
    for (const word of words) expect([word, readWater(word)]).toEqual([word, water]);
  });

  it('with a question mark is asked; a question mark alone is what nobody knows', () => {
    expect(readWater('tap ?')).toBeUndefined();
    expect(readWater('??')).toBeUndefined();
    expect(readWater(' ? ')).toBe('unknown');
    expect(readWater('')).toBeUndefined();
  });

  it('is asked about by its letters alone, however it is written', () => {
    expect(wordingOf('  Treated?! (boiled) ')).toBe('treated boiled');
    expect(wordingOf('Peter’s well')).toBe('peters well');
  });
});

it.each([
  'dont drink',
  "don't drink this",
  'do not drink',
  'never drink from it',
  'never drunk',
  'not for drinking',
  'not to be drunk',
  'not potable',
  'no drinking',
  'undrinkable',
  'non-potable',
  'nonpotable',
  'Unsafe since the flood',
  'condemned',
  'contaminated with oil',
  'contamination',
  'poison',
  'poisonous',
  'spoiled',
  'spoilt',
  'boil notice 12 May',
  'boil water notice',
  'not drinkable',
  'not drinking water',
  'not safe to drink',
  'isn’t safe',
  'can’t be drunk',
  'cannot be drunk',
  'must not be drunk',
  'shouldn’t be drunk',
  'not fit to drink',
  'not fit',
  'unfit',
  'no longer potable',
  'not for human consumption',
  'tainted',
  'toxic',
  'for flushing',
  'washing only',
  'animals only',
  'only for the garden',
  'for toilets',
  'smells of diesel',
  'Stinks',
  'green slime',
  'algae on the wall',
  'mouldy lid',
])('“%s” forbids to drink', text => expect(forbidsDrinking(text)).toBe(true));

it.each([
  'drink first',
  'for drinking',
  'potable',
  'safe',
  'boiled',
  'notice on the lid',
  'to be drunk first',
  'only for drinking',
  'no smell',
  'smells of nothing',
  'smells fine',
  'no algae seen',
  'not full',
  'nothing to drink from nearby',
  'note: new lid',
  'cannot be carried',
  'unopened',
  'washed before',
  'garden shed',
  'beside the toilet',
  '',
])('“%s” forbids nothing', text => expect(forbidsDrinking(text)).toBe(false));
