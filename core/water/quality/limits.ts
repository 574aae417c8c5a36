import type { CitationId } from '../../base/citations.ts';
import { type Judgement, judge, type Message, message, type Params } from '../../base/judgement.ts';
import type { Instant } from '../../base/moment.ts';
import { RESIDUAL_LEAST_MG_L } from '../../treatment/chlorine/residual.ts';
import { TOP_UP_MG_L } from '../../treatment/chlorine/schools.ts';
import { CEILING, isChemical, isPastCeiling } from './ceilings.ts';
import { type Limit, limitsSeen, type SeenLimit, sourceOf } from './limitTable.ts';
import { nitrogenSum, SUM_MOST } from './nitrogen.ts';
import { isOtherWater } from './otherWater.ts';
import { parameterRow, unitText } from './parameters.ts';
import { type Dated, EXAMINED_ML, examinedMl, figureOf, germsOf, isExpired, whyVoid } from './testReading.ts';

/** Dissolved solids by conductivity (mg/L for µS/cm). */
export const TDS_PER_US_CM = 0.65;
/** Best before disinfection (NTU); up to 5 is accepted. */
const IDEAL_NTU = 1;
/** WHO's palatable water (mg/L). */
const GOOD_TDS_MG_L = 600;

/** What the water that was read is for. `raw`: treated before it is drunk; `tap`: of a public supply; `delivery`: of a carrier; `contact`: the end of a contact time. */
export type Purpose = 'store' | 'tap' | 'delivery' | 'fresh' | 'raw' | 'contact';

/** What else is known where a reading is judged. */
export interface ReadingCase {
  readonly purpose: Purpose;
  /** An infant under six months drinks of it, or one under a year. */
  readonly hasInfant?: boolean;
  readonly hasYoung?: boolean;
  /** Moments at which a reading of its chlorine ended a contact time. */
  readonly contactAt?: readonly Instant[];
  /** The latest of the other of nitrate and nitrite in the same water (mg/L as NO₃ and NO₂). */
  readonly nitrateMgL?: number | undefined;
  readonly nitriteMgL?: number | undefined;
}

export type Standing = 'pass' | 'watch' | 'fail' | 'cannot-say';

export interface Judged {
  readonly standing: Standing;
  /** Why, whose word that is, and what to do next. */
  readonly judgement: Judgement;
  /** Every authority's limit, where authorities differ. */
  readonly limits: readonly SeenLimit[];
  /** What this method cannot see. */
  readonly blind?: Message;
  /** What is said for the few that it hurts first. */
  readonly also: readonly Judgement[];
}

const verdictOf: Readonly<Record<Standing, Judgement['verdict']>> = {
  pass: 'ok',
  watch: 'warn',
  fail: 'refuse',
  'cannot-say': 'warn',
};

/**
 * What a reading means for a water by what it is for and who drinks it: pass, watch, fail, or cannot say, with the limit, its
 * source and what to do next. Past every authority is a fail of its class; past one is a watch with all of them shown. An expired
 * kit never passes anything, and a bad value of it still alarms.
 */
export function judgeReading(r: Dated, given: ReadingCase): Judged {
  const c: ReadingCase = given.contactAt?.includes(r.at) ? { ...given, purpose: 'contact' } : given;
  const seen = limitsSeen(r);
  const judged = byClass(r, c, seen);
  const isBad = judged.standing === 'fail' || judged.standing === 'watch';
  const expired = isExpired(r, r.on) && !isBad;
  const { standing, judgement } = expired
    ? cannotSay('expired', r, { expiresDay: r.kit?.expires ?? '' })
    : judged;
  const blind = blindOf(r, standing);
  return {
    standing,
    judgement,
    limits: seen.length > 1 || standing !== 'pass' ? seen : [],
    ...(blind ? { blind } : {}),
    also: forInfants(r, c, seen),
  };
}

type Said = Pick<Judged, 'standing' | 'judgement'>;

const nameOf = (r: Dated): Params => ({
  name: `parameter.${r.parameter}`,
  ...(r.found === undefined ? {} : { found: `found-word.${r.found}` }),
  figure: figureOf(r) ?? 0,
  unit: unitText(r.parameter),
});

function say(standing: Standing, id: string, source: CitationId, params: Params, remedy?: string): Said {
  return {
    standing,
    judgement: judge(verdictOf[standing], message(id, params), source, {
      ...(remedy ? { remedy: message(remedy, params) } : {}),
    }),
  };
}

const cannotSay = (why: string, r: Dated, more: Params = {}): Said =>
  say(
    'cannot-say',
    `judged.cannot.${why}`,
    'practice',
    { ...nameOf(r), ...more },
    `judged.cannot.${why}.remedy`,
  );

function byClass(r: Dated, c: ReadingCase, seen: readonly SeenLimit[]): Said {
  switch (parameterRow(r.parameter).class) {
    case 'germs':
      return judgeGerms(r, c);
    case 'disinfectant':
      return judgeChlorine(r, c);
    case 'senses':
      return judgeSenses(r);
    case 'acute':
      return judgeNitrogen(r, c, seen);
    default:
      return judgeFigure(r, c, seen);
  }
}

/** Any E. coli is a fail; how many only says how urgent it is. */
function judgeGerms(r: Dated, { purpose }: ReadingCase): Said {
  const why = whyVoid(r);
  const germs = germsOf(r);
  const params = { ...nameOf(r), germs: germs ?? 0 };
  if (germs === undefined) {
    if (why) return cannotSay(`void.${why}`, r);
    if (isExpired(r, r.on)) return cannotSay('expired', r, { expiresDay: r.kit?.expires ?? '' });
    if (r.parameter === 'h2s') return cannotSay('screen', r);
    return cannotSay(examinedMl(r) < EXAMINED_ML && r.beyond !== 'above' ? 'little' : 'coarse', r, {
      volumeMl: examinedMl(r),
    });
  }
  if (germs === 0) return say('pass', 'judged.germs.none', 'who-gdwq', params);
  if (r.parameter === 'total-coliforms')
    return say('watch', 'judged.coliforms', 'who-gdwq', params, 'judged.coliforms.remedy');
  if (purpose === 'raw')
    return say('watch', 'judged.germs.raw', 'who-gdwq', params, 'judged.germs.raw.remedy');
  const id =
    r.parameter === 'h2s'
      ? 'judged.h2s'
      : r.found === 'present'
        ? 'judged.germs.present'
        : `judged.germs.${urgencyOf(germs)}`;
  return say('fail', id, 'who-gdwq', params, 'judged.germs.remedy');
}

/** E. coli in 100 mL by how urgent they are (WHO, surveillance of community supplies). */
export const urgencyOf = (per100Ml: number): 'few' | 'many' | 'most' =>
  per100Ml <= 10 ? 'few' : per100Ml <= 100 ? 'many' : 'most';

function judgeChlorine(r: Dated, { purpose }: ReadingCase): Said {
  const figure = figureOf(r);
  const params = { ...nameOf(r), leastMgL: RESIDUAL_LEAST_MG_L, topUpMgL: TOP_UP_MG_L };
  if (figure === undefined) {
    const isThere = r.found === 'faint' || r.found === 'strong';
    return say(
      isThere ? 'cannot-say' : 'watch',
      `judged.smell-of-chlorine.${isThere ? 'some' : 'none'}`,
      'epa-emergency',
      params,
      'judged.smell-of-chlorine.remedy',
    );
  }
  if (r.parameter === 'total-chlorine') {
    if (figure > 5) return say('fail', 'judged.chlorine.high', 'who-gdwq', params, 'residual.high.remedy');
    return say('cannot-say', 'judged.chlorine.total', 'who-gdwq', params, 'residual.total.remedy');
  }
  const isLow = r.beyond === 'below' ? figure <= 0.2 : r.beyond === undefined && figure < 0.2;
  if (isLow && purpose === 'contact')
    return say('fail', 'judged.chlorine.contact', 'who-gdwq', params, 'residual.none.remedy');
  if (isLow && purpose === 'delivery')
    return say('fail', 'judged.chlorine.delivery', 'who-gdwq', params, 'judged.chlorine.delivery.remedy');
  // of a public supply it is drunk fresh all the same, and topped up where it is stored
  if (isLow)
    return purpose === 'tap'
      ? say('watch', 'judged.chlorine.tap', 'who-gdwq', params, 'judged.chlorine.tap.remedy')
      : say(
          'watch',
          purpose === 'store' ? 'judged.chlorine.low' : 'judged.chlorine.none',
          'who-gdwq',
          params,
          purpose === 'store' ? 'watch.low.remedy' : 'judged.chlorine.none.remedy',
        );
  if (r.beyond === 'below') return cannotSay('coarse', r);
  if (figure > 5 || (r.beyond === 'above' && figure >= 5))
    return say('fail', 'judged.chlorine.high', 'who-gdwq', params, 'residual.high.remedy');
  if (figure > 4 || (r.beyond === 'above' && figure >= 4))
    return say('watch', 'judged.chlorine.mrdl', 'epa-mrdl', params, 'residual.high.remedy');
  if (r.beyond === 'above')
    return say('watch', 'judged.chlorine.beyond', 'practice', params, 'judged.chlorine.beyond.remedy');
  return say('pass', 'judged.chlorine.good', 'who-gdwq', params);
}

/** What eye and nose find: some of it stops a water at once. */
const stopping = ['sewage', 'fuel', 'solvent', 'unnatural', 'sheen'];
const plain = ['clear', 'none'];
function judgeSenses(r: Dated): Said {
  const params = nameOf(r);
  if (stopping.includes(r.found ?? ''))
    return say('fail', 'judged.senses.stop', 'who-gdwq', params, 'judged.senses.stop.remedy');
  if (plain.includes(r.found ?? '')) return say('pass', 'judged.senses.plain', 'who-gdwq', params);
  return say('watch', 'judged.senses.odd', 'who-gdwq', params, 'judged.senses.odd.remedy');
}

function judgeNitrogen(r: Dated, c: ReadingCase, seen: readonly SeenLimit[]): Said {
  const figure = figureOf(r) ?? 0;
  const own = judgeFigure(r, c, seen);
  if (own.standing === 'fail' || r.beyond === 'below') return own;
  const nitrateMgL = r.parameter === 'nitrate' ? figure : (c.nitrateMgL ?? 0);
  const nitriteMgL = r.parameter === 'nitrite' ? figure : (c.nitriteMgL ?? 0);
  const isKnown = r.parameter === 'nitrate' ? c.nitriteMgL !== undefined : c.nitrateMgL !== undefined;
  const sum = nitrogenSum(nitrateMgL, nitriteMgL);
  if (!isKnown || sum <= SUM_MOST) return own;
  return say(
    'fail',
    'judged.sum',
    'who-gdwq',
    { ...nameOf(r), nitrateMgL, nitriteMgL, sum },
    remedyOf('acute', c.purpose),
  );
}

const remedyOf = (of: string, purpose: Purpose): string =>
  `judged.${of}.remedy${purpose === 'raw' ? '.raw' : ''}`;

/** A figure against everybody's limits. */
function judgeFigure(r: Dated, c: ReadingCase, seen: readonly SeenLimit[]): Said {
  const { class: of } = parameterRow(r.parameter);
  const params = nameOf(r);
  if (r.parameter === 'temperature') return say('pass', 'judged.noted', 'record', params);
  if (r.parameter === 'turbidity') return judgeTurbidity(r, c);
  if (isOtherWater(r))
    return say('fail', 'judged.other-water', 'practice', params, 'judged.other-water.remedy');
  const past = seen.filter(l => l.is === 'past');
  const first = past[0] ?? seen[0];
  if (!first) return say('pass', 'judged.noted', 'record', params);
  const source = sourceOf[first.authority];
  const said = {
    ...params,
    authority: `authority.${first.authority}`,
    limit: first.most ?? 0,
    bound: boundOf(first),
  };
  if (past.length === 0) {
    if (seen.some(l => l.is === 'open')) return cannotSay('coarse', r);
    const isTasted = (r.parameter === 'tds' || r.parameter === 'conductivity') && tdsOf(r) > GOOD_TDS_MG_L;
    return say('pass', isTasted ? 'judged.tds.fair' : 'judged.within', source, { ...said, tdsMgL: tdsOf(r) });
  }
  if (isChemical(r.parameter) && isPastCeiling(r.parameter, figureOf(r) ?? 0))
    return say('fail', 'judged.ceiling', source, { ...said, times: CEILING }, 'judged.ceiling.remedy');
  const isEvery = past.length === seen.length;
  if (of === 'working')
    return say(
      'watch',
      `judged.working.${r.parameter}`,
      source,
      said,
      `judged.working.${r.parameter}.remedy`,
    );
  if (!isEvery) {
    const within = seen.find(l => l.is !== 'past')!;
    const two = { ...said, other: `authority.${within.authority}`, otherBound: boundOf(within) };
    return say('watch', 'judged.one-of', source, two, remedyOf(`${of}.one-of`, c.purpose));
  }
  return say('fail', `judged.${of}`, source, said, remedyOf(of, c.purpose));
}

const tdsOf = (r: Dated): number =>
  Math.round((figureOf(r) ?? 0) * (r.parameter === 'conductivity' ? TDS_PER_US_CM : 1));

/** A limit as a text says it: a figure, or two with what lies between. */
const boundOf = ({ least, most }: Limit): string => [least, most].filter(b => b !== undefined).join('–');

function judgeTurbidity(r: Dated, { purpose }: ReadingCase): Said {
  const params = nameOf(r);
  const figure = figureOf(r);
  // print that is read through a bottle says below about 30 NTU, and no more
  if (figure === undefined)
    return r.found === 'readable'
      ? say('cannot-say', 'judged.print.readable', 'who-gdwq', params, 'judged.print.remedy')
      : say('watch', 'judged.print.unreadable', 'who-gdwq', params, 'judged.working.turbidity.remedy');
  if (figure > 5 && r.beyond !== 'below')
    return say(
      'watch',
      purpose === 'store' || purpose === 'tap' ? 'judged.working.turbidity' : 'judged.turbidity.raw',
      'who-gdwq',
      { ...params, bound: '5', authority: 'authority.who' },
      'judged.working.turbidity.remedy',
    );
  if (figure > 5) return cannotSay('coarse', r);
  if (r.beyond === 'above') return cannotSay('coarse', r);
  return say(
    'pass',
    figure > IDEAL_NTU ? 'judged.turbidity.accepted' : 'judged.turbidity.ideal',
    'who-gdwq',
    params,
  );
}

/** For whom a figure below some limit is still no water. */
function forInfants(
  r: Dated,
  { hasInfant = false, hasYoung = false }: ReadingCase,
  seen: readonly SeenLimit[],
): Judgement[] {
  const of = parameterRow(r.parameter).class;
  const isPast = seen.some(l => l.is === 'past');
  if (isPast && r.parameter === 'manganese')
    return [
      judge(hasYoung ? 'refuse' : 'warn', message('judged.infant.manganese', nameOf(r)), 'who-gdwq', {
        remedy: message('judged.infant.remedy'),
      }),
    ];
  if (!isPast || (of !== 'acute' && of !== 'lifelong')) return [];
  return [
    judge(
      (of === 'acute' ? hasInfant : hasYoung) ? 'refuse' : 'warn',
      message(`judged.infant.${of}`, nameOf(r)),
      'who-gdwq',
      {
        remedy: message('judged.infant.remedy'),
      },
    ),
  ];
}

/** What a method cannot see, said beside a result that looks good. */
function blindOf(r: Dated, standing: Standing): Message | undefined {
  const of = parameterRow(r.parameter).class;
  if (of === 'germs' && standing === 'pass')
    return message(r.method === 'laboratory' ? 'blind.germs' : `blind.germs.${r.method}`);
  if (of === 'germs' && r.parameter === 'h2s' && r.found === 'present') return message('blind.h2s');
  if (of === 'senses' && standing === 'pass') return message('blind.senses');
  if (r.method === 'strip' && standing !== 'fail') return message('blind.strip');
  if (r.parameter === 'conductivity' || r.parameter === 'tds') return message('blind.tds');
  return undefined;
}

/** A fail that holds a water back at once, until it is followed up: germs, what poisons at once, what stops by eye or nose. */
export function isAlarm(r: Dated, judged: Pick<Judged, 'standing' | 'judgement'>): boolean {
  const of = parameterRow(r.parameter).class;
  const isForAll = of === 'germs' || of === 'acute' || of === 'senses';
  // what harms over a lifetime is borne for a while, but not past its ceiling
  const isBeyond =
    judged.judgement.reason.id === 'judged.ceiling' || judged.judgement.reason.id === 'judged.other-water';
  return judged.standing === 'fail' && (isForAll || isBeyond);
}
