import { useEffect, useMemo, useRef, useState } from 'react';
import { allKinds } from '#core/areas/store/state.ts';
import { dayOf } from '#core/base/day.ts';
import { useFacts, useToday } from '../../session/state.ts';
import { type KeptWorker, keptWorker } from '../../workers/keptWorker.ts';
import type { ListAnswer, ListQuestion, ListWorker } from '../../workers/listWorker.ts';
import type { Gallon, ListAnswers } from './listAnswers.ts';

const nothingRead: ListAnswer = {
  head: 0,
  heading: [],
  above: [],
  fields: [],
  reading: { rows: [], unclearDates: 0, unclearNumbers: 0, unitless: [], askedWaters: [] },
};

/** A list as text, with what somebody answered about it, read against what is in the store. */
export function useReadList(text: string, answers: ListAnswers, gallon: Gallon): ListAnswer {
  const facts = useFacts();
  const today = useToday();
  const known = useMemo(
    () =>
      new Map(
        Object.values(facts.container).map(c => [
          c.code.toLowerCase(),
          { kind: c.kind, ...(c.fill ? { filledOn: dayOf(c.fill.at, facts.group.timeZone) } : {}) },
        ]),
      ),
    [facts],
  );
  const question = useMemo(
    (): ListQuestion => ({
      text,
      corrected: answers.fields,
      kinds: allKinds(facts),
      system: gallon,
      today,
      known,
      columnUnit: answers.units,
      waters: answers.waters,
      mended: answers.mended,
      ...(answers.head === undefined ? {} : { head: answers.head }),
      ...(answers.first ? { dayFirst: answers.first === 'day' } : {}),
      ...(answers.mark ? { decimal: answers.mark === 'comma' ? ',' : '.' } : {}),
    }),
    [text, answers, facts, gallon, today, known],
  );
  return useAnswer(question);
}

/** What a worker makes of a list; the last answer stands until the next one comes. */
function useAnswer(question: ListQuestion): ListAnswer {
  const reader = useRef<KeptWorker<ListWorker> | null>(null);
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
    reader.current ??= keptWorker<ListWorker>(
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
