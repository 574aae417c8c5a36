import { type Judgement, judge, message } from '../base/judgement.ts';

/** The forms of a sanitary inspection: each is ten questions, and a yes is a risk. */
export const inspectionForms = {
  'dug-well': [
    'latrine-near',
    'latrine-uphill',
    'stock-near',
    'ponding',
    'drain-broken',
    'apron-narrow',
    'apron-cracked',
    'no-lid',
    'lining-leaks',
    'rope-on-ground',
  ],
  borehole: [
    'latrine-near',
    'latrine-uphill',
    'stock-near',
    'drain-broken',
    'ponding',
    'no-fence',
    'apron-narrow',
    'apron-cracked',
    'pump-loose',
    'pump-primed',
  ],
  spring: [
    'unprotected',
    'box-cracked',
    'backfill-worn',
    'spills-flood',
    'no-fence',
    'stock-near',
    'no-ditch-above',
    'latrine-uphill',
    'no-lid',
    'overflow-unscreened',
  ],
  intake: [
    'people-upstream',
    'latrine-uphill',
    'stock-upstream',
    'fields-upstream',
    'industry-upstream',
    'washing-upstream',
    'banks-slip',
    'no-screen',
    'dipped-by-hand',
    'rubbish-near',
  ],
  'rain-tank': [
    'roof-soiled',
    'gutters-dirty',
    'branches-over',
    'no-first-flush',
    'no-screen',
    'no-lid',
    'tank-cracked',
    'tap-dirty',
    'ponding',
    'rubbish-near',
  ],
  standpipe: [
    'tap-leaks',
    'tap-dirty',
    'ponding',
    'stock-near',
    'latrine-near',
    'pipe-exposed',
    'pipe-repaired',
    'supply-cut',
    'hose-dirty',
    'low-pressure',
  ],
  carrier: [
    'tank-not-for-water',
    'tank-dirty',
    'no-lid',
    'hose-on-ground',
    'source-unknown',
    'no-residual',
    'hands-dirty',
    'hauls-else',
    'tap-leaks',
    'no-papers',
  ],
  household: [
    'vessel-else',
    'vessel-dirty',
    'no-lid',
    'vessel-cracked',
    'dipped-by-hand',
    'on-ground',
    'children-reach',
    'hands-dirty',
    'source-unknown',
    'no-residual',
  ],
} as const satisfies Record<string, readonly string[]>;

export type InspectionForm = keyof typeof inspectionForms;
export const inspectionFormIds = Object.keys(inspectionForms) as [InspectionForm, ...InspectionForm[]];
export type InspectionRisk = (typeof inspectionForms)[InspectionForm][number];
export const inspectionRisks = [...new Set(Object.values(inspectionForms).flat())] as [
  InspectionRisk,
  ...InspectionRisk[],
];

/** The questions of a sanitary inspection, in the order of the walk (WHO sanitary inspection forms). */
export const risksOf = (form: InspectionForm): readonly InspectionRisk[] => inspectionForms[form];

/** How urgent a source is to be mended, treated or left. */
export const riskGrades = ['low', 'middle', 'high', 'urgent'] as const;
export type RiskGrade = (typeof riskGrades)[number];

const gradeOf = (value: number, bounds: readonly [number, number, number]): RiskGrade =>
  riskGrades[bounds.findIndex(bound => value <= bound)] ?? 'urgent';

/** By the inspection: so many of ten risks. */
export const gradeOfScore = (score: number): RiskGrade => gradeOf(score, [2, 5, 8]);

/** By E. coli in 100 mL: none (< 1), 1 to 10, 11 to 100, more. A result of 0.5 is less than one; one of 10.4 is more than ten. */
export const gradeOfEcoli = (per100Ml: number): RiskGrade =>
  per100Ml < 1 ? 'low' : per100Ml <= 10 ? 'middle' : per100Ml <= 100 ? 'high' : 'urgent';

/**
 * The risk of a source: the worse of what was seen and what was found (WHO, Surveillance of community supplies).
 * @param score 0 to 10; undefined where nobody inspected it
 * @param eColi in 100 mL; undefined where nobody tested it
 * @returns undefined where neither is known: no risk is not the same as none seen
 */
export function riskOf(score: number | undefined, eColi: number | undefined): RiskGrade | undefined {
  const grades = [
    score === undefined ? undefined : gradeOfScore(score),
    eColi === undefined ? undefined : gradeOfEcoli(eColi),
  ].filter(grade => grade !== undefined);
  return grades.sort((a, b) => riskGrades.indexOf(b) - riskGrades.indexOf(a))[0];
}

/** A risk in words, with what to do first. */
export function judgeRisk(grade: RiskGrade, params: { score?: number; eColi?: number }): Judgement {
  const verdict = grade === 'low' ? 'ok' : grade === 'urgent' ? 'refuse' : 'warn';
  const what = message(`risk.${grade}`, {
    ...(params.score === undefined ? {} : { score: params.score }),
    ...(params.eColi === undefined ? {} : { eColi: params.eColi }),
  });
  return judge(verdict, what, 'who-surveillance', { remedy: message(`risk.${grade}.remedy`) });
}

/** A latrine beside or above: human waste is likely, whatever the score is. */
export const latrineRisks: readonly string[] = ['latrine-near', 'latrine-uphill'];

/**
 * Risks of a well or spring that let dirt in by themselves: one of them makes it ask as an unprotected one, whatever the score is
 * (WHO, Sanitary inspection packages: stock uphill, surface water that runs in, no box or lid, rope and bucket, a cracked casing).
 */
export const criticalRisks: readonly string[] = [
  ...latrineRisks,
  'stock-near',
  'no-ditch-above',
  'backfill-worn',
  'unprotected',
  'box-cracked',
  'no-lid',
  'lining-leaks',
  'rope-on-ground',
];
