import { useRef, useState } from 'react';
import { photoPath } from '#contract/routes.ts';
import { draft } from '../session/draft.ts';
import { useSay } from '../texts/texts.ts';
import { Button } from '../ui/Button.tsx';
import { keepPhoto } from './photo.ts';
import { useRecord } from './undo.tsx';

interface Props {
  readonly subject: string;
  readonly name: string;
  readonly digest: string | undefined;
}

/** The last photo of a container or a place, and the way to another: a phone offers its camera. */
export function Photo({ subject, name, digest }: Props) {
  const say = useSay();
  const { recordAndTell } = useRecord();
  return (
    <div>
      {digest && (
        <img
          src={photoPath(digest)}
          alt={say('photo.of', { name })}
          className="mb-1 max-h-[220px] w-full border border-rule object-contain"
        />
      )}
      <TakePhoto
        isAnother={digest !== undefined}
        onKept={kept =>
          recordAndTell([draft('photographed', subject, { digest: kept })], say('photo.told', { name }))
        }
      />
    </div>
  );
}

interface TakeProps {
  readonly isAnother: boolean;
  /** The picture is on the server: its digest is for an entry to name. */
  readonly onKept: (digest: string) => unknown;
}

/** Takes a picture and keeps it; what went wrong is said, and nothing else is lost. */
export function TakePhoto({ isAnother, onKept }: TakeProps) {
  const say = useSay();
  const input = useRef<HTMLInputElement>(null);
  const [fault, setFault] = useState(false);
  const take = async (file: File | undefined) => {
    if (!file) return;
    setFault(false);
    try {
      await onKept(await keepPhoto(file));
    } catch {
      setFault(true);
    }
  };
  return (
    <>
      <input
        ref={input}
        type="file"
        accept="image/*"
        className="sr-only"
        tabIndex={-1}
        aria-label={say('photo.file')}
        onChange={e => void take(e.target.files?.[0])}
      />
      <Button look="quiet" onClick={() => input.current?.click()}>
        {say(isAnother ? 'photo.another' : 'photo.add')}
      </Button>
      {fault && (
        <p role="alert" className="text-iron">
          {say('photo.fault')}
        </p>
      )}
    </>
  );
}
