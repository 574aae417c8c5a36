import { useCallback } from 'react';
import { subjectName } from '#core/areas/readings/naming.ts';
import { useFacts } from '../session/state.ts';
import { useSay } from '../texts/texts.ts';

/** What people call whatever is tested: a vessel, a source, a filter, or a sheet by its method. */
export function useTestedName(): (subject: string) => string {
  const say = useSay();
  const facts = useFacts();
  return useCallback(
    subject => {
      const sheet = facts.sheet[subject];
      if (!sheet) return subjectName(facts, subject);
      const code = facts.container[sheet.container ?? '']?.code;
      return [say(`method.${sheet.method}`), code].filter(Boolean).join(' ');
    },
    [say, facts],
  );
}
