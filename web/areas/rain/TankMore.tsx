import { memo, useMemo } from 'react';
import { type RainPlan, rainPlan } from '#core/areas/rain/fields.ts';
import { moreAnswers } from '#core/areas/rain/words.ts';
import { allKinds } from '#core/areas/store/state.ts';
import { boundsOf } from '#core/base/bounds.ts';
import type { Facts } from '#core/log/facts.ts';
import { cheapestTanks } from '#core/rain/catchment/cost.ts';
import type { RainAnswer } from '#core/rain/catchment/question.ts';
import { useTyped } from '../../app/typed.ts';
import { useFacts, useReader } from '../../session/state.ts';
import * as format from '../../texts/format.ts';
import { useKindName } from '../../texts/kindName.ts';
import { listing } from '../../texts/lists.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence } from '../../ui/Blank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

interface Props {
  readonly answer: RainAnswer;
  readonly plan: RainPlan;
  readonly ownL: number;
  readonly onPlan: (change: Partial<RainPlan>) => void;
}

/** The other answers in a line each, then what sizes cost and what comes of each. */
export const TankMore = memo(function TankMore({ answer, plan, ownL, onPlan }: Props) {
  const say = useSay();
  return (
    <section aria-label={say('rain.more')} className="flex flex-col gap-2">
      <ul className="m-0 flex list-none flex-col gap-1 p-0" data-testid="rain-more">
        {moreAnswers(answer, plan).map(line => (
          <li key={line.id}>{say(line)}</li>
        ))}
      </ul>
      <Costs answer={answer} plan={plan} ownL={ownL} onPlan={onPlan} />
    </section>
  );
});

/** Sizes told in the table; each fourth of the forty, and the two that matter. */
const EACH = 4;

/** Tanks of several sizes with the share of the days that each carries, and the cheapest way to buy so much. */
function costRows(answer: Props['answer'], facts: Facts) {
  const sale = allKinds(facts).flatMap(k =>
    k.shape === 'tank' && k.price > 0 ? [{ id: k.id, litres: k.nominalL, price: k.price }] : [],
  );
  const points = [
    ...answer.points.filter((_, i) => i % EACH === EACH - 1 && answer.points[i]!.sizeL >= 400),
    answer.life,
  ]
    .filter((p, i, all) => all.findIndex(o => o.sizeL === p.sizeL) === i)
    .sort((a, b) => a.sizeL - b.sizeL);
  const prices = cheapestTanks(
    points.map(p => p.sizeL),
    sale,
  );
  return points.map((point, i) => ({ point, price: prices[i] }));
}
type CostRow = ReturnType<typeof costRows>[number];

/** What tanks cost against what they do: bought from the kinds that are known, or built at a price by the thousand litres. */
function Costs({ answer, plan, ownL, onPlan }: Props) {
  const say = useSay();
  const facts = useFacts();
  const kindName = useKindName();
  const [way, setWay] = useTyped<'bought' | 'built'>('tank-costs', 'way', 'bought');
  const [builtPrice, setBuiltPrice] = useTyped<number | undefined>(
    'tank-costs',
    'builtPrice',
    plan.builtPer1000L,
  );
  const rows = useMemo(() => costRows(answer, facts), [answer, facts]);
  const priceWords = ({ point, price }: CostRow): string => {
    if (way === 'built')
      return builtPrice === undefined ? '–' : format.number((builtPrice * point.sizeL) / 1000);
    if (!price) return '–';
    const names = price.tanks.map(t => say('rain.costs.tank', { count: t.count, kind: kindName(t.id) }));
    return say('rain.costs.tanks', { price: price.price, names: listing(names) });
  };
  return (
    <details>
      <summary className="cursor-pointer font-semibold">{say('rain.costs')}</summary>
      <Sentence>
        <span className="text-base">
          <Phrase
            text="rain.costs.sentence"
            params={{ thousandL: 1000 }}
            cases={{ way }}
            blanks={{
              way: (
                <ChoiceBlank<'bought' | 'built'>
                  label={say('rain.costs.way')}
                  value={way}
                  onValue={setWay}
                  choices={(['bought', 'built'] as const).map(value => ({
                    value,
                    label: say(`rain.costs.${value}`),
                  }))}
                />
              ),
              price: (
                <QuantityBlank
                  label={say('rain.costs.price')}
                  dimension="money"
                  value={builtPrice}
                  {...boundsOf(rainPlan, 'builtPer1000L')}
                  onValue={builtPer1000L => {
                    setBuiltPrice(builtPer1000L);
                    if (builtPer1000L !== undefined) onPlan({ builtPer1000L });
                  }}
                />
              ),
            }}
          />
        </span>
      </Sentence>
      <CostTable rows={rows} ownL={ownL} priceWords={priceWords} />
    </details>
  );
}

interface CostTableProps {
  readonly rows: readonly CostRow[];
  readonly ownL: number;
  readonly priceWords: (row: CostRow) => string;
}

function CostTable({ rows, ownL, priceWords }: CostTableProps) {
  const say = useSay();
  const { units } = useReader();
  return (
    <table className="border-collapse text-left">
      <thead>
        <tr className="border-b-2 border-slate">
          {(['size', 'days', 'band', 'volume', 'spilled', 'price'] as const).map(head => (
            <th key={head} scope="col" className="py-1 pr-5">
              {say(`rain.costs.head.${head}`)}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(row => {
          const { point } = row;
          return (
            <tr
              key={point.sizeL}
              className={`border-b border-rule ${point.sizeL === ownL ? 'font-bold' : ''}`}
            >
              <td className="py-1 pr-5">{format.litres(point.sizeL, units)}</td>
              <td className="pr-5">{format.percent(point.timeShare)}</td>
              <td className="pr-5">
                {say('rain.costs.band', { lowShare: point.lowShare, highShare: point.highShare })}
              </td>
              <td className="pr-5">{format.percent(point.volumeShare)}</td>
              <td className="pr-5">{format.percent(point.spilledShare)}</td>
              <td className="pr-5">{priceWords(row)}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
