import { type Message, message } from '../../base/judgement.ts';
import type { RainAnswer } from '../../rain/catchment/question.ts';
import type { RainPlan } from './fields.ts';
import { outageL } from './plan.ts';

// What the years come to, in words: said on the page, and printed for a committee.

/** The answer first: how big a tank would do, beside the one that is there. */
export function headline({ smallestL, life }: RainAnswer, { askedShare }: RainPlan, ownL: number): Message {
  if (smallestL === undefined)
    return message(ownL > 0 ? 'rain.answer.none-own' : 'rain.answer.none', {
      askedShare,
      timeShare: life.timeShare,
      ownL,
    });
  if (ownL === 0) return message('rain.answer.least', { smallestL });
  return message(ownL >= smallestL ? 'rain.answer.enough' : 'rain.answer.more', { smallestL, ownL });
}

/** The tank that is looked at, in days of a hundred, and the worst tenth of the years. */
export function underHeadline({ life }: RainAnswer): Message {
  const params = {
    sizeL: life.sizeL,
    waterDays: Math.floor(life.timeShare * 1000) / 10,
    worstDays: Math.round(life.worstShortDays),
    month: life.worstMonth,
  };
  return message(life.worstShortDays < 0.5 ? 'rain.under.never' : 'rain.under', params);
}

/** The other answers, a line each: the tank for an outage, the people, the knee, where the water goes, how long it is short. */
export function moreAnswers(answer: RainAnswer, plan: RainPlan): Message[] {
  const { life, outageTankL, people, kneeL } = answer;
  const heldL = outageL(plan);
  return [
    ...(heldL > 0
      ? [
          message(outageTankL === undefined ? 'rain.more.outage-none' : 'rain.more.outage', {
            outageL: heldL,
            tankL: outageTankL ?? 0,
            heldShare: life.heldShare,
            sizeL: life.sizeL,
          }),
        ]
      : []),
    ...(plan.outageL > 0
      ? [message('rain.more.people', { people, perPersonL: plan.outageL, sizeL: life.sizeL })]
      : []),
    message('rain.more.knee', { kneeL }),
    message('rain.more.water', {
      yearL: answer.runoffL,
      flushedL: answer.flushedL,
      caughtL: answer.caughtL,
      spilledShare: life.spilledShare,
      volumeShare: life.volumeShare,
    }),
    life.longestShortDays > 0
      ? message('rain.more.short', { shortRun: life.longestShortDays, month: life.worstMonth })
      : message('rain.more.never-short'),
  ];
}
