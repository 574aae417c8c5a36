import { Link } from 'react-router';
import { openWork } from '#core/areas/daywork/underway.ts';
import { useFacts } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { FaultGate } from '../../ui/FaultGate.tsx';
import { Planning } from './Planning.tsx';
import { Underway } from './Underway.tsx';

/** The day's work: enough water by evening, with these pots and these hands. */
export function DayPage() {
  const say = useSay();
  const work = openWork(useFacts());
  return (
    <div className="flex h-full flex-col gap-4 overflow-y-auto p-6 pt-4 max-wide:p-4">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h1 className="text-title">{say('day.title')}</h1>
        <Link to="/bench" className="underline decoration-rule underline-offset-3">
          {say('day.to-bench')}
        </Link>
      </div>
      <FaultGate>{work ? <Underway work={work} /> : <Planning />}</FaultGate>
    </div>
  );
}
