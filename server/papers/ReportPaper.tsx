import type { ReactElement } from 'react';
import type { MonthReport, ReportFail } from '#core/areas/readings/report.ts';
import type { Day } from '#core/base/day.ts';
import type { Duty } from '#core/base/duty.ts';
import type { Standing } from '#core/water/quality/limits.ts';
import { sayTo } from '#web/texts/catalogue.ts';
import * as dates from '#web/texts/dates.ts';
import type { Reader } from '#web/texts/format.ts';
import { pageOf } from './page.ts';
import { Document, FAMILY, mm, Page, StyleSheet, Text, View } from './parts.ts';

const styles = StyleSheet.create({
  page: { padding: mm(18), fontFamily: FAMILY, fontSize: 10, lineHeight: 1.35, color: '#000' },
  title: { fontSize: 22, fontWeight: 700, lineHeight: 1.1 },
  answer: { fontSize: 13, fontWeight: 700, marginTop: mm(3) },
  head: { fontSize: 12, fontWeight: 700, marginTop: mm(6), borderBottomWidth: 1, paddingBottom: 2 },
  row: { flexDirection: 'row', borderBottomWidth: 0.5, borderBottomColor: '#999', paddingVertical: 2 },
  name: { width: mm(46) },
  cell: { width: mm(28) },
  fail: { marginTop: mm(2) },
  bold: { fontWeight: 700 },
  small: { fontSize: 8.5, marginTop: mm(6) },
});

const standings: readonly Standing[] = ['pass', 'watch', 'fail', 'cannot-say'];
/** What waits that a page has room for. */
const MOST_DUE = 8;

interface ReportOptions {
  readonly report: MonthReport;
  readonly due: readonly Duty[];
  readonly group: string;
  readonly reader: Reader;
  readonly today: Day;
}

/** The tests of a month on one page, in plain words, to pin up. */
export function reportPaper({ report, due, group, reader, today }: ReportOptions): ReactElement {
  const say = (id: string, params = {}) => sayTo(reader, id, params);
  const failed = report.fails.filter(f => f.standing === 'fail');
  return (
    <Document title={say('report.title', { month: dates.month(report.month) })}>
      <Page size={pageOf(reader)} style={styles.page}>
        <Text style={styles.title}>{say('report.title', { month: dates.month(report.month) })}</Text>
        <Text>{say('report.of', { group, today })}</Text>
        <Text style={styles.answer}>
          {report.count === 0
            ? say('report.none')
            : say(failed.length === 0 ? 'report.good' : 'report.bad', {
                count: report.count,
                subjects: report.subjects,
                failed: failed.length,
              })}
        </Text>
        {report.lines.length > 0 && (
          <View>
            <Text style={styles.head}>{say('report.counts')}</Text>
            <View style={styles.row}>
              <Text style={[styles.name, styles.bold]}>{say('report.parameter')}</Text>
              {standings.map(s => (
                <Text key={s} style={[styles.cell, styles.bold]}>
                  {say(`standing.${s}`)}
                </Text>
              ))}
            </View>
            {report.lines.map(({ parameter, by }) => (
              <View key={parameter} style={styles.row}>
                <Text style={styles.name}>{say(`parameter.${parameter}`)}</Text>
                {standings.map(s => (
                  <Text key={s} style={styles.cell}>
                    {by[s] === 0 ? '–' : String(by[s])}
                  </Text>
                ))}
              </View>
            ))}
          </View>
        )}
        {report.fails.length > 0 && <Fails fails={report.fails} more={report.more} reader={reader} />}
        {due.length > 0 && (
          <View>
            <Text style={styles.head}>{say('report.due')}</Text>
            {due.slice(0, MOST_DUE).map(d => (
              <Text key={d.id}>{say('report.due-line', { day: d.day, what: sayTo(reader, d.what) })}</Text>
            ))}
            {due.length > MOST_DUE && <Text>{say('report.more', { count: due.length - MOST_DUE })}</Text>}
          </View>
        )}
        <Text style={styles.small}>{say('report.caution')}</Text>
      </Page>
    </Document>
  );
}

function Fails({ fails, more, reader }: { fails: readonly ReportFail[]; more: number; reader: Reader }) {
  return (
    <View>
      <Text style={styles.head}>{sayTo(reader, 'report.fails')}</Text>
      {fails.map(f => (
        <View key={`${f.name} ${f.at} ${f.read.id}`} style={styles.fail} wrap={false}>
          <Text style={styles.bold}>
            {sayTo(reader, 'report.fail-line', {
              name: f.name,
              at: f.at,
              standing: sayTo(reader, `standing.${f.standing}`),
            })}
          </Text>
          <Text>{sayTo(reader, f.why)}</Text>
          {f.follow && <Text>{sayTo(reader, f.follow)}</Text>}
        </View>
      ))}
      {more > 0 && <Text>{sayTo(reader, 'report.more', { count: more })}</Text>}
    </View>
  );
}
