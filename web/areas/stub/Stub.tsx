import type { Area } from '#core/duty.ts';
import { useSay } from '../../texts/texts.ts';

/** A layer not built yet says in two lines what it will be for. */
export function Stub({ area }: { area: Area }) {
  const say = useSay();
  return (
    <div className="p-6">
      <h1 className="text-title">{say(`area.${area}`)}</h1>
      <p className="mt-3 max-w-[60ch] text-large">{say(`stub.${area}`)}</p>
      <p className="mt-2 max-w-[60ch] text-ash">{say('stub.ahead')}</p>
    </div>
  );
}
