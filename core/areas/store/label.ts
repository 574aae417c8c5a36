import { dayOf } from '../../base/day.ts';
import { type Message, message } from '../../base/judgement.ts';
import type { Facts } from '../../log/facts.ts';
import { isOverdose } from '../../treatment/chlorine/batch.ts';
import { leftParams } from '../../water/quality/advice.ts';
import { noticesOn } from '../sources/known.ts';
import type { ContainerFacts } from './facts.ts';
import type { ContainerState } from './state.ts';

/** What a label says, line by line; texts by their ids. */
export interface Label {
  readonly container: string;
  readonly code: string;
  /** What it is: drinking, utility, waiting, failed or empty. */
  readonly grade: Message;
  /** True where nobody may drink it: printed large. */
  readonly notForDrinking: boolean;
  readonly lines: readonly Message[];
  readonly where: string;
}

function gradeOf(state: ContainerState): Message {
  if (state.state === 'empty') return message('label.empty');
  if (state.state === 'waiting') return message('label.waiting');
  if (state.state === 'failed') return message(state.fitness?.label ?? 'label.failed');
  if (state.state === 'past') return message('label.utility');
  return message(state.fitness?.label ?? 'label.utility');
}

/** Nobody drinks it for what was found in it, or about its vessel: the label says what that is. */
const isKeptFrom = ({ state, isFound }: ContainerState): boolean => state === 'failed' || isFound === true;

/** How long it is good, what is left in it, and which step would take that out. */
function keepsLines(state: ContainerState): Message[] {
  const { goodUntil: until, fitness } = state;
  if (!until || state.state === 'past') return [];
  const good = until.at
    ? message('label.good-until-at', { untilAt: until.at, untilDay: until.day })
    : message('label.good-until', { untilDay: until.day });
  const left = fitness?.left ?? [];
  return left.length > 0 ? [good, message('label.left', leftParams(left))] : [good];
}

/** The label of a container as it is now: code, contents, grade, filled, good until, treatment, by whom, where. */
export function labelOf(facts: Facts, container: ContainerFacts, state: ContainerState): Label {
  const { fill } = container;
  // what was found stands first: the rest of a small label may be rubbed off
  const lines: Message[] = isKeptFrom(state) ? [state.judgement.reason] : [];
  if (fill && state.litres > 0) {
    lines.push(message('label.holds', { litres: state.litres, water: `water.${fill.water}` }));
    const sources = new Set(
      fill.from?.flatMap(part => (part.source && facts.source[part.source]?.name) || []),
    );
    if (sources.size > 0) lines.push(message('label.from', { source: [...sources].join(', ') }));
    for (const notice of noticesOn(facts, fill))
      lines.push(message('label.notice', { kind: `notice.${notice.kind}`, authority: notice.authority }));
    lines.push(message('label.filled', { filledDay: dayOf(fill.at, facts.group.timeZone) }));
  }
  lines.push(...keepsLines(state));
  for (const { id, severity } of state.past ?? [])
    lines.push(
      message(severity === 'short' ? 'label.lifelong' : 'label.infant', { name: `parameter.${id}` }),
    );
  if (container.setApart) lines.push(message('label.set-apart', { what: container.setApart }));
  if (state.batch && state.standing && state.standing.doses > 0) {
    const { school } = state.batch.instruction;
    const { dosedMgL, round } = state.standing;
    // what went in, not what was meant to
    const doseMl = state.batch.events.reduce((sum, e) => sum + (e.what === 'dosed' ? e.doseMl : 0), 0);
    lines.push(message('label.treated', { school: `school.${school}`, doseMl }));
    if (isOverdose(state.batch, dosedMgL, round)) lines.push(message('label.overdose', { mgL: dosedMgL }));
    lines.push(message('label.by', { by: state.batch.by }));
  }
  const place = facts.place[container.place];
  return {
    container: container.id,
    code: container.code,
    grade: gradeOf(state),
    notForDrinking: state.state !== 'empty' && !(state.goodUntil && state.state !== 'past'),
    lines,
    where: [place?.name, container.shelf, place?.finding].filter(Boolean).join(', '),
  };
}

/** Lines that keep somebody from harm. */
const CAUTIONS = ['notice', 'left', 'infant', 'lifelong', 'overdose'].map(id => `label.${id}`);

const rank = ({ id }: Message): number => (!id.startsWith('label.') ? 0 : CAUTIONS.includes(id) ? 1 : 2);

/** The lines of a label in the order in which they are printed: where there is no room for all, the last are left out. */
export const linesToPrint = ({ lines }: Label): Message[] => [...lines].sort((a, b) => rank(a) - rank(b));

/** How many of them, the first, nobody may miss: what was found, and what keeps somebody from harm. */
export const cautionsOf = ({ lines }: Label): number => lines.filter(line => rank(line) < 2).length;

/** What a label says, as one text to compare: a label is printed again only when this changed. */
export function saysOf(label: Label): string {
  const values = [label.grade, ...label.lines].map(m =>
    `${m.id} ${Object.values(m.params ?? {}).join(' ')}`.trim(),
  );
  return [label.code, ...values, label.where].join(' | ').slice(0, 400);
}
