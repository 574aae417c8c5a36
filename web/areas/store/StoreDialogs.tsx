import { lazy, Suspense } from 'react';
import { useFacts } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { SetDown } from './SetDown.tsx';

// they come when they are asked for, or while nothing else happens
const FoundDialog = lazy(async () => ({ default: (await import('./FoundDialog.tsx')).FoundDialog }));
const LabelDialog = lazy(async () => ({ default: (await import('./LabelDialog.tsx')).LabelDialog }));
const LabelReader = lazy(async () => ({ default: (await import('./LabelReader.tsx')).LabelReader }));
const PlaceEditor = lazy(async () => ({ default: (await import('./PlaceEditor.tsx')).PlaceEditor }));
const StockTake = lazy(async () => ({ default: (await import('./StockTake.tsx')).StockTake }));
const TakeIn = lazy(async () => ({ default: (await import('./TakeIn.tsx')).TakeIn }));

/** What is open over the store: one of its dialogs, the labels of some or of all, a place or a new one. */
export type Opened =
  | { readonly is: 'set-down' | 'stock-take' | 'found' | 'read' | 'take-in' }
  | { readonly is: 'labels'; readonly of: readonly string[] | 'all' }
  | { readonly is: 'place'; readonly id: string };

interface Props {
  readonly opened: Opened | null;
  readonly onClose: () => void;
}

/** The dialogs of the store. */
export function StoreDialogs({ opened, onClose }: Props) {
  return <Suspense fallback={null}>{opened && <Opening opened={opened} onClose={onClose} />}</Suspense>;
}

function Opening({ opened, onClose }: { readonly opened: Opened; readonly onClose: () => void }) {
  const say = useSay();
  const facts = useFacts();
  switch (opened.is) {
    case 'set-down':
      return (
        <Dialog title={say('store.set-down')} open onClose={onClose} wide>
          <SetDown onDone={onClose} />
        </Dialog>
      );
    case 'labels':
      return <LabelDialog {...(opened.of === 'all' ? {} : { only: opened.of })} onClose={onClose} />;
    case 'stock-take':
      return <StockTake onClose={onClose} />;
    case 'found':
      return <FoundDialog onClose={onClose} />;
    case 'read':
      return <LabelReader onClose={onClose} />;
    case 'take-in':
      return <TakeIn onClose={onClose} />;
    case 'place': {
      const place = opened.id === 'new' ? 'new' : facts.place[opened.id];
      return place ? <PlaceEditor key={opened.id} place={place} onClose={onClose} /> : null;
    }
  }
}
