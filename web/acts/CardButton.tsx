import { toast } from 'sonner';
import { download } from '../app/download.ts';
import { posted } from '../session/asked.ts';
import { usePrinted } from '../session/state.ts';
import { useSay } from '../texts/texts.ts';
import { Button } from '../ui/Button.tsx';

interface Props {
  /** Where the server makes it, and of what. */
  readonly path: string;
  readonly of: object;
  readonly file: string;
}

/** What is to be done as a page for the wall: the server works it out anew. */
export function CardButton({ path, of, file }: Props) {
  const say = useSay();
  const printed = usePrinted();
  const take = async () => {
    const res = await fetch(path, posted({ ...of, ...printed })).catch(() => undefined);
    if (res?.ok) download(await res.blob(), file);
    else toast.error(say('safe.card.fault'));
  };
  return <Button onClick={() => void take()}>{say('safe.card')}</Button>;
}
