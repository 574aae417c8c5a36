import { message } from '../../base/judgement.ts';
import { doStep, type Step } from '../../treatment/methods/method.ts';

/** Where a sample is taken, as far as it changes the steps. */
export interface SamplingCase {
  /** Out of a tap, which is cleaned and run first. */
  readonly isTap: boolean;
  readonly isChlorinated: boolean;
  /** It goes to a laboratory, cold and in time; otherwise it stands here. */
  readonly isSent: boolean;
}

/** Steps of taking a sample for germs: most bad samples are spoilt by whoever took them (WHO, surveillance of community supplies). */
export function samplingSteps({ isTap, isChlorinated, isSent }: SamplingCase): Step[] {
  return [
    doStep('hands', message('step.sampling.hands')),
    ...(isTap
      ? [doStep('tap', message('step.sampling.tap')), doStep('run', message('step.sampling.run'))]
      : [doStep('dip', message('step.sampling.dip'))]),
    ...(isChlorinated ? [doStep('thiosulphate', message('step.sampling.thiosulphate'))] : []),
    doStep('fill', message('step.sampling.fill')),
    doStep('label', message('step.sampling.label')),
    doStep('keep', message(isSent ? 'step.sampling.send' : 'step.sampling.stand')),
  ];
}
