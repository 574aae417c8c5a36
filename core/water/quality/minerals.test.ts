import { describe, expect, it } from 'vitest';
import { drumInCellar } from '#demo/cellar.ts';
import { hand } from '#demo/hand.ts';
import { fold } from '../../areas/entries.ts';
import { credit } from '../../treatment/credit/credit.ts';
import type { Inputs } from '../../treatment/methods/method.ts';
import { methodOf } from '../../treatment/methods/methods.ts';
import { fitnessOf, type WaterCase } from './fitness.ts';

const filtered: Omit<WaterCase, 'water'> = {
  filledAt: '2026-07-01T08:00:00.000Z',
  treatedAt: '2026-07-01T09:00:00.000Z',
  earned: credit(6, 6, 6, 6),
  readings: [],
};
const grade = (c: Partial<WaterCase> & Pick<WaterCase, 'water'>) => fitnessOf({ ...filtered, ...c }).grade;

describe('tap water that nobody remembers filling', () => {
  const found = (...mgL: number[]) => {
    const { treatedAt: _, ...raw } = filtered;
    const readings = mgL.map((value, i) => ({
      at: `2026-07-0${2 + i}T08:00:00.000Z`,
      mgL: value,
      method: 'dpd' as const,
    }));
    return fitnessOf({ ...raw, water: 'found-tap', earned: credit(0, 0, 0, 0), readings }).grade;
  };
  it('is drinking water by a last reading of 0.2 mg/L and above, and by nothing else', () => {
    expect([found(), found(0.19), found(0.2), found(0.5)]).toEqual([
      ...['utility', 'utility', 'drinking', 'drinking'],
    ]);
    expect([found(0.5, 0.1), found(0.1, 0.5)]).toEqual(['utility', 'drinking']);
  });
});

describe('what is dissolved', () => {
  it('stays in the way of drinking until it was taken out; and of salt water the salt', () => {
    expect(grade({ water: 'well' })).toBe('drinking');
    expect(grade({ water: 'well', isMineral: true })).toBe('utility');
    expect(grade({ water: 'well', isMineral: true, isDesalted: true })).toBe('utility');
    expect(grade({ water: 'sea' })).toBe('utility');
    expect(grade({ water: 'sea', isDesalted: true })).toBe('drinking');
  });

  const membrane = (rated: string, source: string, certificate: Inputs = {}) => {
    const context = { altitudeM: 0, today: '2026-07-01', dailyNeedL: 8, planDays: 14, longitudeDeg: 0 };
    const inputs = {
      volumeL: 20,
      rejectRatio: 3,
      litresPerDay: 150,
      pumpW: 30,
      rated,
      source,
      chlorinated: 'no',
      ...certificate,
    };
    const answer = methodOf('reverse-osmosis')!.answer(inputs, context)!;
    return { desalts: answer.desalts ?? false, removes: answer.removes };
  };
  it.each([
    ['no', 'fresh', false],
    ['germs', 'fresh', false],
    ['sea', 'fresh', false],
    ['germs', 'brackish', false],
    ['brackish', 'brackish', true],
    ['brackish', 'sea', false],
    ['sea', 'sea', true],
  ])(
    'a membrane certified for %s in %s water takes salt or not, and nothing else',
    (rated, source, desalts) => {
      expect(membrane(rated, source)).toEqual({ desalts, removes: undefined });
    },
  );

  it('goes by the certificate for that very substance', () => {
    expect(membrane('germs', 'fresh', { takesArsenic: 95 }).removes).toEqual({ arsenic: 0.95 });
    expect(membrane('no', 'fresh', { takesNitrate: 60, takesLead: 0 }).removes).toEqual({ nitrate: 0.6 });
  });

  it('is kept with the water when the sheet is finished', () => {
    const h = hand('2026-07-01T08:00:00.000Z');
    const [drum, sheet] = [drumInCellar(h), h.subject('sheet')];
    h.write('filled', drum, { volumeL: { value: 20, known: 'measured' }, water: 'well', sealed: true });
    const fields = {
      method: 'reverse-osmosis',
      inputs: {},
      headline: { id: 'ro.headline' },
      steps: [{ id: 'run', text: { id: 'step.ro.flush' }, kind: 'do' as const }],
      uses: [],
      credit: credit(3, 3, 3, 3),
      removes: { nitrate: 0.9 },
    };
    h.write('sheet.begun', sheet, fields, [drum]);
    h.write('sheet.step', sheet, { step: 'run' }, [drum]);
    h.write('sheet.ended', sheet, { outcome: 'finished', method: 'reverse-osmosis' }, [drum]);
    expect(fold(h.entries).container[drum]?.fill?.treated).toMatchObject({
      removed: [{ shares: { nitrate: 0.9 } }],
    });
    expect(fold(h.entries).container[drum]?.fill?.treated).not.toHaveProperty('isDesalted');
  });
});
