import { BookOpen, CloudOff, Flame, Keyboard, Search as SearchIcon, Sun } from 'lucide-react';
import { lazy, memo, type ReactNode, Suspense, useCallback, useEffect, useMemo, useState } from 'react';
import { Outlet, useNavigate } from 'react-router';
import { Toaster } from 'sonner';
import { personChanged } from '../person/person.ts';
import { useAppDispatch, useAppSelector, useFacts, useToday } from '../session/state.ts';
import * as dates from '../texts/dates.ts';
import { useSay } from '../texts/texts.ts';
import { InTurn, useInTurn } from '../ui/InTurn.tsx';
import { Textures } from '../ui/Textures.tsx';
import { ClockFault } from './ClockFault.tsx';
import { Column, Strip } from './Column.tsx';
import { FirstRun } from './FirstRun.tsx';
import { useArrival } from './focus.ts';
import { useKey, usePrimaryKey } from './keys.ts';
import { useLayerKeys } from './layerKeys.ts';
import { Reach } from './Reach.tsx';
import { SedimentPatterns } from './sediments.tsx';
import { useTitle } from './title.ts';
import { useRecord } from './undo.tsx';
import { WaitingFault } from './WaitingFault.tsx';

function useTheme(): void {
  const theme = useAppSelector(s => s.person.theme);
  useEffect(() => {
    document.documentElement.dataset.theme = theme;
  }, [theme]);
}

/** The people, the day, and the few things that belong to the person rather than to the water. */
const HeaderSide = memo(function HeaderSide({ onOpen }: { onOpen: (dialog: Opened) => void }) {
  const say = useSay();
  const dispatch = useAppDispatch();
  const facts = useFacts();
  const today = useToday();
  const { theme } = useAppSelector(s => s.person);
  const { isLive, queue, turnedDown } = useAppSelector(s => s.log);
  const homes = Object.values(facts.home);
  const people = homes.reduce((sum, h) => sum + h.people.length, 0);
  return (
    <div className="flex shrink-0 items-center gap-3">
      {(!isLive || queue.length > 0) && (
        <p role="status" className="flex items-center gap-1.5 text-small font-semibold text-clay">
          <CloudOff size={16} aria-hidden="true" />
          {/* on a phone the reach has the room: the drawing and the number stand for the words */}
          <span className="max-wide:sr-only">
            {queue.length > 0 ? say('shell.waiting', { count: queue.length }) : say('shell.offline')}
          </span>
          {queue.length > 0 && (
            <span className="hidden max-wide:inline" aria-hidden="true">
              {queue.length}
            </span>
          )}
        </p>
      )}
      {turnedDown.length > 0 && (
        <button
          type="button"
          className="min-h-9 border-l-4 border-iron px-2 text-left text-small font-semibold underline underline-offset-3"
          onClick={() => onOpen('turned-down')}
        >
          {say('shell.turned-down', { count: turnedDown.length })}
        </button>
      )}
      <div className="text-right max-wide:hidden">
        <p>
          <strong>{say('shell.people', { count: people })}</strong>{' '}
          {say('shell.homes', { count: homes.length })}
        </p>
        <p className="text-small text-ash">{dates.weekday(today, today)}</p>
      </div>
      <div className="flex no-print">
        <HeadButton label={say('search.title')} onClick={() => onOpen('search')}>
          <SearchIcon size={18} aria-hidden="true" />
        </HeadButton>
        <HeadButton label={say('glossary.open')} onClick={() => onOpen('glossary')}>
          <BookOpen size={18} aria-hidden="true" />
        </HeadButton>
        <HeadButton
          label={say(theme === 'lamp' ? 'shell.to-day' : 'shell.to-lamp')}
          onClick={() => dispatch(personChanged({ theme: theme === 'lamp' ? 'day' : 'lamp' }))}
        >
          {theme === 'lamp' ? <Sun size={18} aria-hidden="true" /> : <Flame size={18} aria-hidden="true" />}
        </HeadButton>
        <HeadButton label={say('settings.title')} onClick={() => onOpen('settings')}>
          <Keyboard size={18} aria-hidden="true" />
        </HeadButton>
      </div>
    </div>
  );
});

interface HeadButtonProps {
  readonly label: string;
  readonly onClick: () => void;
  readonly children: ReactNode;
}

/** A small drawing in the head of every page, with its name. */
function HeadButton({ label, onClick, children }: HeadButtonProps) {
  return (
    <button
      type="button"
      className="flex h-9 w-9 items-center justify-center rounded-sm hover:bg-lime max-wide:h-11 max-wide:w-7"
      aria-label={label}
      onClick={onClick}
    >
      {children}
    </button>
  );
}

// dialogs come with the first key or click that asks for them
const LogSomething = lazy(async () => ({
  default: (await import('../areas/today/LogSomething.tsx')).LogSomething,
}));
const Search = lazy(async () => ({ default: (await import('./Search.tsx')).Search }));
const TurnedDown = lazy(async () => ({ default: (await import('./TurnedDown.tsx')).TurnedDown }));
const Glossary = lazy(async () => ({ default: (await import('./Glossary.tsx')).Glossary }));
const Settings = lazy(async () => ({ default: (await import('./Settings.tsx')).Settings }));

/** Toasts are of the same paper as the rest: no shadow, no float of their own. */
const toasts = {
  // a tired person reads slowly, and the way back should still be there
  duration: 12_000,
  unstyled: true,
  classNames: {
    toast:
      'flex w-[356px] max-w-[92vw] items-center justify-between gap-3 rounded-md border-[1.5px] border-slate bg-paper px-4 py-3 font-sans text-base text-slate',
    actionButton: 'min-h-9 shrink-0 rounded-sm bg-slate px-3 font-bold text-chalk',
  },
};

function Toasts() {
  const say = useSay();
  return (
    <Toaster
      visibleToasts={1}
      position="bottom-right"
      mobileOffset={{ bottom: 72 }}
      toastOptions={toasts}
      containerAriaLabel={say('shell.notifications')}
    />
  );
}

// the same element each time: going from layer to layer does not draw the textures anew
const common = (
  <>
    <Textures />
    <SedimentPatterns />
    <Toasts />
  </>
);

type Opened = 'search' | 'settings' | 'glossary' | 'log' | 'turned-down' | null;

/** The application, once the facts are there. */
export function Shell() {
  const say = useSay();
  const { status, facts } = useAppSelector(s => s.log);
  useTheme();
  if (status === 'loading') return <p className="p-10 text-ash">{say('shell.loading')}</p>;
  if (status === 'unreachable') {
    return (
      <main className="p-10">
        <h1 className="text-title">{say('shell.unreachable')}</h1>
        <p className="mt-2 max-w-[60ch]">{say('shell.unreachable.way')}</p>
      </main>
    );
  }
  if (!facts.group.isSetUp) {
    return (
      <div className="h-full overflow-auto">
        {common}
        <FirstRun />
      </div>
    );
  }
  return <Layers groupName={facts.group.name} />;
}

/** Column, reach, and the layer that is open: each in turn, so that a slow machine answers meanwhile. */
function Layers({ groupName }: { groupName: string }) {
  const say = useSay();
  const { undoLast } = useRecord();
  const [opened, setOpened] = useState<Opened>(null);
  const navigate = useNavigate();
  const context = useMemo((): ShellContext => ({ logSomething: () => setOpened('log') }), []);
  const turn = useInTurn(3);
  useLayerKeys();
  useArrival();
  useTitle();
  usePrimaryKey();
  useKey(
    '/',
    useCallback(() => setOpened('search'), []),
  );
  useKey(
    '?',
    useCallback(() => setOpened('settings'), []),
  );
  useKey(
    'g',
    useCallback(() => setOpened('glossary'), []),
  );
  useKey(
    'n',
    useCallback(() => setOpened('log'), []),
  );
  useKey('u', undoLast);
  useKey(
    't',
    useCallback(() => void navigate('/store?view=table'), [navigate]),
  );

  return (
    <div className="flex h-full">
      {common}
      <a
        href="#layer"
        className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-paper focus:p-2"
      >
        {say('shell.skip')}
      </a>
      {turn > 0 ? <Column groupName={groupName} /> : <div className="w-[164px] shrink-0 max-wide:hidden" />}
      <div className="flex min-w-0 flex-1 flex-col">
        <header className="flex h-[72px] shrink-0 items-center gap-4 border-b border-slate px-5 max-wide:h-14 max-wide:px-3">
          {turn > 1 && <Reach />}
          {turn > 2 && <HeaderSide onOpen={setOpened} />}
        </header>
        <main id="layer" tabIndex={-1} className="relative min-h-0 flex-1 overflow-auto outline-none">
          <ClockFault />
          <WaitingFault />
          {turn > 2 && (
            <InTurn>
              <Outlet context={context} />
            </InTurn>
          )}
        </main>
        <Strip />
      </div>
      <Suspense fallback={null}>
        {opened === 'search' && <Search open onClose={() => setOpened(null)} />}
        {opened === 'glossary' && <Glossary open onClose={() => setOpened(null)} />}
        {opened === 'settings' && <Settings open onClose={() => setOpened(null)} />}
        {opened === 'turned-down' && <TurnedDown open onClose={() => setOpened(null)} />}
        {opened === 'log' && <LogSomething open onClose={() => setOpened(null)} />}
      </Suspense>
    </div>
  );
}

/** What the shell lends to the layer that is open. */
export interface ShellContext {
  readonly logSomething: () => void;
}
