import type { Tier } from '#core/treatment/trains/grade.ts';
import { useSay } from '../../texts/texts.ts';

/** What the water of the day is fit for, beside how much there is, where that is not everything. */
export function Fit({ tier }: { readonly tier: Tier | undefined }) {
  const say = useSay();
  if (!tier || tier === 'whole') return null;
  return (
    <p className="text-large font-bold text-clay" data-testid="day-fit">
      {say(`safe.tier.${tier}`)}
    </p>
  );
}
