import { useEffect, useRef, useState } from 'react';
import { type Held, held } from '../../workers/held.ts';
import type { ListAnswer, ListQuestion, ListWorker } from '../../workers/listWorker.ts';

const nothingRead: ListAnswer = {
  head: 0,
  heading: [],
  above: [],
  fields: [],
  reading: { rows: [], unclearDates: 0, unclearNumbers: 0, unitless: [], askedWaters: [] },
};

/** What a worker makes of a list; the last answer stands until the next one comes. */
export function useReadList(question: ListQuestion): ListAnswer {
  const reader = useRef<Held<ListWorker> | null>(null);
  const [answer, setAnswer] = useState(nothingRead);
  useEffect(
    () => () => {
      reader.current?.end();
      reader.current = null;
    },
    [],
  );
  useEffect(() => {
    if (question.text.trim() === '') {
      setAnswer(nothingRead);
      return;
    }
    reader.current ??= held<ListWorker>(
      new Worker(new URL('../../workers/listWorker.ts', import.meta.url), { type: 'module' }),
    );
    let isWanted = true;
    void reader.current.remote.read(question).then(next => isWanted && setAnswer(next));
    return () => {
      isWanted = false;
    };
  }, [question]);
  return answer;
}
