import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { ContainerFacts } from '#core/log/facts.ts';
import { useWaterState } from '../../app/hooks.ts';
import { useSay } from '../../texts/texts.ts';
import { Button } from '../../ui/Button.tsx';
import { DrawForm } from './acts/DrawForm.tsx';
import { CondemnForm, EmptyForm, FailForm, InspectForm } from './acts/EndForms.tsx';
import { FillForm } from './acts/FillForm.tsx';
import { MoveForm } from './acts/MoveForm.tsx';
import { ReadForm } from './acts/ReadForm.tsx';
import { SanitiseForm } from './acts/SanitiseForm.tsx';

export interface ActFormProps {
  readonly container: ContainerFacts;
  readonly onDone: () => void;
}

const forms = {
  draw: DrawForm,
  rotate: FillForm,
  fill: FillForm,
  read: ReadForm,
  move: MoveForm,
  sanitise: SanitiseForm,
  inspect: InspectForm,
  empty: EmptyForm,
  fail: FailForm,
  condemn: CondemnForm,
} as const;

type ActId = keyof typeof forms | 'dose';

const ofFull: readonly ActId[] = [
  'rotate',
  'dose',
  'draw',
  'read',
  'move',
  'inspect',
  'empty',
  'fail',
  'condemn',
];
const ofEmpty: readonly ActId[] = ['fill', 'sanitise', 'move', 'inspect', 'condemn'];
/** Acts on water that nobody may drink. */
const ofFailed: readonly ActId[] = ['empty', 'draw', 'read', 'inspect', 'condemn'];

/** What can be done with a container as it is now; each act opens in place. */
export function ContainerActs({ container, onDone }: { container: ContainerFacts; onDone?: () => void }) {
  const say = useSay();
  const navigate = useNavigate();
  const [open, setOpen] = useState<keyof typeof forms | null>(null);
  const state = useWaterState().containers[container.id];
  const ids = state?.state === 'empty' ? ofEmpty : state?.state === 'failed' ? ofFailed : ofFull;
  const running = state?.state === 'waiting';
  const choose = (id: ActId) => {
    if (id !== 'dose') return setOpen(open === id ? null : id);
    onDone?.();
    void navigate(running ? `/bench/${container.id}` : `/bench?container=${container.id}`);
  };
  const Form = open && ids.includes(open) ? forms[open] : undefined;
  return (
    <div className="flex flex-col gap-4">
      <div className="grid grid-cols-3 gap-2">
        {ids.map((id, i) => (
          <Button
            key={id}
            look={i === 0 && !running ? 'primary' : 'plain'}
            aria-expanded={id === 'dose' ? undefined : open === id}
            className="px-1!"
            onClick={() => choose(id)}
          >
            {say(id === 'dose' && running ? 'act.sheet' : `act.${id}`)}
          </Button>
        ))}
      </div>
      {Form && (
        <div className="border-t-2 border-slate pt-3">
          <Form
            container={container}
            onDone={() => {
              setOpen(null);
              onDone?.();
            }}
          />
        </div>
      )}
    </div>
  );
}
