import { describe, expect, it } from 'vitest';
import { drumInCellar } from '#demo/cellar.ts';
import { type Hand, hand } from '#demo/hand.ts';
import { addMinutes } from '../../base/day.ts';
import { atOnce } from '../../base/lots.ts';
import type { Subject } from '../../base/subject.ts';
import { answerTrains } from '../../treatment/trains/answer.ts';
import { context, things } from '../../treatment/trains/exampleThings.ts';
import { isMineral } from '../../treatment/trains/grade.ts';
import type { SourceKind } from '../../water/sourceKinds.ts';
import { fold } from '../entries.ts';
import { stateAt } from '../store/wholeState.ts';
import { trainCaseOfSource } from './trainCase.ts';

const START = '2026-07-01T08:00:00.000Z';
const NOW = addMinutes(START, 120);
const found = {
  volumeL: 20,
  turbidityNtu: 1,
  grain: 'silt',
  temperatureC: 15,
  ph: 7,
  isCryptoFeared: true,
} as const;

type Finding = (h: Hand, source: Subject) => void;
const look =
  (looks: readonly string[], smell = 'none'): Finding =>
  (h, source) =>
    h.write('source.looked', source, { looks, smell } as never);
const eColi =
  (value: number): Finding =>
  (h, source) =>
    h.write('read', source, { parameter: 'e-coli', method: 'plate', value } as never);
const notice =
  (kind: string, allows: readonly string[] = []): Finding =>
  (h, source) =>
    h.write('notice.given', h.subject('notice'), {
      kind,
      authority: 'Water board',
      sources: [source],
      givenOn: '2026-07-01',
      suspectedFrom: '2026-06-30',
      ...(allows.length > 0 ? { allows } : {}),
    } as never);

/** A source with what was found there: its case, and a drum that was filled there at the same moment. */
function at(kind: SourceKind, upstream: readonly string[], ...findings: readonly Finding[]) {
  const h = hand(START);
  const [source, drum] = [h.subject('source'), drumInCellar(h)];
  h.write('source.set', source, { name: 'There', kind, upstream, distanceM: 10, climbM: 0 } as never);
  for (const finding of findings) finding(h, source);
  const before = fold(h.entries);
  const c = trainCaseOfSource(before, before.source[source]!, found, NOW);
  h.at(NOW).write('filled', drum, {
    volumeL: { value: 20, known: 'measured' },
    water: before.source[source]!.kind === 'tap' ? 'treated-tap' : c.water,
    sealed: true,
    source,
  });
  const ask = (...owned: readonly (keyof typeof things)[]) =>
    atOnce(
      answerTrains(
        c,
        owned.map(id => things[id]),
        [],
        context,
      ),
    );
  return { c, ask, raw: stateAt(fold(h.entries), NOW).containers[drum]! };
}

describe('the water of a source', () => {
  it.each<[string, ReturnType<typeof at>, string]>([
    ['a tap', at('tap', []), 'as it comes'],
    ['a tap in which germs were found', at('tap', [], eColi(3)), 'whole'],
    ['a tap under a boil notice', at('tap', [], notice('boil')), 'whole'],
    ['a tap that is not to be drunk', at('tap', [], notice('do-not-drink')), 'stop'],
    ['a tap that is not to be used', at('tap', [], notice('do-not-use')), 'stop'],
    ['a stream', at('stream', ['people']), 'whole'],
    ['a stream with a sheen', at('stream', ['people'], look(['sheen'])), 'stop'],
    ['a pond with blue-green scum', at('pond', [], look(['scum-blue'])), 'stop'],
    ['a stream below a mine', at('stream', ['mine']), 'stop'],
    ['a stream that smells of fuel', at('stream', [], look(['clear'], 'fuel')), 'stop'],
    ['a pool', at('pool', []), 'stop'],
    ['flood water', at('flood', []), 'stop'],
    ['a spring', at('spring', []), 'whole'],
  ])('%s is what a vessel that is filled there holds: with a boil %s', (_, { ask, raw }, said) => {
    const { stop, isFitAsItComes, isFitFresh, trains } = ask('boil');
    const answer = stop ? 'stop' : isFitAsItComes ? 'as it comes' : trains[0]?.tier;
    expect(answer).toBe(said);
    // never drinking water here where the store says it is none
    expect(isFitAsItComes || isFitFresh).toBe(raw.counts === 'drinking');
  });

  it('under a boil notice is boiled, or treated by what the notice names; chlorine alone is limited', () => {
    expect(at('tap', [], notice('boil')).ask('bleach').trains[0]?.tier).toBe('limited');
    expect(at('tap', [], notice('boil', ['chlorine'])).ask('bleach').trains[0]?.tier).toBe('whole');
  });

  it('over the limit of lead or nitrate takes a membrane or a still, also where today’s blank says nothing of it', () => {
    const over =
      (reading: object): Finding =>
      (h, source) =>
        h.write('read', source, reading as never);
    const lead = at('borehole', [], over({ parameter: 'lead', method: 'laboratory', value: 60 }));
    const nitrate = at(
      'borehole',
      [],
      over({ parameter: 'nitrate', method: 'laboratory', value: 70, as: 'NO3' }),
    );
    for (const { ask, c } of [lead, nitrate]) {
      expect(isMineral(c.found, c.planDays)).toBe(true);
      expect(ask('boil', 'bleach', 'ceramic').trains).toEqual([]);
      // a rating for germs is none for lead or nitrate
      expect(ask('ro').trains).toEqual([]);
      expect(ask('still').trains[0]?.tier).toBe('whole');
    }
  });
});
