import { Popover } from 'radix-ui';
import { routes } from '#contract/routes.ts';
import { download, sectionPng, sectionSvg } from '../../app/download.ts';
import { usePrinted } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { Button } from '../../ui/Button.tsx';

const files = [
  ['csv', routes.containersCsv],
  ['json', routes.logJson],
  ['ics', routes.calendar],
  ['backup', routes.backup],
] as const;

/** Everything in open formats: tables, the log, the calendar, the drawing. */
export function TakeOut() {
  const say = useSay();
  const printed = usePrinted();
  const drawing = () => document.querySelector<SVGSVGElement>('[data-section]');
  const item = 'flex min-h-9 items-center px-2 text-left hover:bg-pool-2';
  const svg = () => {
    const element = drawing();
    if (element) download(new Blob([sectionSvg(element)], { type: 'image/svg+xml' }), 'store.svg');
  };
  const png = async () => {
    const element = drawing();
    if (element) download(await sectionPng(element), 'store.png');
  };
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Button look="quiet">{say('store.out')}</Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          aria-label={say('export.title')}
          className="z-30 flex w-60 flex-col border-[1.5px] border-slate bg-paper p-1"
        >
          {files.map(([name, route]) => (
            <a
              key={name}
              href={name === 'ics' ? `${route}?${new URLSearchParams(printed)}` : route}
              download
              className={item}
            >
              {say(`export.${name}`)}
            </a>
          ))}
          <button type="button" className={item} onClick={svg}>
            {say('export.svg')}
          </button>
          <button type="button" className={item} onClick={() => void png()}>
            {say('export.png')}
          </button>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
