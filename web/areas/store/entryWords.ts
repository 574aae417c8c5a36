import { useCallback } from 'react';
import type { Params } from '#core/judgement.ts';
import type { Entry } from '#core/log/entry.ts';
import { useFacts } from '../../app/hooks.ts';
import { useSay } from '../../texts/texts.ts';

/** Values of an entry's data that its sentence in the catalogue is filled with. */
function paramsOf(entry: Entry): Params {
  switch (entry.kind) {
    case 'filled':
      return { volumeL: entry.data.volumeL.value, water: `water.${entry.data.water}` };
    case 'origin.seen': {
      const [asked, answer] = Object.entries(entry.data)[0] ?? [];
      return { answer: `origin.${asked}.${answer}` };
    }
    case 'drawn':
      return {
        volumeL: entry.data.volumeL,
        use: `draw.${entry.data.use}`,
        pieces: entry.data.pieces ?? 0,
      };
    case 'emptied':
      return { to: `empty.${entry.data.to}` };
    case 'batch.begun':
      return {
        school: `school.${entry.data.school}`,
        targetMgL: entry.data.targetMgL,
        doseMl: entry.data.doseMl,
        contactMin: entry.data.contactMin,
      };
    case 'checked':
      return { found: entry.data.chemicalSmell ? 'check.chemical' : `clarity-name.${entry.data.clarity}` };
    case 'dosed':
      return { doseMl: entry.data.doseMl, strengthMgMl: entry.data.strengthMgMl };
    case 'read':
      return entry.data.mgL === undefined
        ? { what: `smell.${entry.data.smell ?? 'none'}`, method: `method.${entry.data.method}` }
        : { mgL: entry.data.mgL, method: `method.${entry.data.method}` };
    case 'sanitised':
      return { waterL: entry.data.waterL, bleachMl: entry.data.bleachMl };
    case 'inspected':
      return { found: `finding.${entry.data.found}` };
    case 'failed':
      return { why: `fail.${entry.data.why}` };
    case 'condemned':
    case 'batch.abandoned':
      return { why: entry.data.why };
    case 'container.added':
      return { code: entry.data.code };
    case 'bottles.logged':
      return { what: `bottle-event.${entry.data.what}`, count: entry.data.count ?? 0 };
    case 'filter.logged':
      return { what: `filter-event.${entry.data.what}` };
    case 'sheet.begun':
      return { method: `method.${entry.data.method}` };
    case 'sheet.ended':
      return { method: `method.${entry.data.method}`, outcome: `sheet.word.${entry.data.outcome}` };
    case 'list.taken':
      return { rows: entry.data.rows };
    case 'noted':
      return { text: entry.data.text };
    default:
      return {};
  }
}

/** The text of an entry: some kinds have more than one. */
function idOf(entry: Entry): string {
  if (entry.kind === 'read' && entry.data.mgL === undefined) return 'entry.smelled';
  return entry.kind === 'drawn' && entry.data.pieces ? 'entry.drawn.pieces' : `entry.${entry.kind}`;
}

/** An entry in words, as it stands in a history. */
export function useEntryWords(): (entry: Entry) => string {
  const say = useSay();
  const facts = useFacts();
  return useCallback(
    entry => {
      const into = entry.kind === 'drawn' && entry.data.into;
      if (into) return say('entry.drawn.into', { code: facts.container[into]?.code ?? '' });
      const place = entry.kind === 'moved' ? { place: facts.place[entry.data.place]?.name ?? '' } : {};
      return say(idOf(entry), { ...paramsOf(entry), ...place });
    },
    [say, facts.place, facts.container],
  );
}
