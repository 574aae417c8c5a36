import { useNavigate } from 'react-router';
import { citations } from '#core/base/citations.ts';
import type { Message } from '#core/base/judgement.ts';
import { type Credit, targets } from '#core/treatment/credit/credit.ts';
import type { Guarded } from '#core/treatment/methods/answer.ts';
import { MEANT, type Method, type MethodAnswer } from '#core/treatment/methods/method.ts';
import { listing } from '../../texts/lists.ts';
import { useSay } from '../../texts/texts.ts';
import { Button } from '../../ui/Button.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { carryTo, type SetBlank } from './methodForm.ts';

/** What stands where the water itself forbids the method. */
export const stoppedAnswer: MethodAnswer = {
  headline: { id: 'answer.stop' },
  working: [],
  judgements: [],
  steps: [],
  uses: [],
};

/** The answer, large, with its working; or that there is none. */
export function AnswerBox({
  answer,
  isStopped,
  promised,
}: {
  answer: MethodAnswer;
  isStopped: boolean;
  promised: Message | undefined;
}) {
  const say = useSay();
  const navigate = useNavigate();
  const { carries } = answer;
  return (
    <div
      className={`border-[1.5px] bg-paper p-5 ${isStopped ? 'border-iron' : 'border-slate'}`}
      data-testid="method-answer"
      data-stopped={isStopped}
    >
      <p
        className={`text-[40px] leading-[46px] font-extrabold tracking-tight max-wide:text-title ${isStopped ? 'text-iron' : ''}`}
      >
        {say(answer.headline)}
      </p>
      {answer.under && <p className="text-large">{say(answer.under)}</p>}
      {promised && (
        <p className="mt-1 font-semibold" data-testid="promise">
          {say(promised)}
        </p>
      )}
      {answer.working.map(line => (
        <p key={line.id} className="mt-1 text-ash">
          {say(line)}
        </p>
      ))}
      {carries && (
        <Button
          className="mt-3"
          onClick={() => {
            carryTo(carries.method, carries.inputs);
            void navigate(`/bench?method=${carries.method}`);
          }}
        >
          {say('carries.to', { method: `method.${carries.method}` })}
        </Button>
      )}
    </div>
  );
}

/** The correction of what somebody would have done, one click away. */
export function MakeIt({ answer, set }: { answer: Guarded; set: SetBlank }) {
  const say = useSay();
  const { due, guard } = answer;
  if (!due || !guard) return null;
  return (
    <p>
      <Button onClick={() => set(MEANT, due.amount)}>
        {say('due.make-it', { amount: due.amount, unit: `due.${due.unit}` })}
      </Button>
    </p>
  );
}

/** What this run earns for each kind of germ, and where that is published: said once, from this answer. */
export function CreditLine({ method, credit }: { method: Method; credit: Credit }) {
  const say = useSay();
  const earns = targets.filter(target => credit[target] > 0);
  const named = (hazards: Method['removes']) => listing(hazards.map(h => say(`hazard.${h}`)));
  return (
    <p className="text-small text-ash" data-testid="credit-line">
      <Phrase
        text="credit.line"
        params={{
          figures: earns.map(t => say('credit.figure', { target: `log.${t}`, value: credit[t] })).join(' · '),
          removes: named(method.removes),
          concentrates: named(method.concentrates),
        }}
        blanks={{ source: <span>{citations['who-hwt']}</span> }}
        cases={{
          earns: earns.length > 0 ? 'yes' : 'no',
          removes: method.removes.length > 0 ? 'yes' : undefined,
          concentrates: method.concentrates.length > 0 ? 'yes' : undefined,
        }}
      />
    </p>
  );
}
