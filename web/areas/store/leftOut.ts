import type { ListRow } from '#core/storage/containers/listRow.ts';
import { download } from '../../app/download.ts';
import type { Say } from '../../texts/texts.ts';

/** The rows that are left out as a file of their own, each with its reason: mended there, it is taken in like any list. */
export async function saveLeftOut(
  heading: readonly string[],
  rows: readonly ListRow[],
  say: Say,
): Promise<void> {
  const { default: Papa } = await import('papaparse');
  const table = [
    [...heading, say('take-in.why')],
    ...rows.map(row => [
      ...heading.map((_, column) => row.cells[column] ?? ''),
      row.judgements.map(j => say(j.judgement.reason)).join(' '),
    ]),
  ];
  const csv = Papa.unparse(table, { escapeFormulae: true });
  download(new Blob([csv], { type: 'text/csv' }), say('take-in.left-out-file'));
}
