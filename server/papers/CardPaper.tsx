import type { ReactElement } from 'react';
import { judgeCare } from '#core/areas/plan/care.ts';
import { cardUntil, caresOf, stepWords } from '#core/areas/trains/safe.ts';
import type { Day } from '#core/base/day.ts';
import { type Message, message } from '#core/base/judgement.ts';
import type { Facts } from '#core/log/facts.ts';
import type { Method, MethodAnswer, Step as MethodStep } from '#core/treatment/methods/method.ts';
import type { TrainCase } from '#core/treatment/trains/grade.ts';
import type { Train } from '#core/treatment/trains/train.ts';
import { sayTo } from '#web/texts/catalogue.ts';
import type { Reader } from '#web/texts/format.ts';
import { shortWords } from '#web/texts/trainWords.ts';
import { pageOf } from './page.ts';
import { Document, FAMILY, mm, Page, StyleSheet, Text, View } from './parts.ts';

const styles = StyleSheet.create({
  page: { padding: mm(13), fontFamily: FAMILY, fontSize: 10.5, lineHeight: 1.3, color: '#000' },
  answer: { fontSize: 26, fontWeight: 700, lineHeight: 1.15, marginTop: mm(2) },
  under: { fontSize: 13, marginTop: mm(1.5) },
  batches: { fontSize: 13, fontWeight: 700, marginTop: mm(1.5) },
  leg: { marginTop: mm(3), borderTopWidth: 1, paddingTop: mm(1.5) },
  head: { fontSize: 14, fontWeight: 700 },
  step: { flexDirection: 'row', marginTop: mm(1.2) },
  tick: { width: mm(4), height: mm(4), borderWidth: 1, marginRight: mm(2.5), marginTop: 1 },
  small: { fontSize: 10 },
  caution: { marginTop: mm(3), borderLeftWidth: 2, paddingLeft: mm(2), fontSize: 10 },
  void: { marginTop: mm(3), fontSize: 13, fontWeight: 700 },
});

interface Options {
  readonly facts: Facts;
  readonly of: TrainCase;
  readonly train: Train;
  readonly reader: Reader;
  readonly today: Day;
}

/** A train as a page for the wall: what to do with which thing of the group's, how long, and until when it may be gone by. */
export function trainCard({ facts, of, train, reader, today }: Options): ReactElement {
  const say = (text: string | Message, params = {}) => sayTo(reader, text, params);
  const short = shortWords(train, say);
  return (
    <Document title={say('card.title')}>
      <Page size={pageOf(reader)} style={styles.page}>
        <Text>{say('card.of', { group: facts.group.name, today })}</Text>
        <Text style={styles.answer}>{say(`card.answer.${train.tier}`, { volumeL: train.endL })}</Text>
        <Text style={styles.under}>
          {say('card.from', {
            water: `water.${of.water}`,
            turbidityNtu: of.found.turbidityNtu,
            minutes: train.minutes,
          })}
        </Text>
        {train.amount && train.amount.batches > 1 && (
          <Text style={styles.batches}>
            {say('safe.batches', { batches: train.amount.batches, batchL: train.amount.batchL })}
          </Text>
        )}
        {train.amount?.ends && (
          <Text style={styles.batches}>
            {say('safe.ends', {
              ...{ endL: train.endL, askedL: train.amount.askedL },
              name: train.amount.ends.name ?? '',
            })}
          </Text>
        )}
        {short && <Text style={styles.small}>{short}</Text>}
        <Step text={say('step.train.vessels')} />
        {train.steps.map((taken, i) => (
          <View key={taken.means.id} style={styles.leg} wrap={false}>
            <Text style={styles.head}>
              {say('safe.step', { number: i + 1, words: say(stepWords(taken)) })}
            </Text>
            <Text style={styles.small}>
              {say('safe.step.by', {
                name: taken.means.name ?? say(message(`thing.${taken.means.id}`)),
                minutes: taken.minutes,
              })}
            </Text>
            <Steps of={taken.answer.steps} reader={reader} />
          </View>
        ))}
        {judgeCare(facts, caresOf(train), today).map(j => (
          <Text key={j.reason.id} style={styles.caution}>
            {say(j.reason)} {j.remedy ? say(j.remedy) : ''}
          </Text>
        ))}
        {train.tier === 'whole' ? null : <Text style={styles.caution}>{say(`safe.left.${train.tier}`)}</Text>}
        <Text style={styles.void}>{say('card.void', { untilDay: cardUntil(train, facts, today) })}</Text>
        <Text style={styles.caution}>
          {say('safe.caution')} {say('caution.authority')}
        </Text>
      </Page>
    </Document>
  );
}

/** A method by itself as a page for the wall. */
export function methodCard({
  facts,
  method,
  answer,
  reader,
  today,
}: Pick<Options, 'facts' | 'reader' | 'today'> & {
  readonly method: Method;
  readonly answer: MethodAnswer;
}): ReactElement {
  const say = (text: string | Message, params = {}) => sayTo(reader, text, params);
  const means = Object.values(facts.supply)
    .filter(s => method.supplies.includes(s.kind))
    .map(s => ({ means: { supply: s.id } }));
  return (
    <Document title={say(`method.${method.id}`)}>
      <Page size={pageOf(reader)} style={styles.page}>
        <Text>{say('card.of', { group: facts.group.name, today })}</Text>
        <Text style={styles.answer}>{say(`method.${method.id}`)}</Text>
        <Text style={styles.under}>{say(answer.headline)}</Text>
        {answer.under && <Text>{say(answer.under)}</Text>}
        {answer.working.map(line => (
          <Text key={line.id} style={styles.small}>
            {say(line)}
          </Text>
        ))}
        <View style={styles.leg}>
          <Steps of={answer.steps} reader={reader} />
        </View>
        {answer.judgements.map(j => (
          <Text key={j.reason.id} style={styles.caution}>
            {say(j.reason)} {j.remedy ? say(j.remedy) : ''}
          </Text>
        ))}
        <Text style={styles.void}>
          {say('card.void', { untilDay: cardUntil({ steps: means }, facts, today) })}
        </Text>
        <Text style={styles.caution}>
          {say(`method.${method.id}.caution`)} {say('caution.authority')}
        </Text>
      </Page>
    </Document>
  );
}

/** Steps to tick, each with its minutes, and what to do when its reading does not pass. */
function Steps({ of, reader }: { readonly of: readonly MethodStep[]; readonly reader: Reader }) {
  const say = (text: string | Message, params = {}) => sayTo(reader, text, params);
  return of.map(step => (
    <Step
      key={step.id}
      text={say(step.text)}
      {...(step.waitMin ? { note: say('sheet.wait-note', { minutes: step.waitMin }) } : {})}
      {...(step.onFail ? { note: say(step.onFail) } : {})}
    />
  ));
}

function Step({ text, note }: { readonly text: string; readonly note?: string }) {
  return (
    <View style={styles.step}>
      <View style={styles.tick} />
      <View style={{ flex: 1 }}>
        <Text>{text}</Text>
        {note && <Text style={styles.small}>{note}</Text>}
      </View>
    </View>
  );
}
