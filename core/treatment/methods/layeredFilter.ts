import { message } from '../../base/judgement.ts';
import { noCredit } from '../credit/credit.ts';
import { FREEBOARD_MM, layers, layeredFilter as layersIn } from '../filters/layered.ts';
import { judgePair, removalShare } from '../filters/pair.ts';
import { type Blank, doStep, type Method, numberOf, refuse, warn } from './method.ts';

const depthBlanks: readonly Blank[] = layers.map(layer => ({
  id: layer.id,
  kind: 'quantity',
  dimension: 'lengthMm',
  least: 0,
  most: 2000,
  start: layer.depthMm,
}));

/** Read before and after it, if somebody did. */
const readings: readonly Blank[] = ['beforeNtu', 'afterNtu', 'beforeUsCm', 'afterUsCm'].map(id => ({
  id,
  kind: 'quantity',
  dimension: id.endsWith('Ntu') ? 'turbidityNtu' : 'conductivityUsCm',
  least: 0,
  most: 100_000,
}));

/** A layered filter in a round vessel, drawn to scale: it clears, and earns no germ credit. */
export const layeredFilter: Method = {
  id: 'layered-filter',
  tool: 'filter',
  credit: noCredit,
  accepts: { mostNtu: 100 },
  removes: ['turbidity', 'taste'],
  concentrates: [],
  adds: [],
  supplies: ['cloth'],
  stoppedBy: ['frost'],
  untimed: 'flow',
  inTrain: {
    clears: true,
    work: () => ({ tool: 'filter' }),
    asks: () => ({}),
    leaves: ({ turbidityNtu }) => ({ turbidityNtu: Math.min(turbidityNtu, Math.max(5, turbidityNtu / 2)) }),
  },
  blanks: [
    { id: 'diameterMm', kind: 'quantity', dimension: 'lengthMm', least: 40, most: 3000, start: 280 },
    { id: 'heightMm', kind: 'quantity', dimension: 'lengthMm', least: 60, most: 4000, start: 360 },
    ...depthBlanks,
    ...readings,
  ],
  answer: inputs => {
    const [diameterMm, heightMm] = [numberOf(inputs, 'diameterMm'), numberOf(inputs, 'heightMm')];
    if (diameterMm === undefined || heightMm === undefined) return undefined;
    const chosen = layers.map(layer => ({ ...layer, depthMm: numberOf(inputs, layer.id) ?? layer.depthMm }));
    const { layers: filled, leftMm } = layersIn(diameterMm, heightMm, chosen);
    const kg = filled.reduce((sum, layer) => sum + layer.kg, 0);
    const depthMm = heightMm - leftMm;
    const pair = {
      beforeNtu: numberOf(inputs, 'beforeNtu'),
      afterNtu: numberOf(inputs, 'afterNtu'),
      beforeUsCm: numberOf(inputs, 'beforeUsCm'),
      afterUsCm: numberOf(inputs, 'afterUsCm'),
    };
    const removed = removalShare(pair);
    const params = { kg, depthMm, heightMm, leftMm, diameterMm, freeboardMm: FREEBOARD_MM };
    return {
      headline: message(leftMm < 0 ? 'layered.too-deep' : 'layered.headline', params),
      under: message('layered.under', params),
      working: [
        message('layered.working', params),
        ...(removed === undefined ? [] : [message('layered.removed', { removed })]),
      ],
      vessel: { diameterMm, heightMm },
      layers: filled
        .filter(layer => layer.depthMm > 0)
        .map(({ id, depthMm: deep, litres, kg: mass }) => ({
          id,
          depthMm: deep,
          note: message('layered.layer', { deep, litres, massG: mass * 1000 }),
        })),
      judgements: [
        ...(leftMm < FREEBOARD_MM ? [refuse('layered.no-room', 'arithmetic', params)] : []),
        ...judgePair(pair),
        warn('filter.layered', 'who-gdwq'),
      ],
      steps: [
        doStep('wash', message('step.layered.wash')),
        doStep('lay', message('step.layered.lay')),
        doStep('flush', message('step.layered.flush')),
        doStep('renew', message('step.layered.renew')),
      ],
      uses: [],
    };
  },
};
