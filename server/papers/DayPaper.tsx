import type { ReactElement } from 'react';
import type { WorkFacts } from '#core/areas/daywork/facts.ts';
import { instantOf, numberOf } from '#core/areas/daywork/underway.ts';
import type { Instant } from '#core/base/day.ts';
import type { Message, Params } from '#core/base/judgement.ts';
import type { Facts } from '#core/log/facts.ts';
import type { Schedule } from '#core/planning/schedule/schedule.ts';
import { type Turn, turnsOf } from '#core/planning/schedule/turns.ts';
import { sayTo } from '#web/texts/catalogue.ts';
import * as dates from '#web/texts/dates.ts';
import type { Reader } from '#web/texts/format.ts';
import { lyingMm, pageOf } from './page.ts';
import { Document, FAMILY, Line, mm, Page, Rect, StyleSheet, Svg, Text, View } from './parts.ts';

const styles = StyleSheet.create({
  page: { padding: mm(10), fontFamily: FAMILY, fontSize: 9, lineHeight: 1.25, color: '#000' },
  answer: { fontSize: 20, fontWeight: 700, lineHeight: 1.15, marginTop: mm(1) },
  columns: { flexDirection: 'row', flexWrap: 'wrap', marginTop: mm(3) },
  hand: { marginBottom: mm(2) },
  fit: { fontSize: 11, fontWeight: 700, marginTop: mm(0.5) },
  head: { fontSize: 11, fontWeight: 700, borderBottomWidth: 1, marginBottom: 1 },
  line: { flexDirection: 'row' },
  tick: { width: 7, height: 7, borderWidth: 0.8, marginRight: 3, marginTop: 2 },
  time: { width: 30 },
  caution: { marginTop: mm(2), borderLeftWidth: 2, paddingLeft: mm(2), fontSize: 9 },
});

interface Options {
  readonly facts: Facts;
  readonly work: WorkFacts;
  readonly schedule: Schedule;
  readonly reader: Reader;
  readonly now: Instant;
}

/** Room at both sides of the sheet of hours (mm). */
const SIDES_MM = 20;
const MOST_COLUMNS = 4;
/** Between two columns (% of the page). */
const GUTTER = 1.5;
/** Letters of the lists, and what is left for them and the sheet on a page that lies (pt). */
const [LEAST_PT, MOST_PT, LINE] = [5, 9, 1.55];
const ROOM_PT = 410;

/** Lines of the longest column of each row of columns. */
const longestRows = (lengths: readonly number[], columns: number): number =>
  lengths.reduce(
    (sum, _, i) => (i % columns === 0 ? sum + Math.max(...lengths.slice(i, i + columns)) : sum),
    0,
  );

const rowsOf = ({ problem }: WorkFacts, { bars }: Schedule): number =>
  problem.hands.length +
  problem.tools.filter(t => bars.some(b => b.tool === t.id || b.stove === t.id)).length;
const sheetPt = (work: WorkFacts, schedule: Schedule): number => TOP + rowsOf(work, schedule) * ROW;
const LABEL = 70;
const ROW = 11;
const TOP = 12;

/** What a hand does at a time, with a box to tick. */
function TurnLine({ at, words }: { at: string; words: string }) {
  return (
    <View style={styles.line} wrap={false}>
      <View style={styles.tick} />
      <Text style={styles.time}>{at}</Text>
      <Text style={{ flex: 1 }}>{words}</Text>
    </View>
  );
}

/** A day's work as one page for the wall: the sheet of hours, and under it what each pair of hands does when. */
export function dayPaper({ facts, work, schedule, reader, now }: Options): ReactElement {
  const say = (text: string | Message, params: Params = {}) => sayTo(reader, text, params);
  const { problem } = work;
  const end = schedule.endMin;
  const stages = new Map(problem.lines.flatMap(l => l.stages).map(s => [s.id, s]));
  const timeOf = (minute: number) => dates.time(instantOf(work, minute), reader.timeZone);
  const batchOf = (bar: Turn) =>
    say('work.batch', {
      method: `work.method.${stages.get(bar.stage)?.method}`,
      number: numberOf(bar.batch),
    });
  const toolOf = (id: string) => {
    const tool = problem.tools.find(t => t.id === id);
    return tool ? say(`work.tool.${tool.kind}`, { number: Number(id.split('-').at(-1)) || 1 }) : id;
  };
  const wordsOf = (bar: Turn) =>
    say(bar.tool ? 'day.page.bar' : 'day.page.bar.carry', {
      steps: bar.phases.map(phase => `work.step.${phase}`).join(','),
      batch: batchOf(bar),
      tool: bar.tool ? toolOf(bar.tool) : '',
    });
  const turns = turnsOf(schedule);
  const byHand = problem.hands.map(hand => ({ hand, turns: turns.filter(t => t.hand === hand.id) }));
  const columns = Math.min(MOST_COLUMNS, byHand.length);
  const lines =
    Math.ceil(byHand.length / columns) +
    longestRows(
      byHand.map(h => h.turns.length),
      columns,
    );
  // one page, however long the day: its letters are as large as there is room for them
  const fontSize = Math.max(LEAST_PT, Math.min(MOST_PT, (ROOM_PT - sheetPt(work, schedule)) / lines / LINE));
  const [wideMm, highMm] = lyingMm[pageOf(reader)];
  return (
    <Document title={say('day.title')}>
      <Page
        size={pageOf(reader)}
        orientation="landscape"
        style={[styles.page, { minHeight: mm(highMm) }]}
        wrap={false}
      >
        <Text>{say('day.page.title', { group: facts.group.name })}</Text>
        <Text style={styles.answer}>
          {say(end === undefined ? 'day.page.answer.never' : 'day.page.answer', {
            needL: problem.needL,
            endText: end === undefined ? '' : timeOf(end),
          })}
        </Text>
        {work.tier && <Text style={styles.fit}>{say(`safe.tier.${work.tier}`)}</Text>}
        <Text>{say('day.page.of', { at: now, batches: schedule.batches.length })}</Text>
        <Hours
          width={mm(wideMm - SIDES_MM)}
          work={work}
          schedule={schedule}
          timeOf={timeOf}
          toolOf={toolOf}
        />
        <View style={styles.columns}>
          {byHand.map(({ hand, turns: mine }) => (
            <View
              key={hand.id}
              style={[
                styles.hand,
                { width: `${100 / columns - GUTTER}%`, marginRight: `${GUTTER}%`, fontSize },
              ]}
            >
              <Text style={styles.head}>{hand.id}</Text>
              {mine.map(bar => (
                <TurnLine key={`${bar.batch} ${bar.phases[0]}`} at={timeOf(bar.from)} words={wordsOf(bar)} />
              ))}
            </View>
          ))}
        </View>
        <Text style={styles.caution}>
          {say('day.caution')} {say('caution.authority')}
        </Text>
      </Page>
    </Document>
  );
}

interface HoursProps {
  readonly work: WorkFacts;
  readonly schedule: Schedule;
  readonly timeOf: (minute: number) => string;
  readonly toolOf: (id: string) => string;
  /** How wide the sheet is (pt). */
  readonly width: number;
}

/** The ruled sheet in black on white: hands first, then the tools; what a hand does is filled, what stands is open. */
function Hours({ work: { problem }, schedule, timeOf, toolOf, width }: HoursProps) {
  const { bars } = schedule;
  const first = bars[0]?.from ?? 0;
  const last = Math.max(first + 240, ...bars.map(b => b.until));
  const perMin = (width - LABEL) / (last - first);
  const xOf = (at: number) => LABEL + (at - first) * perMin;
  const tools = problem.tools.filter(t => bars.some(b => b.tool === t.id || b.stove === t.id));
  const rows = [
    ...problem.hands.map(h => ({ name: h.id, bars: bars.filter(b => b.hand === h.id), isHand: true })),
    ...tools.map(t => ({
      name: toolOf(t.id),
      bars: bars.filter(b => b.tool === t.id || b.stove === t.id),
      isHand: false,
    })),
  ];
  const height = TOP + rows.length * ROW + 2;
  const everyMin = Math.max(60, Math.ceil((last - first) / 14 / 60) * 60);
  const marks = Array.from(
    { length: Math.floor((last - first) / everyMin) + 1 },
    (_, i) => first + i * everyMin,
  );
  return (
    <View style={{ marginTop: mm(2), width: width, height }}>
      <Svg width={width} height={height}>
        {marks.map(at => (
          <Line key={at} x1={xOf(at)} x2={xOf(at)} y1={TOP - 2} y2={height} stroke="#999" strokeWidth={0.5} />
        ))}
        {rows.map((row, i) => (
          <Line
            key={row.name}
            x1={LABEL}
            x2={width}
            y1={TOP + (i + 1) * ROW}
            y2={TOP + (i + 1) * ROW}
            stroke="#ccc"
            strokeWidth={0.4}
          />
        ))}
        {rows.flatMap((row, i) =>
          row.bars.map(bar => (
            <Rect
              key={`${row.name} ${bar.batch} ${bar.phase}`}
              x={xOf(bar.from)}
              y={TOP + i * ROW + 2}
              width={Math.max(0.8, (bar.until - bar.from) * perMin)}
              height={ROW - 4}
              fill={row.isHand ? '#333' : bar.hand || bar.stove ? '#777' : '#fff'}
              stroke={row.isHand ? '#fff' : '#000'}
              strokeWidth={0.5}
            />
          )),
        )}
      </Svg>
      {marks.map(at => (
        <Text key={at} style={{ position: 'absolute', left: xOf(at) + 1, top: 0, fontSize: 8 }}>
          {timeOf(at)}
        </Text>
      ))}
      {rows.map((row, i) => (
        <Text
          key={row.name}
          style={{
            position: 'absolute',
            left: 0,
            top: TOP + i * ROW,
            width: LABEL - 4,
            fontSize: 8,
            maxLines: 1,
          }}
        >
          {row.name}
        </Text>
      ))}
    </View>
  );
}
