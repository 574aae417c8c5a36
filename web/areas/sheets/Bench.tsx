import { useRef, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { type BenchTool, benchTools } from '#core/treatment/methods/method.ts';
import { methodOf, methods } from '#core/treatment/methods/methods.ts';
import { NoticesInForce } from '../../acts/NoticesInForce.tsx';
import { focusSoon } from '../../app/focus.ts';
import { useSay } from '../../texts/texts.ts';
import { FaultGate } from '../../ui/FaultGate.tsx';
import { InTurn } from '../../ui/InTurn.tsx';
import { Dose } from './Dose.tsx';
import { MethodBench } from './MethodBench.tsx';
import { Sheets } from './Sheets.tsx';

/** The dose of bleach has a screen of its own; every other method is drawn from its declaration. */
const DOSE = 'dose';

const toolOf = (method: string): BenchTool => methodOf(method)?.tool ?? 'chlorine';
const ofTool = (tool: BenchTool): string[] => {
  const ids = methods.filter(m => m.tool === tool).map(m => m.id);
  return tool === 'chlorine' ? [DOSE, ...ids] : ids;
};

/** The tools in the order of the work, and the methods of the one that is open. */
function ToolStrip({ open }: { open: string }) {
  const say = useSay();
  const tool = toolOf(open);
  const inTool = ofTool(tool);
  const link = 'inline-flex min-h-11 items-center px-2.5 font-semibold whitespace-nowrap';
  return (
    <nav aria-label={say('bench.tools')} className="flex flex-col">
      <ul className="m-0 flex list-none flex-wrap border-b-[1.5px] border-slate p-0 max-wide:flex-nowrap max-wide:overflow-x-auto">
        {benchTools.map(id => (
          <li key={id}>
            <Link
              to={`/bench?method=${ofTool(id)[0]}`}
              aria-current={id === tool ? 'page' : undefined}
              className={`${link} aria-[current=page]:bg-slate aria-[current=page]:text-chalk`}
            >
              {say(`bench-tool.${id}`)}
            </Link>
          </li>
        ))}
      </ul>
      {inTool.length > 1 && (
        <ul className="m-0 flex list-none flex-wrap gap-x-1 p-0 max-wide:flex-nowrap max-wide:overflow-x-auto">
          {inTool.map(id => (
            <li key={id}>
              <Link
                to={`/bench?method=${id}`}
                aria-current={id === open ? 'page' : undefined}
                className="inline-flex min-h-9 items-center px-2 whitespace-nowrap text-ash underline decoration-rule underline-offset-3 aria-[current=page]:font-bold aria-[current=page]:text-slate aria-[current=page]:decoration-slate"
              >
                {say(`method.${id}`)}
              </Link>
            </li>
          ))}
        </ul>
      )}
    </nav>
  );
}

/** The bench: one tool at a time, and the sheets that run beside it. */
export function Bench() {
  const say = useSay();
  const [search] = useSearchParams();
  const [shown, setShown] = useState<string | null>(null);
  const asked = search.get('method') ?? DOSE;
  const method = methodOf(asked);
  const sheets = useRef<HTMLElement>(null);
  const begun = (subject: string) => {
    setShown(subject);
    focusSoon(() => sheets.current?.querySelector('[aria-current="step"]'));
  };
  return (
    <div className="flex h-full max-wide:block">
      <div className="flex min-w-0 flex-1 flex-col gap-5 overflow-y-auto p-6 pt-4 max-wide:p-4">
        <h1 className="sr-only">{say('area.bench')}</h1>
        <p className="-mb-3 flex flex-wrap justify-end gap-x-5">
          <Link to="/bench/methods" className="underline decoration-rule underline-offset-3">
            {say('compare.title')}
          </Link>
          <Link to="/bench/day" className="underline decoration-rule underline-offset-3">
            {say('day.of-bench')}
          </Link>
        </p>
        <ToolStrip open={method?.id ?? DOSE} />
        <NoticesInForce />
        <div data-arrival tabIndex={-1} className="flex flex-col gap-5 outline-none">
          <FaultGate key={method?.id ?? DOSE}>
            {method ? <MethodBench method={method} onBegun={begun} /> : <Dose onBegun={begun} />}
          </FaultGate>
        </div>
      </div>
      <aside
        ref={sheets}
        aria-label={say('bench.sheets')}
        className="w-[340px] shrink-0 overflow-y-auto border-l border-slate bg-paper max-wide:w-full max-wide:border-t max-wide:border-l-0"
      >
        <InTurn>
          <Sheets shown={shown} onShow={setShown} />
        </InTurn>
      </aside>
    </div>
  );
}
