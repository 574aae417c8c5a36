import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { longIn, MOST_LINES } from './lengths.ts';

/** Functions that are longer today; one that is parted is taken off, and none is added. */
const owed: readonly string[] = [
  'core/areas/store/state.ts fitState',
  'core/treatment/methods/boil.ts answer',
  'core/treatment/methods/filter.ts answer',
  'demo/household.ts household',
  'demo/sources.ts walked',
  'demo/supplies.ts shelves',
  'demo/tests.ts tested',
  'scripts/benchBrowser.ts benchBrowser',
  'server/app.ts createApp',
  'server/log/append.ts openLog',
  'server/log/routes.ts logRoutes',
  'server/papers/DayPaper.tsx dayPaper',
  'web/acts/FollowUp.tsx FollowSheet',
  'web/acts/RackBlanks.tsx RackBlanks',
  'web/acts/ReadForm.tsx ReadForm',
  'web/app/Act.tsx ActBody',
  'web/app/FirstRun.tsx FirstRun',
  'web/app/History.tsx History',
  'web/app/Reach.tsx ReachBar',
  'web/app/Settings.tsx Settings',
  'web/areas/daywork/DaySentence.tsx HandsPart',
  'web/areas/daywork/DaySentence.tsx WaterPart',
  'web/areas/daywork/DaySheet.tsx DaySheet',
  'web/areas/daywork/Planning.tsx Planning',
  'web/areas/rain/CatchPage.tsx Catchment',
  'web/areas/rain/House.tsx LargeTank',
  'web/areas/rain/ReliabilityChart.tsx ReliabilityChart',
  'web/areas/rain/SizesDrawing.tsx SizesDrawing',
  'web/areas/rain/TakeInRecord.tsx TakeInRecord',
  'web/areas/rain/TankMore.tsx Costs',
  'web/areas/rain/TankSentence.tsx TankSentence',
  'web/areas/rain/WeatherPage.tsx Months',
  'web/areas/readings/Kits.tsx TrialForm',
  'web/areas/readings/Walk.tsx Walk',
  'web/areas/sheets/Answer.tsx Answer',
  'web/areas/sheets/Dose.tsx Dose',
  'web/areas/sheets/Dose.tsx Question',
  'web/areas/sheets/DoseMany.tsx Doses',
  'web/areas/sheets/MethodSheet.tsx LiveStep',
  'web/areas/sheets/MethodSheet.tsx MethodSheet',
  'web/areas/sources/FindingForms.tsx LookForm',
  'web/areas/sources/Inspections.tsx Inspections',
  'web/areas/sources/SourceLife.tsx SourceLife',
  'web/areas/store/BulkActs.tsx BulkActs',
  'web/areas/store/ContainerDrawing.tsx ContainerDrawing',
  'web/areas/store/LabelReader.tsx LabelReader',
  'web/areas/store/Round.tsx Round',
  'web/areas/store/Rounds.tsx Rounds',
  'web/areas/store/RoundsCalendar.tsx RoundsCalendar',
  'web/areas/store/SectionDrawing.tsx Place',
  'web/areas/store/Store.tsx Store',
  'web/areas/store/drag.tsx DragField',
  'web/areas/supplies/DeviceBlanks.tsx DeviceBlanks',
  'web/areas/supplies/FilterRegister.tsx FilterRow',
  'web/areas/supplies/Supplies.tsx Supplies',
  'web/areas/supplies/Supplies.tsx SupplyTable',
  'web/areas/trains/TrainDrawing.tsx TrainDrawing',
  'web/session/outbox.ts createOutbox',
  'web/session/session.ts createSession',
  'web/session/steady.ts steadyStorage',
  'web/ui/RuleScale.tsx RuleScale',
  'web/ui/Strip.tsx Strip',
];

/** Files that are longer today. */
const owedFiles: readonly string[] = [
  'core/areas/store/guards.ts',
  'core/areas/store/state.ts',
  'core/planning/schedule/run.ts',
  'core/storage/containers/list.ts',
  'core/water/findings/holds.ts',
  'core/water/quality/labSheet.ts',
  'core/water/quality/limits.ts',
  'web/areas/trains/MakeSafe.tsx',
  'web/areas/trains/TrainDrawing.tsx',
  'web/texts/format.ts',
  'web/ui/Blank.tsx',
];
const MOST_FILE_LINES = 350;

const files = execFileSync(
  'git',
  ['ls-files', '--cached', '--others', '--exclude-standard', '*.ts', '*.tsx'],
  {
    encoding: 'utf8',
  },
)
  .trim()
  .split('\n')
  .filter(file => !/\.test\.tsx?$|^e2e\//.test(file));
const sources = files.flatMap(file => {
  try {
    return [{ file, source: readFileSync(file, 'utf8') }];
  } catch {
    // a file that was deleted and is not committed yet
    return [];
  }
});

describe('a function', () => {
  it(`is no longer than ${MOST_LINES} lines, but for those that are named here`, () => {
    const long = sources.flatMap(({ file, source }) =>
      longIn(file, source).map(({ name }) => `${file} ${name}`),
    );
    expect(long.sort()).toEqual([...owed].sort());
  });

  it('is measured where it stands: declared, in a constant, in an object', () => {
    const lines = (count: number) => 'void 0;\n'.repeat(count);
    const source = [
      `export function declared() {\n${lines(MOST_LINES)}}`,
      `const held = () => {\n${lines(MOST_LINES)}};`,
      `const rows = { answer: () => {\n${lines(MOST_LINES)}} };`,
      `function short() {\n${lines(MOST_LINES - 2)}}`,
    ].join('\n');
    expect(longIn('planted.ts', source)).toEqual([
      { name: 'declared', lines: MOST_LINES + 2 },
      { name: 'held', lines: MOST_LINES + 2 },
      { name: 'answer', lines: MOST_LINES + 2 },
    ]);
  });
});

describe('a file', () => {
  it(`is no longer than ${MOST_FILE_LINES} lines, but for those that are named here`, () => {
    const long = sources.filter(({ source }) => source.split('\n').length - 1 > MOST_FILE_LINES);
    expect(long.map(({ file }) => file).sort()).toEqual([...owedFiles].sort());
  });
});
