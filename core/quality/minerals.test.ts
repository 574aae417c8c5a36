import { describe, expect, it } from 'vitest';
import { drumInCellar } from '#demo/cellar.ts';
import { hand } from '#demo/hand.ts';
import { credit } from '../ct/credit.ts';
import { methodOf } from '../methods/methods.ts';
import { fold } from '../record.ts';
import { fitnessOf, type WaterCase } from './fitness.ts';

const filtered: Omit<WaterCase, 'water'> = {
  filledAt: '2026-07-01T08:00:00.000Z',
  treatedAt: '2026-07-01T09:00:00.000Z',
  earned: credit(6, 6, 6, 6),
  readings: [],
};
const grade = (c: Partial<WaterCase> & Pick<WaterCase, 'water'>) => fitnessOf({ ...filtered, ...c }).grade;

describe('what is dissolved', () => {
  it('stays in the way of drinking until what takes it out was done: salt by one thing, nitrate by two', () => {
    expect(grade({ water: 'well' })).toBe('drinking');
    expect(grade({ water: 'well', isMineral: true })).toBe('utility');
    expect(grade({ water: 'well', isMineral: true, isDemineralised: true })).toBe('drinking');
    expect(grade({ water: 'well', isMineral: true, isDesalted: true })).toBe('drinking');
    expect(grade({ water: 'sea' })).toBe('utility');
    expect(grade({ water: 'sea', isDesalted: true })).toBe('drinking');
  });

  it('of salt is never taken out by a membrane that is for fresh water', () => {
    expect(grade({ water: 'sea', isDemineralised: true })).toBe('utility');
    expect(grade({ water: 'brackish', isDemineralised: true, isMineral: true })).toBe('utility');
  });

  const membrane = (rated: string, source: string) => {
    const context = { altitudeM: 0, today: '2026-07-01', dailyNeedL: 8, planDays: 14, longitudeDeg: 0 };
    const inputs = {
      volumeL: 20,
      rejectRatio: 3,
      litresPerDay: 150,
      pumpW: 30,
      rated,
      source,
      chlorinated: 'no',
    };
    const answer = methodOf('reverse-osmosis')!.answer(inputs, context)!;
    return { desalts: answer.desalts ?? false, demineralises: answer.demineralises ?? false };
  };
  it.each([
    ['no', 'fresh', false, false],
    ['germs', 'fresh', false, true],
    ['sea', 'fresh', false, true],
    ['germs', 'brackish', false, false],
    ['brackish', 'brackish', true, false],
    ['brackish', 'sea', false, false],
    ['sea', 'sea', true, false],
  ])('a membrane certified for %s in %s water', (rated, source, desalts, demineralises) => {
    expect(membrane(rated, source)).toEqual({ desalts, demineralises });
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
      demineralises: true as const,
    };
    h.write('sheet.begun', sheet, fields, [drum]);
    h.write('sheet.step', sheet, { step: 'run' }, [drum]);
    h.write('sheet.ended', sheet, { outcome: 'finished', method: 'reverse-osmosis' }, [drum]);
    expect(fold(h.entries).container[drum]?.fill?.treated).toMatchObject({ isDemineralised: true });
    expect(fold(h.entries).container[drum]?.fill?.treated).not.toHaveProperty('isDesalted');
  });
});
