import { Ellipsis } from 'lucide-react';
import { Popover } from 'radix-ui';
import { memo } from 'react';
import { NavLink } from 'react-router';
import type { Area, Duty } from '#core/base/duty.ts';
import { useDuties } from '../session/state.ts';
import { useSay } from '../texts/texts.ts';
import { layers } from './builtLayers.ts';
import { type Layer, pathOf } from './layers.ts';
import { SedimentBed } from './sediments.tsx';

/** How many things wait now, by area. */
type Pips = Partial<Record<Area, number>>;

const pipsKept = new WeakMap<readonly Duty[], Pips>();

function pipsOf(duties: readonly Duty[]): Pips {
  const last = pipsKept.get(duties);
  if (last) return last;
  const pips: Pips = {};
  for (const duty of duties) {
    if (duty.when !== 'now') continue;
    pips.today = (pips.today ?? 0) + 1;
    pips[duty.area] = (pips[duty.area] ?? 0) + 1;
  }
  pipsKept.set(duties, pips);
  return pips;
}

/** What waits in an area, worn by its layer: the drawing of the layer stays as it is when the count changes. */
function Pip({ area }: { area: Area }) {
  const say = useSay();
  const count = pipsOf(useDuties())[area];
  if (!count) return null;
  return (
    <span className="rounded-full bg-clay px-2 text-small font-bold text-paper">
      {count}
      <span className="sr-only"> {say('column.waiting')}</span>
    </span>
  );
}

/** Navigation: a filter column in section, its layers in the order of the work. */
export const Column = memo(function Column({ groupName }: { groupName: string }) {
  const say = useSay();
  return (
    <nav
      aria-label={say('column.name')}
      className="flex h-full w-[164px] shrink-0 flex-col overflow-y-auto border-r border-slate max-wide:hidden no-print"
    >
      <div className="flex h-[72px] shrink-0 flex-col justify-center bg-lime px-3.5">
        <p className="text-[21px] leading-6 font-extrabold">Zeolite</p>
        <p className="line-clamp-2 text-small leading-[15px] text-ash">{groupName}</p>
      </div>
      {layers.map((layer, i) => (
        <NavLink
          key={layer.area}
          to={pathOf(layer.area)}
          className="relative isolate flex min-h-11 flex-1 items-center gap-2.5 px-3 aria-[current=page]:border-l-[6px] aria-[current=page]:border-slate aria-[current=page]:pl-1.5"
        >
          {({ isActive }) => (
            <>
              <SedimentBed sediment={layer.sediment} phase={i} />
              <kbd className="flex h-[19px] w-[19px] items-center justify-center rounded-sm border-[1.5px] border-slate bg-paper font-sans text-small font-semibold">
                {layer.key}
              </kbd>
              <span
                className={`rounded-sm px-1.5 py-0.5 font-bold ${isActive ? 'bg-slate text-chalk' : 'bg-chalk'}`}
              >
                {say(`area.${layer.area}`)}
              </span>
              <span className="ml-auto">
                <Pip area={layer.area} />
              </span>
            </>
          )}
        </NavLink>
      ))}
    </nav>
  );
});

function StripLink({ layer }: { layer: Layer }) {
  const say = useSay();
  return (
    <NavLink
      to={pathOf(layer.area)}
      className="flex min-h-14 flex-1 flex-col items-center justify-center gap-0.5 text-small font-semibold aria-[current=page]:bg-slate aria-[current=page]:text-chalk"
    >
      <span className="flex items-center gap-1">
        {say(`area.${layer.area}`)} <Pip area={layer.area} />
      </span>
    </NavLink>
  );
}

/** The column on a phone: a strip along the bottom edge, the rest under More. */
export const Strip = memo(function Strip() {
  const say = useSay();
  return (
    <nav
      aria-label={say('column.name')}
      className="flex shrink-0 border-t border-slate bg-lime wide:hidden no-print"
    >
      {layers
        .filter(l => l.onStrip)
        .map(layer => (
          <StripLink key={layer.area} layer={layer} />
        ))}
      <Popover.Root>
        <Popover.Trigger className="flex min-h-14 flex-1 items-center justify-center gap-1 text-small font-semibold">
          <Ellipsis size={16} aria-hidden="true" /> {say('column.more')}
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content
            side="top"
            align="end"
            className="z-30 flex w-44 flex-col border-[1.5px] border-slate bg-chalk"
          >
            {layers
              .filter(l => !l.onStrip)
              .map(layer => (
                <Popover.Close key={layer.area} asChild>
                  <NavLink
                    to={pathOf(layer.area)}
                    className="flex min-h-11 items-center gap-2 px-4 font-semibold"
                  >
                    {say(`area.${layer.area}`)} <Pip area={layer.area} />
                  </NavLink>
                </Popover.Close>
              ))}
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    </nav>
  );
});
