import { message } from '../../base/judgement.ts';
import { alumJarsMgL, type Look, leastClear, looks, STOCK_MG_ML } from '../clearing/alum.ts';
import { noCredit } from '../credit/credit.ts';
import {
  type Blank,
  choiceOf,
  doStep,
  type Inputs,
  type Method,
  numberOf,
  waitStep,
  warn,
} from './method.ts';

const UNREAD = 'unread';

const board: readonly Blank[] = alumJarsMgL.map(mgL => ({
  id: `jar${mgL}`,
  kind: 'choice',
  options: [UNREAD, ...looks],
  start: UNREAD,
}));

const jarsOf = (inputs: Inputs) =>
  alumJarsMgL.flatMap(mgL => {
    const look = choiceOf<Look | typeof UNREAD>(inputs, `jar${mgL}`);
    return look === UNREAD ? [] : [{ mgL, look }];
  });

/** Six jars side by side: the least alum that clears this very water. */
export const alumJars: Method = {
  id: 'alum-jars',
  tool: 'alum',
  credit: noCredit,
  accepts: {},
  removes: [],
  concentrates: [],
  adds: [],
  supplies: ['alum'],
  inTrain: 'aid',
  blanks: [{ id: 'jarL', kind: 'quantity', dimension: 'volumeL', least: 0.2, most: 5, start: 1 }, ...board],
  board: board.map(blank => blank.id),
  answer: inputs => {
    const jarL = numberOf(inputs, 'jarL');
    if (jarL === undefined) return undefined;
    const jars = jarsOf(inputs);
    const found = leastClear(jars);
    const isWhole = jars.length === alumJarsMgL.length;
    const mlOf = (mgL: number) => (mgL * jarL) / STOCK_MG_ML;
    const params = { jarL, doseMgL: found ?? 0, stockMl: mlOf(found ?? 0) };
    return {
      headline: message(
        found ? 'alum-jars.headline' : isWhole ? 'alum-jars.none' : 'alum-jars.begin',
        params,
      ),
      ...(found ? { under: message('alum-jars.under', params) } : {}),
      working: [message('alum-jars.working', { jarL, perTenMl: mlOf(10) })],
      scale: {
        ticks: [0, 20, 40, 60, 80, 100],
        spacing: 'linear',
        band: [10, 100],
        marks: jars.map(jar => ({
          id: `jar${jar.mgL}`,
          value: jar.mgL,
          note: message('alum-jars.mark', { look: `method.alum-jars.jar.${jar.look}` }),
          ...(jar.mgL === found ? { chosen: true } : {}),
        })),
      },
      ...(found ? { carries: { method: 'alum', inputs: { jarMgL: found } } } : {}),
      judgements: [
        ...(isWhole && !found
          ? [warn('alum.none-clear', 'who-emergency', {}, 'alum.none-clear.remedy')]
          : []),
        // clear at the least dose may mean that less would do, or nothing
        ...(found === alumJarsMgL[0] ? [warn('alum-jars.least', 'who-emergency')] : []),
      ],
      steps: [
        doStep('jars', message('step.alum-jars.jars', params)),
        doStep('dose', message('step.alum-jars.dose', { perTenMl: mlOf(10), mostMl: mlOf(80) })),
        waitStep('fast', message('step.alum.fast'), 1),
        waitStep('slow', message('step.alum.slow'), 10),
        waitStep('stand', message('step.alum-jars.stand'), 45),
        doStep('look', message('step.alum-jars.look')),
      ],
      // all six jars together
      uses: [{ supply: 'alum', amount: (alumJarsMgL.reduce((sum, mgL) => sum + mgL, 0) * jarL) / 1000 }],
    };
  },
};
