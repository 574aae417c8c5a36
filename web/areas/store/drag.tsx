import { DndContext, type DragEndEvent, type DragOverEvent, useDraggable, useDroppable } from '@dnd-kit/core';
import { type ReactNode, useState } from 'react';
import type { Mode } from '#contract/log.ts';
import { type Judgement, refusals } from '#core/base/judgement.ts';
import { useRecord } from '../../app/undo.tsx';
import { type Draft, draft } from '../../session/draft.ts';
import { useSession } from '../../session/hooks.ts';
import { useFacts } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { Button } from '../../ui/Button.tsx';
import { useDragging } from '../../ui/dragging.ts';
import { Judgements } from '../../ui/JudgementLine.tsx';

/** Where a container can be let go: a place's floor, or one of its shelves. */
export interface Spot {
  readonly place: string;
  readonly shelf?: string;
}

const spotId = ({ place, shelf }: Spot): string => `${place} ${shelf ?? ''}`;
const spotOf = (id: string): Spot => {
  const [place = '', shelf = ''] = id.split(' ');
  return shelf ? { place, shelf } : { place };
};

interface Hint {
  readonly container: string;
  readonly spot: Spot;
  readonly judgements: readonly Judgement[];
  /** It was let go there and refused. */
  readonly isRefused: boolean;
}

const movedTo = (container: string, spot: Spot): Draft[] => [draft('moved', container, { ...spot })];

/** Drags containers from shelf to shelf: mass and load are judged while it hangs, and a refusal says why beside it. */
export function DragField({ children }: { children: ReactNode }) {
  const say = useSay();
  const { outbox } = useSession();
  const facts = useFacts();
  const { recordAndTell } = useRecord();
  const dragging = useDragging();
  const [hint, setHint] = useState<Hint | null>(null);

  const hangs = ({ active, over }: DragOverEvent) => {
    if (!over) return setHint(null);
    const container = String(active.id);
    const spot = spotOf(String(over.id));
    setHint({
      container,
      spot,
      judgements: outbox.judge(movedTo(container, spot)),
      isRefused: false,
    });
  };
  const letGo = async ({ active, over }: DragEndEvent) => {
    const container = facts.container[String(active.id)];
    if (!over || !container) return setHint(null);
    const spot = spotOf(String(over.id));
    if (container.place === spot.place && (container.shelf ?? '') === (spot.shelf ?? ''))
      return setHint(null);
    const judgements = outbox.judge(movedTo(container.id, spot));
    if (refusals(judgements).length > 0)
      return setHint({ container: container.id, spot, judgements, isRefused: true });
    await move(container.id, spot);
  };
  const move = (container: string, spot: Spot, mode?: Mode) => {
    const [code, place] = [facts.container[container]?.code ?? '', facts.place[spot.place]?.name ?? ''];
    setHint(null);
    return recordAndTell(movedTo(container, spot), say('move.told', { code, place }), mode);
  };

  return (
    <DndContext
      {...dragging}
      onDragOver={hangs}
      onDragEnd={event => void letGo(event)}
      onDragCancel={() => setHint(null)}
    >
      {children}
      {hint && hint.judgements.length > 0 && (
        <DragHint
          hint={hint}
          onHappened={() => void move(hint.container, hint.spot, 'happened')}
          onLeave={() => setHint(null)}
        />
      )}
    </DndContext>
  );
}

interface DragHintProps {
  readonly hint: Hint;
  readonly onHappened: () => void;
  readonly onLeave: () => void;
}

/** What is said of the spot over which a container hangs, or where it was let go and refused. */
function DragHint({ hint, onHappened, onLeave }: DragHintProps) {
  const say = useSay();
  const facts = useFacts();
  const place = facts.place[hint.spot.place]?.name ?? '';
  return (
    <div data-testid="drag-hint" className="mb-3 border-[1.5px] border-slate bg-paper p-3">
      <p className="mb-2 font-semibold">
        {facts.container[hint.container]?.code} →{' '}
        {hint.spot.shelf ? say('place.on-shelf', { place, id: hint.spot.shelf }) : place}
      </p>
      <Judgements
        of={hint.judgements}
        action={
          hint.isRefused && (
            <>
              <Button look="stop" onClick={onHappened}>
                {say('act.happened')}
              </Button>
              <Button onClick={onLeave}>{say('dialog.leave')}</Button>
            </>
          )
        }
      />
    </div>
  );
}

interface ZoneProps {
  readonly spot: Spot;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** A shelf's or a floor's room, which lights up while something hangs over it. */
export function DropZone({ spot, x, y, width, height }: ZoneProps) {
  const { setNodeRef, isOver } = useDroppable({ id: spotId(spot) });
  return (
    <rect
      ref={element => setNodeRef(element as unknown as HTMLElement | null)}
      data-spot={spotId(spot)}
      x={x}
      y={y}
      width={Math.max(0, width)}
      height={Math.max(0, height)}
      fill={isOver ? 'var(--pool-2)' : 'transparent'}
      stroke={isOver ? 'var(--slate)' : 'none'}
      strokeDasharray="4 3"
    />
  );
}

/** What a container needs to be dragged. */
export function useDrag(container: string) {
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id: container });
  return {
    ref: (element: SVGGElement | null) => setNodeRef(element as unknown as HTMLElement | null),
    listeners,
    isDragging,
    ...(transform ? { transform: `translate(${transform.x} ${transform.y})` } : {}),
  };
}
