import { X } from 'lucide-react';
import { Dialog as Radix } from 'radix-ui';
import type { ReactNode } from 'react';
import { useSay } from '../texts/texts.ts';

interface Props {
  readonly title: string;
  readonly open: boolean;
  readonly onClose: () => void;
  readonly children: ReactNode;
  readonly wide?: boolean;
}

/** Something to settle before going on: names the thing, Escape leaves it. */
export function Dialog({ title, open, onClose, children, wide = false }: Props) {
  const say = useSay();
  return (
    <Radix.Root open={open} onOpenChange={next => !next && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-slate/40" />
        <Radix.Content
          aria-describedby={undefined}
          className={`fixed top-1/2 left-1/2 z-40 max-h-[92vh] w-[94vw] ${wide ? 'max-w-[720px]' : 'max-w-[520px]'} -translate-x-1/2 -translate-y-1/2 overflow-auto border-[1.5px] border-slate bg-chalk p-6`}
        >
          <div className="mb-3 flex items-start justify-between gap-4">
            <Radix.Title className="text-large">{title}</Radix.Title>
            <Radix.Close aria-label={say('dialog.close')} className="-m-2 p-2">
              <X size={19} aria-hidden="true" />
            </Radix.Close>
          </div>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
