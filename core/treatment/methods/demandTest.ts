import { judge, message } from '../../base/judgement.ts';
import { type Jar, leastDose } from '../chlorine/schools.ts';
import { noCredit } from '../credit/credit.ts';
import {
  type Blank,
  doStep,
  type Inputs,
  type Method,
  meantBlank,
  numberOf,
  volumeBlank,
  waitStep,
} from './method.ts';
import { strengthBlank } from './strengthBlank.ts';

/** Doses of a jar board (mg/L). */
const boardMgL = [1, 2, 3, 4, 6, 8] as const;
/** Bleach is put into a litre jar by a 1 in 100 dilution. */
const JAR_L = 1;

const board: readonly Blank[] = boardMgL.map(mgL => ({
  id: `jar${mgL}`,
  kind: 'quantity',
  dimension: 'concentrationMgL',
  least: 0,
  most: 10,
}));

const jarsOf = (inputs: Inputs): Jar[] =>
  boardMgL.flatMap(doseMgL => {
    const residualMgL = numberOf(inputs, `jar${doseMgL}`);
    return residualMgL === undefined ? [] : [{ doseMgL, residualMgL }];
  });

/** The demand of this very water, by jars: the least dose that keeps 0.5 mg/L after half an hour, scaled to the vessel. */
export const demandTest: Method = {
  id: 'demand-test',
  tool: 'chlorine',
  credit: noCredit,
  accepts: { mostNtu: 100 },
  removes: [],
  concentrates: [],
  adds: [],
  supplies: ['bleach', 'test-kit'],
  inTrain: 'aid',
  blanks: [volumeBlank(0.5, 100_000, 198), strengthBlank, ...board, meantBlank('doseMl', 100_000)],
  board: board.map(blank => blank.id),
  answer: inputs => {
    const [volumeL, strengthMgMl] = [numberOf(inputs, 'volumeL'), numberOf(inputs, 'strengthMgMl')];
    if (volumeL === undefined || strengthMgMl === undefined) return undefined;
    const jars = jarsOf(inputs);
    const least = leastDose(jars);
    const steps = [
      doStep('dilute', message('step.demand.dilute', { strengthMgMl })),
      doStep('jars', message('step.demand.jars', { mlPerMgL: (JAR_L * 100) / strengthMgMl })),
      waitStep('stand', message('step.demand.stand'), 30),
      doStep('read', message('step.demand.read')),
    ];
    const scale = {
      ticks: [0, 1, 2, 3, 4, 5, 6, 7, 8],
      spacing: 'linear' as const,
      marks: jars.map(jar => ({
        id: `jar${jar.doseMgL}`,
        value: jar.doseMgL,
        note: message('demand.mark', { residualMgL: jar.residualMgL }),
        ...(jar.doseMgL === least?.doseMgL ? { chosen: true } : {}),
      })),
    };
    const curve =
      jars.length < 2
        ? {}
        : {
            curve: {
              name: message('demand.curve'),
              xName: message('demand.curve.x'),
              yName: message('demand.curve.y'),
              points: jars.map(jar => ({ x: jar.doseMgL, y: jar.residualMgL })),
              ...(least ? { atX: least.doseMgL } : {}),
            },
          };
    if (!least)
      return {
        headline: message(jars.length === 0 ? 'demand.begin' : 'demand.none'),
        working: [message('demand.how')],
        ...(jars.length > 0 ? { scale } : {}),
        ...curve,
        judgements:
          jars.length === boardMgL.length
            ? [
                judge('refuse', message('demand.beyond'), 'who-emergency', {
                  remedy: message('clarity.cloudy.remedy'),
                }),
              ]
            : [],
        steps,
        uses: [{ supply: 'test-kit', amount: boardMgL.length }],
      };
    const doseMl = (least.doseMgL * volumeL) / strengthMgMl;
    const params = { ...least, volumeL, strengthMgMl, doseMl };
    return {
      headline: message('demand.headline', params),
      under: message('demand.under', params),
      working: [message('demand.working', params)],
      scale,
      ...curve,
      due: { amount: doseMl, unit: 'mL' },
      judgements: isFalling(jars)
        ? [
            judge('warn', message('demand.mixed-up'), 'practice', {
              remedy: message('demand.mixed-up.remedy'),
            }),
          ]
        : [],
      steps,
      uses: [{ supply: 'test-kit', amount: boardMgL.length }],
    };
  },
};

/** A higher dose that leaves less: jars were mixed up, or this is the breakpoint of ammonia. */
const isFalling = (jars: readonly Jar[]): boolean =>
  jars.some((jar, i) => i > 0 && jar.residualMgL < jars[i - 1]!.residualMgL - 0.1);
