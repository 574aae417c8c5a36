import { foldOnto } from '#core/areas/entries.ts';
import { readingOfChlorine } from '#core/areas/readings/readings.ts';
import { kindOf } from '#core/areas/store/state.ts';
import { addMinutes } from '#core/base/day.ts';
import { message } from '#core/base/judgement.ts';
import type { Facts } from '#core/log/facts.ts';
import type { ListReading, Proposal } from '#core/storage/containers/listRow.ts';
import { noCredit } from '#core/treatment/credit/credit.ts';
import { doStep } from '#core/treatment/methods/method.ts';
import type { SessionClock } from '../../session/clock.ts';
import { type Draft, draft, newSubject, stamped } from '../../session/draft.ts';
import { nextCodes, placeDrafts } from './settingDown.ts';

/** Entries that set down every container that was read, in places made where there are none. */
export function takingIn(
  reading: ListReading,
  facts: Facts,
  home: string,
  { now, stamp }: Pick<SessionClock, 'now' | 'stamp'>,
): Draft[] {
  let known = facts;
  const drafts: Draft[] = [];
  const add = (list: readonly Draft[]) => {
    drafts.push(...list);
    known = foldOnto(known, stamped(list, { by: 'list', stamp }));
  };
  const proposals = reading.rows.flatMap(r => r.proposals);
  const codes = nextCodes(facts, proposals.length);
  for (const p of proposals) {
    const { place, drafts: making } = placeDrafts(known, p.place, home, p.building);
    if (making.length > 0) add(making);
    if (!kindOf(known, p.kind.id)) add([draft('kind.set', `kind:${p.kind.id}`, p.kind)]);
    const container = newSubject('container');
    const shelving = shelfDrafts(known, place, p.shelf);
    if (shelving.length > 0) add(shelving);
    const shelf = known.place[place]?.shelves.find(isShelf(p.shelf));
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

const isShelf = (name: string | undefined) => (shelf: { id: string }) =>
  shelf.id.toLowerCase() === name?.trim().toLowerCase();

/** Height between two shelves of which only the names are known (m). */
const SHELF_STEP_M = 0.5;
const MOST_SHELF_M = 6;

/** A shelf that the list names and the place does not have yet: above the others, what it carries is not known. */
function shelfDrafts(facts: Facts, placeId: string, name: string | undefined): Draft[] {
  const place = facts.place[placeId];
  if (!name?.trim() || !place || place.shelves.some(isShelf(name))) return [];
  const { id: _, photo: __, ...fields } = place;
  const highest = Math.max(0, ...place.shelves.map(s => s.heightM));
  const heightM = Math.min(MOST_SHELF_M, highest + SHELF_STEP_M);
  const shelf = { id: name.trim(), heightM, fromM: 0, toM: place.widthM };
  return [draft('place.set', placeId, { ...fields, shelves: [...place.shelves, shelf] })];
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
      drafts.push(
        draft('read', container, readingOfChlorine({ method: 'dpd', mgL: p.residualMgL }), {
          at: addMinutes(at, 1),
        }),
      );
    if (p.isOpen) drafts.push(draft('opened', container, {}));
  }
  if (p.mark === 'failed' || p.mark === 'condemned')
    drafts.push(
      p.mark === 'failed'
        ? draft('failed', container, { why: 'test' })
        : draft('condemned', container, { why: p.note ?? 'why.list' }),
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
