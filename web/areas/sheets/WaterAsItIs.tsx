import { instruction } from '#core/areas/sheets/fields.ts';
import { boundsOf } from '#core/base/bounds.ts';
import { useSay } from '../../texts/texts.ts';
import { QuantityBlank, WarmthBlank } from '../../ui/Blank.tsx';
import type { BenchForm } from './question.ts';

/** How cold and how sour the water is: what decides how long it stands, and whether chlorine does anything. */
export function WaterAsItIs({ form, set }: { form: BenchForm; set: (change: Partial<BenchForm>) => void }) {
  const say = useSay();
  return (
    <>
      <WarmthBlank
        label={say('bench.temperature')}
        value={form.temperatureC}
        onValue={temperatureC => set({ temperatureC })}
      />
      , pH{' '}
      <QuantityBlank
        label="pH"
        dimension="ph"
        value={form.ph}
        onValue={ph => set({ ph })}
        {...boundsOf(instruction, 'ph')}
        placeholder={say('bench.unknown')}
      />
    </>
  );
}
