import type { ReactElement } from 'react';
import type { Day } from '#core/base/day.ts';
import type { Facts } from '#core/log/facts.ts';
import type { Compared } from '#core/treatment/trains/compare.ts';
import { sayTo } from '#web/texts/catalogue.ts';
import { type ComparedColumn, comparedCell, comparedColumns } from '#web/texts/comparedWords.ts';
import type { Reader } from '#web/texts/format.ts';
import type { Say } from '#web/texts/texts.ts';
import { lyingMm, pageOf } from './page.ts';
import { Document, FAMILY, mm, Page, StyleSheet, Text, View } from './parts.ts';

const MARGIN_MM = 8;
const styles = StyleSheet.create({
  page: { padding: mm(MARGIN_MM), fontFamily: FAMILY, fontSize: 8.2, lineHeight: 1.2, color: '#000' },
  title: { fontSize: 15, fontWeight: 700, lineHeight: 1.2, marginBottom: mm(1) },
  head: {
    flexDirection: 'row',
    borderBottomWidth: 1,
    paddingVertical: 1.5,
    fontWeight: 700,
    alignItems: 'flex-end',
  },
  row: { flexDirection: 'row', borderBottomWidth: 0.5, borderBottomColor: '#999', paddingVertical: 1.5 },
  bold: { fontWeight: 700 },
  note: { marginTop: mm(2) },
});

/** How wide each column is beside the others. */
const widths: Readonly<Record<ComparedColumn, number>> = {
  ...{ name: 41, bacteria: 14, viruses: 12, protozoa: 12, crypto: 11, out: 38, in: 30 },
  ...{ time: 19, hand: 12, takes: 27, cost: 14, bad: 64 },
};
const whole = Object.values(widths).reduce((sum, width) => sum + width, 0);

interface Options {
  readonly facts: Facts;
  readonly rows: readonly Compared[];
  readonly reader: Reader;
  readonly today: Day;
}

/** Every way to treat water side by side, on one page that lies. */
export function methodsPaper({ facts, rows, reader, today }: Options): ReactElement {
  const say: Say = (text, params = {}) => sayTo(reader, text, params);
  const size = pageOf(reader);
  const widthMm = lyingMm[size][0] - 2 * MARGIN_MM;
  const cell = (column: ComparedColumn) => ({
    width: mm((widthMm * widths[column]) / whole),
    paddingRight: 3,
  });
  return (
    <Document title={say('compare.title')}>
      <Page size={size} orientation="landscape" style={styles.page}>
        <Text style={styles.title}>{say('compare.title')}</Text>
        <Text>{say('compare.of', { group: facts.group.name, today, volumeL: rows[0]!.litres })}</Text>
        <View style={styles.head}>
          {comparedColumns.map(column => (
            <Text key={column} style={cell(column)}>
              {say(`compare.${column}`)}
            </Text>
          ))}
        </View>
        {rows.map(row => (
          <View key={row.means.id} style={styles.row} wrap={false}>
            {comparedColumns.map(column => (
              <Text key={column} style={column === 'name' ? [cell(column), styles.bold] : cell(column)}>
                {comparedCell(row, column, reader.units, say)}
              </Text>
            ))}
          </View>
        ))}
        <Text style={styles.note}>{say('compare.note')}</Text>
      </Page>
    </Document>
  );
}
