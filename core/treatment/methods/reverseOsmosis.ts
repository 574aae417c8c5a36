import { judge, message } from '../../base/judgement.ts';
import { credit, noCredit } from '../credit/credit.ts';
import { certificateBlanks, removalOf } from './certificate.ts';
import { choiceOf, doStep, type Method, numberOf, refuse, warn } from './method.ts';

/** What the device's certificate says it is for. */
type Rating = 'no' | 'germs' | 'brackish' | 'sea';

/** Reverse osmosis at home: the feed is the product and what it rejects. */
export const reverseOsmosis: Method = {
  id: 'reverse-osmosis',
  tool: 'distil',
  credit: credit(3, 3, 3, 3),
  accepts: { mostNtu: 5 },
  removes: ['turbidity', 'salt', 'nitrate-metals', 'chlorine'],
  concentrates: [],
  adds: [],
  supplies: ['filter', 'carbon'],
  stoppedBy: ['frost', 'power'],
  inTrain: {
    wantsClear: true,
    work: () => ({ tool: 'membrane' }),
    asks: ({ volumeL, salt, isChlorinated }) => ({
      volumeL,
      source: salt,
      chlorinated: isChlorinated ? 'without-carbon' : 'no',
    }),
    // what is rated for neither germs nor salt takes no salt out; what is dissolved besides goes by its certificate
    leaves: ({ turbidityNtu }, inputs) => ({
      turbidityNtu: Math.min(turbidityNtu, 0.5),
      isChlorinated: false,
      ...(inputs.rated === 'brackish' || inputs.rated === 'sea' ? { salt: 'fresh' as const } : {}),
    }),
    yieldShare: inputs => 1 / (1 + (numberOf(inputs, 'rejectRatio') ?? 0)),
  },
  blanks: [
    { id: 'volumeL', kind: 'quantity', dimension: 'volumeL', least: 0.1, most: 10_000, start: 20 },
    { id: 'rejectRatio', kind: 'quantity', dimension: 'number', least: 0, most: 20, start: 3 },
    { id: 'litresPerDay', kind: 'quantity', dimension: 'flowLDay', least: 1, most: 10_000, start: 150 },
    { id: 'pumpW', kind: 'quantity', dimension: 'powerW', least: 0, most: 2000, start: 30 },
    { id: 'rated', kind: 'choice', options: ['no', 'germs', 'brackish', 'sea'], start: 'no' },
    { id: 'source', kind: 'choice', options: ['fresh', 'brackish', 'sea'], start: 'fresh' },
    { id: 'chlorinated', kind: 'choice', options: ['no', 'with-carbon', 'without-carbon'], start: 'no' },
    ...certificateBlanks,
  ],
  answer: inputs => {
    const [volumeL, rejectRatio, litresPerDay] = [
      numberOf(inputs, 'volumeL'),
      numberOf(inputs, 'rejectRatio'),
      numberOf(inputs, 'litresPerDay'),
    ];
    if (volumeL === undefined || rejectRatio === undefined || litresPerDay === undefined) return undefined;
    const hours = (volumeL / litresPerDay) * 24;
    const whPerL = ((numberOf(inputs, 'pumpW') ?? 0) * 24) / litresPerDay;
    const params = {
      volumeL,
      feedL: volumeL * (1 + rejectRatio),
      rejectL: volumeL * rejectRatio,
      rejectRatio,
      totalMin: hours * 60,
      whPerL,
      wh: whPerL * volumeL,
    };
    const source = choiceOf(inputs, 'source');
    const rated = choiceOf<Rating>(inputs, 'rated');
    const removes = removalOf(inputs);
    const isRatedFor = source === 'fresh' || rated === 'sea' || rated === source;
    return {
      headline: message('ro.headline', params),
      under: message('ro.under', params),
      working: [message('ro.working', params)],
      // a membrane whose seals nobody vouches for is for clear water that is safe already
      credit: rated === 'no' ? noCredit : credit(3, 3, 3, 3),
      ...(source !== 'fresh' && isRatedFor ? { desalts: true as const } : {}),
      ...(removes ? { removes } : {}),
      totalMin: hours * 60,
      takes: { run: hours * 60 },
      judgements: [
        ...(isRatedFor ? [] : [refuse(source === 'sea' ? 'ro.sea' : 'ro.brackish', 'who-gdwq')]),
        ...(rated === 'no' ? [warn('ro.unrated', 'who-hwt', {}, 'ro.unrated.remedy')] : []),
        ...(choiceOf(inputs, 'chlorinated') === 'without-carbon'
          ? [judge('refuse', message('ro.chlorine'), 'practice', { remedy: message('ro.chlorine.remedy') })]
          : []),
        judge('warn', message('ro.reject'), 'practice'),
      ],
      steps: [
        doStep('flush', message('step.ro.flush')),
        doStep('run', message('step.ro.run', params)),
        doStep('reject', message('step.ro.reject', params)),
      ],
      uses: [{ supply: 'filter', amount: volumeL }],
    };
  },
};
