import { useState } from 'react';
import { useNavigate } from 'react-router';
import { type ActId, offeredActs } from '#core/areas/store/acts.ts';
import type { ContainerFacts } from '#core/areas/store/facts.ts';
import { useStateNow } from '../session/hooks.ts';
import { useFacts, useWaterState } from '../session/state.ts';
import { useSay } from '../texts/texts.ts';
import { Button } from '../ui/Button.tsx';
import { ApartForm } from './ApartForm.tsx';
import type { ActFormProps } from './actForm.ts';
import { DipForm } from './DipForm.tsx';
import { DrawForm } from './DrawForm.tsx';
import { CondemnForm, EmptyForm, FailForm, InspectForm } from './EndForms.tsx';
import { FillForm } from './FillForm.tsx';
import { IllForm } from './IllForm.tsx';
import { MoveForm } from './MoveForm.tsx';
import { ReadForm } from './ReadForm.tsx';
import { ReadingForm } from './ReadingForm.tsx';
import { SanitiseForm } from './SanitiseForm.tsx';

const forms = {
  draw: DrawForm,
  dip: DipForm,
  rotate: FillForm,
  fill: FillForm,
  read: ReadForm,
  test: ({ container, onDone }: ActFormProps) => (
    <ReadingForm subject={container.id} name={container.code} onDone={onDone} />
  ),
  move: MoveForm,
  sanitise: SanitiseForm,
  inspect: InspectForm,
  empty: EmptyForm,
  fail: FailForm,
  ill: ({ container, onDone }: ActFormProps) => <IllForm subject={container.id} onDone={onDone} />,
  apart: ApartForm,
  condemn: CondemnForm,
} as const;

type FormId = keyof typeof forms;
const hasForm = (id: ActId): id is FormId => id in forms;

/** What can be done with a container as it is now; each act opens in place. */
export function ContainerActs({ container, onDone }: { container: ContainerFacts; onDone?: () => void }) {
  const say = useSay();
  const navigate = useNavigate();
  const [open, setOpen] = useState<FormId | null>(null);
  const facts = useFacts();
  const now = useStateNow();
  const state = useWaterState().containers[container.id];
  if (!state) return null;
  const ids = offeredActs(facts, container, state, now);
  const sheet = container.held?.[0]?.sheet ?? container.id;
  const choose = (id: ActId) => {
    if (hasForm(id)) return setOpen(open === id ? null : id);
    onDone?.();
    void navigate(id === 'sheet' ? `/bench/${sheet}` : `/bench?container=${container.id}`);
  };
  const Form = open && ids.includes(open) ? forms[open] : undefined;
  return (
    <div className="flex flex-col gap-4">
      <div className="grid grid-cols-3 gap-2">
        {ids.map((id, i) => (
          <Button
            key={id}
            look={i === 0 && id !== 'sheet' ? 'primary' : 'plain'}
            aria-expanded={hasForm(id) ? open === id : undefined}
            className="px-1!"
            onClick={() => choose(id)}
          >
            {say(`act.${id}`)}
          </Button>
        ))}
      </div>
      {Form && (
        <div className="border-t-2 border-slate pt-3">
          <Form
            container={container}
            onDone={() => {
              // what is recorded late closes its own form, and none that was opened since
              setOpen(now => (now === open ? null : now));
              onDone?.();
            }}
          />
        </div>
      )}
    </div>
  );
}
