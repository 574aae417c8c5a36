import { useEffect, useRef, useState } from 'react';
import { type KeptWorker, keptWorker } from '../../workers/keptWorker.ts';
import type { AskedRecord, ReadRecord, RecordWorker } from '../../workers/recordWorker.ts';

/** Reads decades of days in a worker, as they are pasted and put right; what was read last stands until then. */
export function useReadRecord(asked: AskedRecord): ReadRecord | undefined {
  const worker = useRef<KeptWorker<RecordWorker> | null>(null);
  const [result, setResult] = useState<ReadRecord | undefined>();
  useEffect(
    () => () => {
      worker.current?.end();
      worker.current = null;
    },
    [],
  );
  useEffect(() => {
    let isCurrent = true;
    if (asked.text.trim() === '') {
      setResult(undefined);
      return undefined;
    }
    worker.current ??= keptWorker<RecordWorker>(
      new Worker(new URL('../../workers/recordWorker.ts', import.meta.url), { type: 'module' }),
    );
    void worker.current.remote.read(asked).then(read => {
      if (isCurrent) setResult(read);
    });
    return () => {
      isCurrent = false;
    };
  }, [asked]);
  return result;
}
