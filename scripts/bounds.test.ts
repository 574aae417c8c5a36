import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';

/** Blanks of a question that no entry keeps as it was typed: its bounds have no schema to be read from. */
const questions: Readonly<Record<string, string>> = {
  'web/acts/DipForm.tsx': 'a mark of the vessel that is dipped',
  'web/acts/RackBlanks.tsx': 'tubes of a rack, by the tubes that it has',
  'web/acts/ReadForm.tsx': 'chlorine of a batch; its parameter bounds it',
  'web/acts/ResultBlanks.tsx': 'hours that a sample stood; two instants are kept',
  'web/acts/StepBlank.tsx': 'a step of a strip, by its parameter',
  'web/acts/TakeOutForm.tsx': 'bottles out of a pack, by those that are left',
  'web/acts/VesselDialog.tsx': 'sizes of a vessel that only its volume is kept of',
  'web/app/FirstRun.tsx': 'people who are put down as one home',
  'web/areas/daywork/DaySentence.tsx': 'a day that is planned',
  'web/areas/plan/HomeList.tsx': 'an age; the month of birth is kept',
  'web/areas/plan/MixPlanner.tsx': 'a mix that is looked for',
  'web/areas/plan/WhatIf.tsx': 'sliders of what if',
  'web/areas/rain/AttendedDialog.tsx': 'a sheet that is strung up',
  'web/areas/rain/CatchForm.tsx': 'jugs, and the tank that they went into',
  'web/areas/rain/TankPage.tsx': 'sliders by their steps',
  'web/areas/readings/Kits.tsx': 'a reading, by its parameter',
  'web/areas/sheets/Dose.tsx': 'water that is dosed',
  'web/areas/sources/Haul.tsx': 'trips that are reckoned',
  'web/areas/sources/SourceEditor.tsx': 'a climb without its sign',
  'web/areas/store/FoundDialog.tsx': 'an age; the day is kept',
  'web/areas/store/LabelDialog.tsx': 'a place on a sheet of labels',
  'web/areas/store/Rounds.tsx': 'rounds that are laid',
  'web/areas/store/SetDown.tsx': 'vessels that are set down at once',
  'web/areas/supplies/BottleSets.tsx': 'bottles of a set, by those that are there',
  'web/areas/supplies/DeviceBlanks.tsx': 'per cent that a certificate gives: never all of it',
  'web/areas/supplies/Kits.tsx': 'money for a kit',
};

const WRITTEN = /\b(least|most)(=\{|: )-?\d/;

const screens = execFileSync('git', ['ls-files', 'web/*.ts', 'web/*.tsx'], { encoding: 'utf8' })
  .trim()
  .split('\n')
  .filter(file => !file.includes('.test.'));

describe('bounds of blanks', () => {
  it('are read from the schema of the entry, except where a question is asked that no entry keeps', () => {
    const withOwn = screens.filter(file => WRITTEN.test(readFileSync(file, 'utf8')));
    expect(withOwn.sort()).toEqual(Object.keys(questions).sort());
  });

  it.each(['least={0.3}', 'most={20_000}', '{ least: -40, most: 60 }'])('are seen in %s', line => {
    expect(WRITTEN.test(line)).toBe(true);
  });

  it('are not seen where they come from a schema', () => {
    expect(WRITTEN.test("{...boundsOf(place, 'widthM')} least={range.least}")).toBe(false);
  });
});
