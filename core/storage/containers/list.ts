import { addMonths, type Day } from '../../base/day.ts';
import { cellOf } from '../../base/units/number.ts';
import type { Water } from '../../water/waters.ts';
import { asItComes, type Origin, originAnswers } from '../../water/waters.ts';
import { type ContainerKind, usableL } from './kinds.ts';
import { readDate } from './listDate.ts';
import {
  type ListOptions,
  type ListReading,
  type ListRow,
  type Proposal,
  RowCells,
  refuse,
  SAME_SHARE,
  warn,
} from './listRow.ts';
import { caseOf, partOf, readVolume } from './listSize.ts';
import { heldOf, isBrokenBy, isInBuilding, isOnWarning, markOf, pastTold } from './listVessel.ts';
import { forbidsDrinking, readWater, wordingOf } from './listWater.ts';
import { isPack, packFor, pieceL } from './pack.ts';

/** Most containers that one row may stand for. */
const MOST_IN_ROW = 2000;

/**
 * Reads a hand-kept list, row by row, and judges every cell. Nothing is guessed in silence: what was guessed is warned of, what
 * can mean two things is asked once, and what cannot be read is refused with its row and column. Water counts for drinking
 * only by a word that means it and nothing else (see listWater.ts).
 */
export function readList(lines: readonly (readonly string[])[], options: ListOptions): ListReading {
  const seen = new Map<string, number>();
  const rows: ListRow[] = [];
  const asked = { dates: 0, numbers: 0, units: new Set<number>(), waters: new Set<string>() };
  lines.forEach((whole, i) => {
    const cells = whole.map(cellOf);
    const line = i + (options.firstLine ?? 2);
    if (cells.every(c => c.trim() === '')) return;
    const row = isTotal(cells) ? totalRow(cells, line) : new RowReader(cells, line, options, seen).read();
    for (const { column, judgement } of row.judgements) {
      const { id, params } = judgement.reason;
      if (id === 'list.date-unclear') asked.dates += 1;
      if (id === 'list.number-unclear') asked.numbers += 1;
      if (id === 'list.no-unit') asked.units.add(column);
      if (id === 'list.water-asked') asked.waters.add(String(params?.wording));
    }
    rows.push(row);
  });
  return {
    rows,
    unclearDates: asked.dates,
    unclearNumbers: asked.numbers,
    unitless: [...asked.units],
    askedWaters: [...asked.waters],
  };
}

/** A sum under the list is no container. */
const isTotal = (cells: readonly string[]): boolean =>
  /^(?:(?:sub|grand)[ -]?)?totals?\b|^sum\b|^altogether\b|^in all\b/i.test(
    cells.find(c => c.trim() !== '')?.trim() ?? '',
  );

const totalRow = (cells: readonly string[], line: number): ListRow => ({
  line,
  cells,
  judgements: [{ column: -1, judgement: warn('total') }],
  proposals: [],
  isKnown: false,
});

class RowReader extends RowCells {
  read(): ListRow {
    const { o, line, cells } = this;
    const sized = this.size();
    const counted = (sized?.count ?? 1) * this.#count();
    // bottles are kept by the pack: one line, one label
    const pack = sized && packFor(sized.kind, counted, o.kinds);
    const size = pack ? { ...sized, kind: pack } : sized;
    const count = pack ? 1 : counted;
    if (pack) this.say('size', warn('pack', { pieces: counted, litres: usableL(pack) }));
    if (count > MOST_IN_ROW) this.say('count', refuse('count-unread', { text: String(count) }));
    if (this.text('place') === '') this.say('place', refuse('no-place'));
    const words = [this.text('note'), this.text('code'), this.sizeText(), this.text('water')];
    if (isInBuilding(words)) this.say('size', refuse('in-building'));
    // what is filled only on warning is room for water; a day on which it was filled says otherwise
    const onWarning =
      !/\d/.test(`${this.text('filled')}${this.text('until')}`) &&
      isOnWarning([...words, this.text('filled')]);
    const filledOn = onWarning ? undefined : this.#date('filled');
    const code = this.#code(count);
    const litres = this.#litres(size);
    const word = this.text('water');
    const isEmptySaid = onWarning || litres === 0 || readWater(word) === 'empty';
    const water = isEmptySaid ? undefined : this.#water(word);
    // what was filled, or keeps until a day, has water in it
    const isFilled = filledOn !== undefined || this.text('until') !== '' || this.text('filled') !== '';
    if (!isEmptySaid && word === '' && isFilled) this.say('water', warn('water-missing'));
    if (!isEmptySaid && word !== '' && !filledOn && !this.isRefused('filled'))
      this.say('filled', warn(this.#until() ? 'date-missing-until' : 'date-missing'));
    if (onWarning && litres !== 0) this.say('size', warn('on-warning'));
    const vessel = this.#vessel(water);

    const known = code ? o.known.get(code.toLowerCase()) : undefined;
    const isKnown = known !== undefined && known.kind === size?.kind.id && known.filledOn === filledOn;
    if (isKnown) this.say('code', warn('known', { code }));
    else if (known) this.say('code', refuse('code-there', { code }));

    const judgements = this.judgements;
    const isRefused = judgements.some(j => j.judgement.verdict === 'refuse');
    if (isRefused || isKnown || !size) return { line, cells, judgements, proposals: [], isKnown };
    const isEmpty = isEmptySaid || (word === '' && !isFilled && litres === undefined);
    const proposal: Proposal = {
      code: code || undefined,
      kind: size.kind,
      place: this.text('place'),
      ...(this.text('building') ? { building: this.text('building') } : {}),
      ...(this.text('shelf') ? { shelf: this.text('shelf') } : {}),
      ...(this.text('apart') ? { setApart: this.text('apart').slice(0, 80) } : {}),
      ...(this.text('note') ? { note: this.text('note').slice(0, 500) } : {}),
      ...vessel,
      ...(isEmpty ? {} : this.#fill(size, litres, water, filledOn)),
    };
    const proposals = Array.from(
      { length: count },
      (_, n): Proposal => (n === 0 || !code ? proposal : { ...proposal, code: `${code}-${n + 1}` }),
    );
    return { line, cells, judgements, proposals, isKnown };
  }

  /** Water of which nobody wrote down when it was filled counts as old: it was there a year ago for all one knows. */
  #fill(
    size: { kind: ContainerKind; share?: number },
    litres: number | undefined,
    water: Water | undefined,
    filledOn: Day | undefined,
  ): Partial<Proposal> {
    const origin = this.#origin();
    const until = this.#until();
    // what is wrong with it is said once, where it stands
    this.#date('until');
    const residual = this.#residual();
    const isSealed = !/^(?:no|n|false|open|broken|0)$/i.test(this.text('sealed'));
    return {
      water: water ?? 'unknown',
      litres: litres ?? usableL(size.kind) * (size.share ?? 1),
      filledOn: filledOn ?? addMonths(this.o.today, -12),
      sealed: isSealed,
      ...(origin ? { origin } : {}),
      ...(until ? { printedUntil: until } : {}),
      ...(residual === undefined ? {} : { residualMgL: residual }),
    };
  }

  /** How many: by its column, by "case of 24" in any other, which is a pack or a doubt and never singles in silence. */
  #count(): number {
    const text = this.text('count');
    const inCase = caseOf(text);
    const elsewhere = (['litres', 'unit', 'note'] as const).map(
      field => [field, caseOf(this.text(field))] as const,
    );
    const beside = elsewhere.find(([, n]) => n !== undefined);
    if (beside?.[1] === 0 || inCase === 0) {
      this.say(beside?.[0] ?? 'count', refuse('case-unread', { text: this.text(beside?.[0] ?? 'count') }));
      return 1;
    }
    const each = inCase ?? beside?.[1];
    if (each !== undefined) {
      const cases = inCase === undefined ? Number(text || 1) : 1;
      if (Number.isInteger(cases) && cases >= 1 && each * cases <= MOST_IN_ROW) return each * cases;
    }
    if (text === '') return 1;
    const asked = Number(text.replace(/[x×]/gi, '').trim());
    if (Number.isInteger(asked) && asked >= 1 && asked <= MOST_IN_ROW) return asked;
    this.say('count', refuse('count-unread', { text }));
    return 1;
  }

  #code(count: number): string {
    const code = this.text('code');
    if (!code) return code;
    const key = code.toLowerCase();
    const before = this.seen.get(key);
    if (before !== undefined) this.say('code', refuse('code-twice', { code, line: before }));
    this.seen.set(key, before ?? this.line);
    if (count > 1) this.say('code', warn('code-for-many', { code, count }));
    return code;
  }

  /** The day that stands in a column; what the cell says that it is of something else is not taken for it. */
  #date(field: 'filled' | 'until'): Day | undefined {
    const text = this.text(field);
    if (text === '') return undefined;
    const date = readDate(text, this.o.dayFirst);
    const isOther = date && 'day' in date && (date.of ?? field) !== field;
    if (!date) this.say(field, refuse('date-unread', { text }));
    else if ('unclear' in date) this.say(field, refuse('date-unclear', { text }));
    else if (date.day < EARLIEST) this.say(field, refuse('date-long-ago', { filledDay: date.day }));
    else if (isOther) this.say(field, warn(`date-of-${date.of}`, { text, onDay: date.day }));
    else if (field === 'filled' && date.day > this.o.today)
      this.say(field, refuse('date-future', { filledDay: date.day }));
    else if (date.isMonthOnly) this.say(field, warn('month-only', { filledDay: date.day }));
    return date && 'day' in date && !isOther ? date.day : undefined;
  }

  /** The day that a print says it keeps until, in whichever of the two columns it stands. */
  #until(): Day | undefined {
    for (const field of ['until', 'filled'] as const) {
      const date = readDate(this.text(field), this.o.dayFirst);
      if (date && 'day' in date && (date.of ?? field) === 'until' && date.day >= EARLIEST) return date.day;
    }
    return undefined;
  }

  #litres(size: { kind: ContainerKind } | undefined): number | undefined {
    const text = this.text('litres');
    const t = text.toLowerCase();
    if (t === '' || t === '?' || caseOf(t) !== undefined) return undefined;
    const part = partOf(t);
    if (part !== undefined) return size && usableL(size.kind) * part;
    const writing = this.writing('litres');
    const litres = readVolume(text, { ...writing, unit: writing.unit ?? 'L' });
    if (typeof litres === 'string') {
      this.say('litres', refuse(litres === 'two-ways' ? 'number-unclear' : 'litres-unread', { text }));
      return undefined;
    }
    // "24 x 0.5 L" with 0.5 beside it is the bottle again
    if (size && isPack(size.kind) && Math.abs(litres / pieceL(size.kind) - 1) <= SAME_SHARE)
      return usableL(size.kind);
    if (size && litres > size.kind.nominalL * 1.02)
      this.say('litres', refuse('overfull', { litres, nominalL: size.kind.nominalL }));
    return litres;
  }

  #water(text: string): Water | undefined {
    if (text === '') return undefined;
    const wording = wordingOf(text);
    const water = this.o.waters?.[wording] ?? readWater(text);
    if (water === undefined) this.say('water', refuse('water-asked', { text, wording }));
    else if (water === 'unknown') this.say('water', warn('water-unknown', { text }));
    return water === 'empty' ? undefined : water;
  }

  #origin(): Origin | undefined {
    const word = this.text('origin').toLowerCase();
    for (const [key, answers] of Object.entries(originAnswers))
      if ((answers as readonly string[]).includes(word)) return { [key]: word };
    return undefined;
  }

  #residual(): number | undefined {
    const text = this.text('residual');
    if (text === '') return undefined;
    const mgL = Number(text.replace(/\s*(?:mg\/l|ppm)$/i, '').replace(',', '.'));
    if (Number.isFinite(mgL) && mgL >= 0 && mgL <= 500) return mgL;
    this.say('residual', warn('residual-unread', { text }));
    return undefined;
  }

  #isOpened(): boolean {
    return !/^(?:|no|n|false|never|0|-|–)$/i.test(this.text('opened'));
  }

  /** What the vessel is: its past, its state, and what is written beside it. The gravest word decides. */
  #vessel(water: Water | undefined): Pick<Proposal, 'role' | 'heldBefore' | 'mark' | 'isOpen'> {
    const held = this.text('held').toLowerCase();
    const told = pastTold([this.text('note'), this.text('code'), this.sizeText()]);
    const heldBefore = told ?? (held === '' ? 'water' : (heldOf(held) ?? 'unknown'));
    if (told && told !== 'water')
      this.say('note', warn('held-told', { text: this.text('note') || this.sizeText() }));
    const isBroken = [this.text('note'), this.text('state')].some(isBrokenBy);
    if (isBroken) this.say('note', warn('broken'));
    if (held !== '' && heldBefore === 'unknown' && held !== 'unknown')
      this.say('held', warn('held-unknown', { text: held }));
    const state = wordingOf(this.text('state'));
    const said = state === '' ? 'none' : markOf(state);
    const mark = isBroken && (said === undefined || said === 'none' || said === 'open') ? 'failed' : said;
    const isForbidden = [this.text('state'), this.text('note'), this.text('code')].some(forbidsDrinking);
    if (mark === undefined && !isForbidden)
      this.say('state', refuse('state-unknown', { text: this.text('state') }));
    const isDrunk = water !== undefined && asItComes(water, this.#origin()) === 'drinking';
    const isRaw =
      isForbidden ||
      /^(?:raw|utility|not for drinking)$/i.test(this.text('role')) ||
      (mark === 'utility' && isDrunk && heldBefore === 'water');
    if (isForbidden && isDrunk) this.say('note', warn('forbidden'));
    return {
      role: isRaw ? 'raw' : 'clean',
      heldBefore,
      ...(mark === 'failed' || mark === 'condemned' || mark === 'waiting' ? { mark } : {}),
      ...(mark === 'open' || this.#isOpened() ? { isOpen: true } : {}),
    };
  }
}

/** Nobody keeps water from before this day; an earlier one is a slip of the year. */
const EARLIEST: Day = '1990-01-01';
