import { addMinutes } from '#core/calendar/day.ts';
import type { ListReading, Proposal } from '#core/containers/list.ts';
import { noCredit } from '#core/ct/credit.ts';
import { message } from '#core/judgement.ts';
import type { Facts } from '#core/log/facts.ts';
import { foldOnto } from '#core/log/fold.ts';
import { doStep } from '#core/methods/method.ts';
import { now } from '../../log/clock.ts';
import { type Draft, draft, newSubject, stamped } from '../../log/record.ts';
import { nextCodes, placeDrafts } from './settingDown.ts';

/** Entries that set down every container that was read, in places made where there are none. */
export function takingIn(reading: ListReading, facts: Facts, home: string): Draft[] {
  let known = facts;
  const drafts: Draft[] = [];
  const add = (list: readonly Draft[]) => {
    drafts.push(...list);
    known = foldOnto(known, stamped(list, 'list'));
  };
  const proposals = reading.rows.flatMap(r => r.proposals);
  const codes = nextCodes(facts, proposals.length);
  for (const p of proposals) {
    const { place, drafts: making } = placeDrafts(known, p.place, home, p.building);
    if (making.length > 0) add(making);
    const container = newSubject('container');
    const shelf = known.place[place]?.shelves.find(s => s.id.toLowerCase() === p.shelf?.toLowerCase());
    // noon of the day, but never later than now: a row of today is taken in before lunch too
    const noon = `${p.filledOn}T12:00:00.000Z`;
    const at = p.filledOn && noon < now() ? noon : now();
    drafts.push(
      draft(
        'container.added',
        container,
        {
          code: p.code ?? codes.shift()!,
          kind: p.kind.id,
          place,
          role: p.role,
          heldBefore: p.heldBefore,
          ...(shelf ? { shelf: shelf.id } : {}),
          ...(p.note ? { note: p.note } : {}),
          ...(p.setApart ? { setApart: p.setApart } : {}),
        },
        // a container is set down just before it was filled
        { at: addMinutes(at, -1) },
      ),
      ...waterDrafts(p, container, at),
    );
  }
  return drafts;
}

/** The water in it, what was read in it, and what the list says of it since. */
function waterDrafts(p: Proposal, container: string, at: string): Draft[] {
  const drafts: Draft[] = [];
  if (p.water && p.litres) {
    const volumeL = { value: p.litres, known: 'label' } as const;
    const { water, origin, printedUntil, sealed = true } = p;
    drafts.push(
      draft(
        'filled',
        container,
        {
          volumeL,
          water,
          sealed,
          ...(origin ? { origin } : {}),
          ...(printedUntil ? { printedUntil } : {}),
        },
        { at },
      ),
    );
    // nobody wrote when it was read: as early as it can have been
    if (p.residualMgL !== undefined)
      drafts.push(draft('read', container, { method: 'dpd', mgL: p.residualMgL }, { at: addMinutes(at, 1) }));
    if (p.isOpen) drafts.push(draft('opened', container, {}));
  }
  if (p.mark === 'failed' || p.mark === 'condemned')
    drafts.push(
      p.mark === 'failed'
        ? draft('failed', container, { why: 'test' })
        : draft('condemned', container, { why: p.note ?? 'list' }),
    );
  // what was begun elsewhere is not known: it is held until somebody says that it is done
  if (p.mark === 'waiting')
    drafts.push(
      draft(
        'sheet.begun',
        newSubject('sheet'),
        {
          method: 'taken-in',
          inputs: {},
          headline: message('method.taken-in.headline'),
          steps: [doStep('finish', message('step.taken-in.finish'))],
          uses: [],
          credit: noCredit,
          holds: 'water',
        },
        { also: [container] },
      ),
    );
  return drafts;
}
