import { lazy, Suspense, useCallback, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { type WaterState, waterStates } from '#core/store/state.ts';
import { useAsked } from '../../app/asked.ts';
import { useAppDispatch, useAppSelector, useCalmWater, useFacts, useReader } from '../../app/hooks.ts';
import { ghostsPlanned } from '../../session/ghosts.ts';
import * as format from '../../texts/format.ts';
import { useKindName } from '../../texts/kindName.ts';
import { useSay } from '../../texts/texts.ts';
import { Button } from '../../ui/Button.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { InTurn } from '../../ui/InTurn.tsx';
import { Swatch } from '../../ui/Textures.tsx';
import { ContainerLife } from './ContainerLife.tsx';
import { PlaceList } from './PlaceList.tsx';
import { SectionDrawing } from './SectionDrawing.tsx';
import { SetDown } from './SetDown.tsx';
import { TakeOut } from './TakeOut.tsx';

// the table and the dialogs come when they are asked for, or while nothing else happens
const FoundDialog = lazy(async () => ({ default: (await import('./FoundDialog.tsx')).FoundDialog }));
const LabelDialog = lazy(async () => ({ default: (await import('./LabelDialog.tsx')).LabelDialog }));
const LabelReader = lazy(async () => ({ default: (await import('./LabelReader.tsx')).LabelReader }));
const PlaceEditor = lazy(async () => ({ default: (await import('./PlaceEditor.tsx')).PlaceEditor }));
const StockTake = lazy(async () => ({ default: (await import('./StockTake.tsx')).StockTake }));
const StoreTable = lazy(async () => ({ default: (await import('./StoreTable.tsx')).StoreTable }));
const TakeIn = lazy(async () => ({ default: (await import('./TakeIn.tsx')).TakeIn }));

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

/** The store in section, or as a table; a container's life opens beside it. */
export function Store() {
  const say = useSay();
  const facts = useFacts();
  const dispatch = useAppDispatch();
  const hasGhosts = useAppSelector(s => s.ghosts.length > 0);
  const { units } = useReader();
  const { tally } = useCalmWater().state;
  const navigate = useNavigate();
  const { container: selectedId } = useParams();
  const [search] = useSearchParams();
  const [settingDown, setSettingDown] = useState(false);
  const [taking, setTaking] = useState(false);
  const [finding, setFinding] = useState(false);
  const [takingIn, setTakingIn] = useState(false);
  const [reading, setReading] = useState(false);
  const [labels, setLabels] = useState<readonly string[] | 'all' | null>(null);
  const [place, setPlace] = useState<string | null>(search.get('place'));
  useAsked('store', {
    'set-down': () => setSettingDown(true),
    labels: () => setLabels('all'),
    'stock-take': () => setTaking(true),
    found: () => setFinding(true),
    read: () => setReading(true),
    'take-in': () => setTakingIn(true),
    place: () => setPlace('new'),
  });
  const isTable = search.get('view') === 'table';
  const view = isTable ? '?view=table' : '';
  const select = useCallback((id: string) => void navigate(`/store/${id}${view}`), [navigate, view]);
  const kindName = useKindName();
  const openBlock = useCallback(
    (kind: string, placeId: string) => {
      const find = `${kindName(kind)} ${facts.place[placeId]?.name ?? ''}`;
      void navigate(`/store?view=table&find=${encodeURIComponent(find)}`);
    },
    [kindName, facts.place, navigate],
  );
  const selected = selectedId ? facts.container[selectedId] : undefined;
  const count = waterStates.reduce((sum, state) => sum + tally[state].count, 0);
  const litres = waterStates.reduce((sum, state) => sum + tally[state].litres, 0);
  const present = waterStates.filter(state => tally[state].count > 0);
  const isEmpty = count === 0;
  const edited = place === 'new' ? 'new' : place ? facts.place[place] : undefined;

  return (
    <div className="flex h-full">
      <div
        className={`flex min-w-0 flex-1 flex-col gap-3 p-5 pb-0 max-wide:p-4 ${selected ? 'max-wide:hidden' : ''}`}
      >
        <div className="flex flex-wrap items-baseline justify-between gap-x-4 gap-y-1">
          <h1 className="text-title">
            {say('area.store')}{' '}
            {!isEmpty && (
              <span className="text-base font-normal text-ash">
                {say('store.summary', {
                  count,
                  places: Object.keys(facts.place).length,
                  litres: format.litres(litres, units),
                })}
              </span>
            )}
          </h1>
          {!isEmpty && (
            <div className="flex flex-wrap items-center gap-1 no-print">
              <Button look="quiet" onClick={() => setSettingDown(true)}>
                {say('store.set-down')}
              </Button>
              {hasGhosts && (
                <Button look="quiet" onClick={() => dispatch(ghostsPlanned([]))}>
                  {say('store.forget-ghosts')}
                </Button>
              )}
              <Link
                className="px-1 underline decoration-rule underline-offset-3 hover:decoration-slate"
                to="/store/rounds"
              >
                {say('store.rounds')}
              </Link>
              <Button look="quiet" onClick={() => setLabels('all')}>
                {say('store.labels')}
              </Button>
              <Button look="quiet" onClick={() => setTaking(true)}>
                {say('stock-take.title')}
              </Button>
              <Button look="quiet" onClick={() => setFinding(true)}>
                {say('store.found')}
              </Button>
              <Button look="quiet" onClick={() => setReading(true)}>
                {say('reader.title')}
              </Button>
              <Button look="quiet" onClick={() => setTakingIn(true)}>
                {say('store.in')}
              </Button>
              <TakeOut />
              <Button look="quiet" onClick={() => setPlace('new')}>
                {say('place.new')}
              </Button>
              <Link
                className="px-1 underline decoration-rule underline-offset-3 hover:decoration-slate"
                to={isTable ? '/store' : '/store?view=table'}
              >
                {say(isTable ? 'store.as-section' : 'store.as-table')}
              </Link>
            </div>
          )}
        </div>
        {isEmpty ? (
          <div className="max-w-[720px]">
            <p className="mb-5 text-large">{say('store.empty')}</p>
            <SetDown />
            <p className="mt-6">
              <Button onClick={() => setTakingIn(true)}>{say('take-in.title')}</Button>
            </p>
            <p className="mt-4 text-ash">{say('empty.example')}</p>
          </div>
        ) : (
          <>
            <Legend states={present} />
            {isTable ? (
              <Suspense fallback={null}>
                <InTurn key="table">
                  <StoreTable
                    onSelect={select}
                    onLabels={setLabels}
                    selected={selectedId}
                    find={search.get('find') ?? ''}
                  />
                </InTurn>
              </Suspense>
            ) : (
              <div className="min-h-0 flex-1 overflow-y-auto">
                <InTurn>
                  <SectionDrawing
                    selected={selectedId}
                    onSelect={select}
                    onBlock={openBlock}
                    onPlace={setPlace}
                    below={byPlace => <PlaceList byPlace={byPlace} onPlace={setPlace} />}
                  />
                </InTurn>
              </div>
            )}
          </>
        )}
      </div>
      {selected && (
        <aside
          aria-label={selected.code}
          className="w-[330px] shrink-0 overflow-y-auto border-l border-slate bg-paper max-wide:w-full max-wide:border-0"
        >
          <ContainerLife container={selected} onLabel={() => setLabels([selected.id])} />
        </aside>
      )}
      {settingDown && (
        <Dialog title={say('store.set-down')} open onClose={() => setSettingDown(false)} wide>
          <SetDown onDone={() => setSettingDown(false)} />
        </Dialog>
      )}
      <Suspense fallback={null}>
        {labels && (
          <LabelDialog {...(labels === 'all' ? {} : { only: labels })} onClose={() => setLabels(null)} />
        )}
        {taking && <StockTake onClose={() => setTaking(false)} />}
        {finding && <FoundDialog onClose={() => setFinding(false)} />}
        {reading && <LabelReader onClose={() => setReading(false)} />}
        {takingIn && <TakeIn onClose={() => setTakingIn(false)} />}
        {edited && <PlaceEditor key={place} place={edited} onClose={() => setPlace(null)} />}
      </Suspense>
    </div>
  );
}
