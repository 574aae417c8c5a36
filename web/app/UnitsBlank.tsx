import { type UnitSystem, unitSystems } from '#core/base/units/system.ts';
import { personChanged } from '../person/person.ts';
import { useAppDispatch, useUnits } from '../session/state.ts';
import { useSay } from '../texts/texts.ts';
import { ChoiceBlank } from '../ui/Blank.tsx';

/** The measures that a person reads and types in. */
export function UnitsBlank() {
  const say = useSay();
  const dispatch = useAppDispatch();
  return (
    <ChoiceBlank<UnitSystem>
      label={say('first.units')}
      value={useUnits()}
      onValue={units => dispatch(personChanged({ units }))}
      choices={unitSystems.map(value => ({ value, label: say(`units.${value}`) }))}
    />
  );
}
