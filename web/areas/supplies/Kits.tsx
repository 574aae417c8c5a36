import { buyKits, type KitFor, type KitLine, kitLacks, kits } from '#core/areas/supplies/kit.ts';
import type { UnitSystem } from '#core/base/units/system.ts';
import { supplyKinds } from '#core/storage/stock/kinds.ts';
import { useTyped } from '../../app/typed.ts';
import { useReader } from '../../session/state.ts';
import * as format from '../../texts/format.ts';
import { listing } from '../../texts/lists.ts';
import { useSay } from '../../texts/texts.ts';
import { QuantityBlank, Sentence } from '../../ui/Blank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

/** Pieces are counted without a word for them: "2 × straining cloth". */
const counted = (amount: number, unit: string, units: UnitSystem): string =>
  unit === 'pieces' ? `${format.number(amount)} ×` : format.supply(amount, unit, units);

const START_BUDGET = 60;

/** A kit for each way, base and upgrade, with what is missing; and what a sum of money would buy of it first. */
export function Kits({ of }: { readonly of: KitFor }) {
  const say = useSay();
  const { units } = useReader();
  const [budget, setBudget] = useTyped<number | undefined>('kits', 'budget', START_BUDGET);
  const words = (lines: readonly KitLine[]) =>
    listing(
      lines.map(l =>
        say('kit.item', {
          amount: counted(l.amount, supplyKinds[l.kind].unit, units),
          supply: `supply.${l.kind}`,
        }),
      ),
    );
  const buy = buyKits(of, budget ?? 0);
  return (
    <section aria-label={say('kit.title')}>
      <h2 className="mb-1 border-b border-slate pb-1 text-base">{say('kit.title')}</h2>
      <p className="text-small text-ash">
        {say('kit.for', { people: of.people, days: of.facts.plan.targetDays, litres: of.litres })}
      </p>
      <dl className="m-0">
        {kits.map(kit => {
          const [base, upgrade] = [kit.base, kit.upgrade].map(lines => kitLacks(lines, of));
          return (
            <div key={kit.id} className="border-b border-rule py-1">
              <dt className="inline font-bold">{say(`kit.${kit.id}`)}</dt>{' '}
              <dd className="m-0 inline">
                {base!.length === 0 ? say('kit.complete') : say('kit.lacks', { list: words(base!) })}
                {upgrade!.length > 0 && (
                  <span className="block text-small text-ash">
                    {say('kit.next', { list: words(upgrade!) })}
                  </span>
                )}
              </dd>
            </div>
          );
        })}
      </dl>
      {buy.whole > 0 && (
        <div className="mt-2">
          <Sentence>
            <Phrase
              text="kit.sentence"
              blanks={{
                budget: (
                  <QuantityBlank
                    label={say('kit.budget')}
                    dimension="money"
                    value={budget}
                    onValue={setBudget}
                    least={0}
                    most={1_000_000}
                  />
                ),
              }}
            />
          </Sentence>
          <p data-testid="kit-purchase">
            {buy.bought.length === 0
              ? say('kit.buys-nothing')
              : say('kit.buys', { list: words(buy.bought), cost: buy.cost })}
          </p>
          <p className="text-small text-ash">{say('kit.whole', { whole: buy.whole })}</p>
        </div>
      )}
    </section>
  );
}
