import { judge, message } from '../../base/judgement.ts';
import { hoclShare } from '../chlorine/hocl.ts';
import { credit, noCredit } from '../credit/credit.ts';
import {
  type Contact,
  ctMgMinL,
  dioxideCryptoLog,
  dioxideGiardiaLog,
  dioxideVirusLog,
  giardiaLog,
  virusLog,
} from '../credit/ct.ts';
import { choiceOf, type Method, numberOf } from './method.ts';

type Product = 'free' | 'dioxide' | 'cyanurate';
const products: readonly Product[] = ['free', 'dioxide', 'cyanurate'];
type Earned = { readonly giardia: number; readonly viruses: number; readonly crypto: number };

/** Cryptosporidium is credited up to this by chlorine dioxide. */
const MOST_CRYPTO_LOG = 3;

const earnedBy: Record<Product, (c: Contact) => Earned> = {
  free: c => ({ giardia: giardiaLog(c), viruses: virusLog(c), crypto: 0 }),
  dioxide: c => ({
    giardia: dioxideGiardiaLog(c),
    viruses: dioxideVirusLog(c),
    crypto: Math.min(MOST_CRYPTO_LOG, dioxideCryptoLog(c.temperatureC, ctMgMinL(c))),
  }),
  // readings with cyanurate in the water are optimistic: no credit by CT
  cyanurate: () => ({ giardia: 0, viruses: 0, crypto: 0 }),
};

/** What a documented contact earned, and how much of the chlorine does the work. */
export const contactCredit: Method = {
  id: 'contact-credit',
  tool: 'chlorine',
  credit: noCredit,
  accepts: { mostNtu: 5, leastPh: 6, mostPh: 10 },
  removes: [],
  concentrates: [],
  adds: ['chlorine'],
  supplies: ['test-kit'],
  inTrain: 'aid',
  blanks: [
    { id: 'mgL', kind: 'quantity', dimension: 'concentrationMgL', least: 0, most: 20, start: 0.5 },
    { id: 'minutes', kind: 'quantity', dimension: 'timeMin', least: 0, most: 10_000, start: 30 },
    { id: 'temperatureC', kind: 'quantity', dimension: 'waterC', least: -2, most: 60, start: 10 },
    { id: 'ph', kind: 'quantity', dimension: 'ph', least: 3, most: 12, start: 7.5 },
    { id: 'product', kind: 'choice', options: products, start: 'free' },
  ],
  answer: inputs => {
    const n = (id: string) => numberOf(inputs, id);
    const [mgL, minutes, temperatureC, ph] = [n('mgL'), n('minutes'), n('temperatureC'), n('ph')];
    if (mgL === undefined || minutes === undefined || temperatureC === undefined || ph === undefined)
      return undefined;
    const product = choiceOf<Product>(inputs, 'product');
    const contact = { freeChlorineMgL: mgL, minutes, temperatureC, ph };
    const { giardia, viruses, crypto } = earnedBy[product](contact);
    // bacteria are easier than viruses: where these are credited, so are those
    const earned = credit(Math.min(6, viruses), viruses, giardia, crypto);
    const params = {
      ct: mgL * minutes,
      giardia,
      viruses,
      crypto,
      mgL,
      minutes,
      hocl: hoclShare(ph, temperatureC),
      temperatureC,
      ph,
    };
    return {
      headline: message('credit.headline', params),
      under: message('credit.under', params),
      working:
        product === 'dioxide'
          ? [message('credit.working-dioxide', params)]
          : [message('credit.working', params), message('credit.hocl', params)],
      credit: earned,
      scale: {
        ticks: [0, 1, 2, 3, 4, 5, 6],
        spacing: 'linear',
        marks: [
          { id: 'viruses', value: viruses, note: message('log.earned', { log: viruses }) },
          { id: 'protozoa', value: giardia, note: message('log.earned', { log: giardia }) },
          { id: 'crypto', value: crypto, note: message('log.earned', { log: crypto }) },
        ],
      },
      judgements: [
        ...(product === 'cyanurate'
          ? [
              judge('refuse', message('credit.cyanurate'), 'who-gdwq', {
                remedy: message('credit.cyanurate.remedy'),
              }),
            ]
          : []),
        ...(product === 'free' && (ph > 9 || ph < 6)
          ? [judge('warn', message(ph > 9 && ph <= 10 ? 'credit.ph-high' : 'credit.ph'), 'who-gdwq')]
          : []),
        ...(product === 'dioxide' ? [] : [judge('warn', message('credit.crypto'), 'cdc-sws')]),
      ],
      steps: [],
      uses: [],
    };
  },
};
