import { useState } from 'react';
import { ContainerActs } from '../../acts/ContainerActs.tsx';
import { useFacts } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { Sentence, TextBlank } from '../../ui/Blank.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

/** Codes offered while typing; the rest is found by typing on. */
const MOST_OFFERS = 200;

/** `n`: logs something new about a container, by the code on its label. */
export function LogSomething({ open, onClose }: { open: boolean; onClose: () => void }) {
  const say = useSay();
  return (
    <Dialog title={say('log.title')} open={open} onClose={onClose}>
      {open && <ByCode onDone={onClose} />}
    </Dialog>
  );
}

function ByCode({ onDone }: { onDone: () => void }) {
  const say = useSay();
  const facts = useFacts();
  const [code, setCode] = useState('');
  const containers = Object.values(facts.container);
  const wanted = code.trim().toLowerCase();
  const container = containers.find(c => c.code.toLowerCase() === wanted);
  return (
    <>
      <Sentence>
        <Phrase
          text="log.sentence"
          blanks={{
            code: (
              <TextBlank
                label={say('log.code')}
                value={code}
                onValue={setCode}
                placeholder={containers[0]?.code ?? ''}
                offers={containers.slice(0, MOST_OFFERS).map(c => c.code)}
                fault={
                  wanted && !container && !containers.some(c => c.code.toLowerCase().startsWith(wanted))
                    ? 'log.no-such-code'
                    : undefined
                }
              />
            ),
          }}
        />
      </Sentence>
      {container && (
        <div className="mt-4">
          <ContainerActs key={container.id} container={container} onDone={onDone} />
        </div>
      )}
    </>
  );
}
