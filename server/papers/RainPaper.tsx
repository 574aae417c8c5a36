import type { ReactElement } from 'react';
import type { RainPlan } from '#core/areas/rain/fields.ts';
import { areaOf, assumedCoefficient, catchmentsOf, recordOf } from '#core/areas/rain/known.ts';
import { goesByDays, ownLitres, yearCvOf } from '#core/areas/rain/plan.ts';
import { headline, moreAnswers, underHeadline } from '#core/areas/rain/words.ts';
import type { Day } from '#core/base/day.ts';
import type { Message } from '#core/base/judgement.ts';
import type { Facts } from '#core/log/facts.ts';
import type { RainAnswer } from '#core/rain/catchment/question.ts';
import { MONTHS, sumOf, yearsOf } from '#core/rain/weather/normals.ts';
import { sayTo } from '#web/texts/catalogue.ts';
import type { Reader } from '#web/texts/format.ts';
import * as format from '#web/texts/format.ts';
import { pageOf } from './page.ts';
import { Document, FAMILY, Line, mm, Page, Polyline, StyleSheet, Svg, Text, View } from './parts.ts';

const styles = StyleSheet.create({
  page: { padding: mm(18), fontFamily: FAMILY, fontSize: 10, lineHeight: 1.35, color: '#000' },
  small: { fontSize: 9 },
  title: { fontSize: 12 },
  answer: { fontSize: 24, fontWeight: 700, lineHeight: 1.15, marginTop: mm(2) },
  under: { fontSize: 12, marginTop: mm(1.5) },
  head: { fontSize: 12, fontWeight: 700, marginTop: mm(5), borderBottomWidth: 1, paddingBottom: 2 },
  row: { flexDirection: 'row', borderBottomWidth: 0.5, borderBottomColor: '#999', paddingVertical: 1.5 },
  cell: { width: mm(34) },
  bold: { fontWeight: 700 },
});

const CURVE = { w: mm(174), h: mm(48) };
/** Sizes of the table: each fourth of the forty that were tried. */
const EACH = 4;

interface Options {
  readonly facts: Facts;
  readonly plan: RainPlan;
  readonly answer: RainAnswer;
  readonly reader: Reader;
  readonly today: Day;
}

/** How big a tank, and how sure, on one page in plain words for a committee. */
export function rainPaper({ facts, plan, answer, reader, today }: Options): ReactElement {
  const say = (text: string | Message, params = {}) => sayTo(reader, text, params);
  const ownL = ownLitres(facts, plan);
  const points = answer.points.filter((_, i) => i % EACH === EACH - 1);
  return (
    <Document title={say('rain.pdf.title')}>
      <Page size={pageOf(reader)} style={styles.page}>
        <Text style={styles.title}>{say('rain.pdf.of', { group: facts.group.name, today })}</Text>
        <Text style={styles.answer}>{say(headline(answer, plan, ownL))}</Text>
        <Text style={styles.under}>{say(underHeadline(answer))}</Text>
        <Text style={styles.head}>{say('rain.pdf.asked')}</Text>
        {inputs(facts, plan, answer, reader).map(line => (
          <Text key={line}>{line}</Text>
        ))}
        <Text style={styles.head}>{say('rain.pdf.answers')}</Text>
        {moreAnswers(answer, plan).map(line => (
          <Text key={line.id}>{say(line)}</Text>
        ))}
        <Text style={styles.head}>{say('rain.curve')}</Text>
        <Curve answer={answer} plan={plan} />
        <View style={styles.row}>
          {(['size', 'days', 'band', 'volume', 'spilled'] as const).map(head => (
            <Text key={head} style={[styles.cell, styles.bold]}>
              {say(`rain.costs.head.${head}`)}
            </Text>
          ))}
        </View>
        {points.map(p => (
          <View key={p.sizeL} style={styles.row}>
            <Text style={styles.cell}>{format.litres(p.sizeL, reader.units)}</Text>
            <Text style={styles.cell}>{format.percent(p.timeShare)}</Text>
            <Text style={styles.cell}>
              {say('rain.costs.band', { lowShare: p.lowShare, highShare: p.highShare })}
            </Text>
            <Text style={styles.cell}>{format.percent(p.volumeShare)}</Text>
            <Text style={styles.cell}>{format.percent(p.spilledShare)}</Text>
          </View>
        ))}
        <Text style={[styles.small, { marginTop: mm(4) }]}>
          {[
            ...(goesByDays(facts, plan) ? [] : [say('rain.caution.droughts')]),
            say('rain.caution.frost'),
            ...(plan.use === 'drinking' ? [say('rain.caution.drinking')] : []),
            say('rain.caution.trade', { sizeL: answer.life.sizeL, tankKg: answer.life.sizeL }),
          ].join(' ')}
        </Text>
      </Page>
    </Document>
  );
}

/** What went in, a line each: with the seed, so that anybody has the same again. */
function inputs(facts: Facts, plan: RainPlan, answer: RainAnswer, reader: Reader): string[] {
  const say = (text: string, params = {}) => sayTo(reader, text, params);
  const record = plan.record ? facts.rainfall[plan.record] : undefined;
  return [
    ...catchmentsOf(facts)
      .filter(c => plan.catchments.includes(c.id))
      .map(c =>
        say('rain.pdf.roof', {
          name: c.name,
          areaM2: areaOf(c),
          surface: `surface.${c.surface}`,
          coefficient: assumedCoefficient(c),
          flushMm: c.flushMm,
        }),
      ),
    say('rain.pdf.need', {
      needL: sumOf(plan.needL) / MONTHS,
      use: `rain.use.${plan.use}`,
      askedShare: plan.askedShare,
    }),
    record && goesByDays(facts, plan)
      ? say('rain.pdf.record', { name: record.name, years: Math.round(yearsOf(recordOf(record).mm)) })
      : say('rain.pdf.years', {
          years: plan.years,
          climate: {
            ...{ normals: 'rain.weather.normals', record: 'rain.weather.of-record' },
            climate: `weather-climate.${plan.climate}`,
          }[plan.weather],
          yearCv: yearCvOf(plan),
          seed: String(plan.seed),
        }),
    say('rain.pdf.year', {
      yearMm: answer.yearMm,
      wetDays: Math.round(answer.yearWetDays),
      rule: `rain.rule.${plan.rule}`,
    }),
  ];
}

/** Days with water by size, with the tenths of the years and the asked share. */
function Curve({ answer, plan }: { answer: RainAnswer; plan: RainPlan }) {
  const most = answer.points.at(-1)!.sizeL;
  const x = (sizeL: number) => (sizeL / most) * CURVE.w;
  const y = (share: number) => (1 - share) * (CURVE.h - 4) + 2;
  const line = (of: (p: RainAnswer['points'][number]) => number) =>
    answer.points.map(p => `${x(p.sizeL).toFixed(1)},${y(of(p)).toFixed(1)}`).join(' ');
  return (
    <Svg width={CURVE.w} height={CURVE.h} style={{ marginVertical: mm(2) }}>
      {[0, 0.25, 0.5, 0.75, 1].map(share => (
        <Line key={share} x1={0} x2={CURVE.w} y1={y(share)} y2={y(share)} stroke="#bbb" strokeWidth={0.5} />
      ))}
      <Polyline
        points={line(p => p.lowShare)}
        stroke="#555"
        strokeWidth={0.7}
        strokeDasharray="3 2"
        fill="none"
      />
      <Polyline
        points={line(p => p.highShare)}
        stroke="#555"
        strokeWidth={0.7}
        strokeDasharray="3 2"
        fill="none"
      />
      <Polyline points={line(p => p.timeShare)} stroke="#000" strokeWidth={1.6} fill="none" />
      <Line
        x1={0}
        x2={CURVE.w}
        y1={y(plan.askedShare)}
        y2={y(plan.askedShare)}
        stroke="#000"
        strokeWidth={1}
      />
    </Svg>
  );
}
