import { type ComponentProps, lazy, type ReactNode, Suspense, useCallback, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { type WaterState, waterStates } from '#core/areas/store/state.ts';
import type { State } from '#core/areas/store/wholeState.ts';
import { useAsked } from '../../app/actAsked.ts';
import { ghostsPlanned } from '../../session/ghosts.ts';
import { useAppDispatch, useAppSelector, useCalmWater, useFacts, useReader } from '../../session/state.ts';
import * as format from '../../texts/format.ts';
import { useKindName } from '../../texts/kindName.ts';
import { useSay } from '../../texts/texts.ts';
import { Button } from '../../ui/Button.tsx';
import { InTurn } from '../../ui/InTurn.tsx';
import { Swatch } from '../../ui/Textures.tsx';
import { ContainerLife } from './ContainerLife.tsx';
import { PlaceList } from './PlaceList.tsx';
import { SectionDrawing } from './SectionDrawing.tsx';
import { SetDown } from './SetDown.tsx';
import { type Opened, StoreDialogs } from './StoreDialogs.tsx';
import { TakeOut } from './TakeOut.tsx';

// the table comes when it is asked for, or while nothing else happens
const StoreTable = lazy(async () => ({ default: (await import('./StoreTable.tsx')).StoreTable }));

function Table(props: ComponentProps<typeof StoreTable>) {
  return (
    <Suspense fallback={null}>
      <InTurn key="table">
        <StoreTable {...props} />
      </InTurn>
    </Suspense>
  );
}

/** The states that are on the drawing now, worst last. */
function Legend({ states }: { states: readonly WaterState[] }) {
  const say = useSay();
  return (
    <ul className="m-0 flex list-none flex-wrap gap-x-4 gap-y-1 p-0 text-small">
      {states.map(state => (
        <li key={state} className="flex items-center gap-1.5">
          <Swatch state={state} /> {say(`state-name.${state}`)}
        </li>
      ))}
    </ul>
  );
}

interface ToolsProps {
  readonly isTable: boolean;
  readonly onOpen: (opened: Opened) => void;
}

const LINK = 'px-1 underline decoration-rule underline-offset-3 hover:decoration-slate';

/** What can be done with the store as a whole. */
function Tools({ isTable, onOpen }: ToolsProps) {
  const say = useSay();
  const dispatch = useAppDispatch();
  const hasGhosts = useAppSelector(s => s.ghosts.length > 0);
  return (
    <div className="flex flex-wrap items-center gap-1 no-print">
      <Button look="quiet" onClick={() => onOpen({ is: 'set-down' })}>
        {say('store.set-down')}
      </Button>
      {hasGhosts && (
        <Button look="quiet" onClick={() => dispatch(ghostsPlanned([]))}>
          {say('store.forget-ghosts')}
        </Button>
      )}
      <Link className={LINK} to="/store/rounds">
        {say('store.rounds')}
      </Link>
      <Button look="quiet" onClick={() => onOpen({ is: 'labels', of: 'all' })}>
        {say('store.labels')}
      </Button>
      <Button look="quiet" onClick={() => onOpen({ is: 'stock-take' })}>
        {say('stock-take.title')}
      </Button>
      <Button look="quiet" onClick={() => onOpen({ is: 'found' })}>
        {say('store.found')}
      </Button>
      <Button look="quiet" onClick={() => onOpen({ is: 'read' })}>
        {say('reader.title')}
      </Button>
      <Button look="quiet" onClick={() => onOpen({ is: 'take-in' })}>
        {say('store.in')}
      </Button>
      <TakeOut />
      <Button look="quiet" onClick={() => onOpen({ is: 'place', id: 'new' })}>
        {say('place.new')}
      </Button>
      <Link className={LINK} to={isTable ? '/store' : '/store?view=table'}>
        {say(isTable ? 'store.as-section' : 'store.as-table')}
      </Link>
    </div>
  );
}

/** How many containers there are, in how many places, and what they hold. */
function Summary({ tally }: Pick<State, 'tally'>) {
  const say = useSay();
  const { units } = useReader();
  const places = Object.keys(useFacts().place).length;
  const count = waterStates.reduce((sum, state) => sum + tally[state].count, 0);
  const litres = waterStates.reduce((sum, state) => sum + tally[state].litres, 0);
  return (
    <span className="text-base font-normal text-ash">
      {say('store.summary', { count, places, litres: format.litres(litres, units) })}
    </span>
  );
}

interface EmptyProps {
  readonly onTakeIn: () => void;
  readonly onPlace: () => void;
  /** The places that were drawn before anything stands in them. */
  readonly children: ReactNode;
}

/** Nothing is stored yet: the first are set down here, or come from a list; places and their floors may be told before. */
function Empty({ onTakeIn, onPlace, children }: EmptyProps) {
  const say = useSay();
  const hasPlaces = Object.keys(useFacts().place).length > 0;
  return (
    <div className="min-h-0 flex-1 overflow-y-auto">
      <div className="max-w-[720px]">
        {!hasPlaces && <p className="mb-5 text-large">{say('store.empty')}</p>}
        <SetDown />
        <p className="mt-6 flex flex-wrap gap-3">
          <Button onClick={onTakeIn}>{say('take-in.title')}</Button>
          <Button onClick={onPlace}>{say('place.new')}</Button>
        </p>
        {!hasPlaces && <p className="mt-4 text-ash">{say('empty.example')}</p>}
      </div>
      {hasPlaces && <div className="mt-6">{children}</div>}
    </div>
  );
}

/** What the search, or a link, asks the store to open. */
function useOpenedByName(onOpen: (opened: Opened) => void): void {
  useAsked('store', {
    'set-down': () => onOpen({ is: 'set-down' }),
    labels: () => onOpen({ is: 'labels', of: 'all' }),
    'stock-take': () => onOpen({ is: 'stock-take' }),
    found: () => onOpen({ is: 'found' }),
    read: () => onOpen({ is: 'read' }),
    'take-in': () => onOpen({ is: 'take-in' }),
    place: () => onOpen({ is: 'place', id: 'new' }),
  });
}

/** Opens a counted block: its like ones in the table. */
function useOpenBlock(): (kind: string, placeId: string) => void {
  const facts = useFacts();
  const navigate = useNavigate();
  const kindName = useKindName();
  return useCallback(
    (kind: string, placeId: string) => {
      const find = `${kindName(kind)} ${facts.place[placeId]?.name ?? ''}`;
      void navigate(`/store?view=table&find=${encodeURIComponent(find)}`);
    },
    [kindName, facts.place, navigate],
  );
}

/** The store in section, or as a table; a container's life opens beside it. */
export function Store() {
  const say = useSay();
  const facts = useFacts();
  const { tally } = useCalmWater().state;
  const navigate = useNavigate();
  const { container: selectedId } = useParams();
  const [search] = useSearchParams();
  const placeAsked = search.get('place');
  const [opened, setOpened] = useState<Opened | null>(placeAsked ? { is: 'place', id: placeAsked } : null);
  useOpenedByName(setOpened);
  const isTable = search.get('view') === 'table';
  const view = isTable ? '?view=table' : '';
  const select = useCallback((id: string) => void navigate(`/store/${id}${view}`), [navigate, view]);
  const openPlace = useCallback((id: string) => setOpened({ is: 'place', id }), []);
  const openLabels = useCallback((of: readonly string[]) => setOpened({ is: 'labels', of }), []);
  const openBlock = useOpenBlock();
  const selected = selectedId ? facts.container[selectedId] : undefined;
  const present = waterStates.filter(state => tally[state].count > 0);
  const isEmpty = present.length === 0;
  const drawing = (
    <InTurn>
      <SectionDrawing
        selected={selectedId}
        onSelect={select}
        onBlock={openBlock}
        onPlace={openPlace}
        below={byPlace => <PlaceList byPlace={byPlace} onPlace={openPlace} />}
      />
    </InTurn>
  );

  return (
    <div className="flex h-full">
      <div
        className={`flex min-w-0 flex-1 flex-col gap-3 p-5 pb-0 max-wide:p-4 ${selected ? 'max-wide:hidden' : ''}`}
      >
        <div className="flex flex-wrap items-baseline justify-between gap-x-4 gap-y-1">
          <h1 className="text-title">
            {say('area.store')} {!isEmpty && <Summary tally={tally} />}
          </h1>
          {!isEmpty && <Tools isTable={isTable} onOpen={setOpened} />}
        </div>
        {isEmpty ? (
          <Empty
            onTakeIn={() => setOpened({ is: 'take-in' })}
            onPlace={() => setOpened({ is: 'place', id: 'new' })}
          >
            {drawing}
          </Empty>
        ) : (
          <>
            <Legend states={present} />
            {isTable ? (
              <Table
                onSelect={select}
                onLabels={openLabels}
                selected={selectedId}
                find={search.get('find') ?? ''}
              />
            ) : (
              <div className="min-h-0 flex-1 overflow-y-auto">{drawing}</div>
            )}
          </>
        )}
      </div>
      {selected && (
        <aside
          aria-label={selected.code}
          className="w-[330px] shrink-0 overflow-y-auto border-l border-slate bg-paper max-wide:w-full max-wide:border-0"
        >
          <ContainerLife container={selected} onLabel={() => openLabels([selected.id])} />
        </aside>
      )}
      <StoreDialogs opened={opened} onClose={() => setOpened(null)} />
    </div>
  );
}
