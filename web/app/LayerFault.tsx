import { useEffect } from 'react';
import { useRouteError } from 'react-router';
import { useSay } from '../texts/texts.ts';
import { Button } from '../ui/Button.tsx';

/** A layer that broke says so in its own place: the others, the reach and what waits to be sent are untouched. */
export function LayerFault() {
  const say = useSay();
  const error = useRouteError();
  useEffect(() => console.error(error), [error]);
  return (
    <div className="max-w-[60ch] p-6" role="alert">
      <h1 className="text-title">{say('fault.title')}</h1>
      <p className="my-3">{say('fault.how')}</p>
      <p className="mb-3 font-mono text-small text-ash">
        {String((error as Error | null)?.message ?? error)}
      </p>
      <Button look="primary" onClick={() => location.reload()}>
        {say('fault.again')}
      </Button>
    </div>
  );
}
