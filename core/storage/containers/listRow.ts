import type { Day } from '../../base/day.ts';
import { type Judgement, judge, message } from '../../base/judgement.ts';
import type { DecimalMark } from '../../base/units/number.ts';
import type { UnitSystem } from '../../base/units/system.ts';
import type { Origin, Water } from '../../water/waters.ts';
import type { HeldBefore } from './fitness.ts';
import type { ContainerKind } from './kinds.ts';
import type { ListField } from './listFields.ts';
import { type ColumnUnit, type ReadSize, readSize, unitOfHeading } from './listSize.ts';
import type { ListedMark } from './listVessel.ts';
import type { ListedWater } from './listWater.ts';
import { isPack, packById } from './pack.ts';

/** Volumes this close are the same kind under another name; further off it is asked. */
const LIKE_SHARE = 0.05;
/** Nearer than this nobody would call it another size. */
export const SAME_SHARE = 0.01;

function kindFor(size: ReadSize, kinds: readonly ContainerKind[]): ContainerKind | undefined {
  const near = kinds
    .filter(k => !isPack(k) && Math.abs(k.nominalL / size.litres - 1) <= LIKE_SHARE)
    .sort((a, b) => Math.abs(a.nominalL - size.litres) - Math.abs(b.nominalL - size.litres));
  return near.find(k => k.shape === size.shape) ?? near[0];
}

/** A container that a row asks to set down. */
export interface Proposal {
  readonly code: string | undefined;
  readonly kind: ContainerKind;
  readonly place: string;
  readonly building?: string;
  readonly shelf?: string;
  readonly role: 'clean' | 'raw';
  readonly heldBefore: HeldBefore;
  readonly setApart?: string;
  readonly water?: Water;
  readonly origin?: Origin;
  readonly litres?: number;
  readonly sealed?: boolean;
  readonly filledOn?: Day;
  readonly printedUntil?: Day;
  /** It was opened, nobody wrote when. */
  readonly isOpen?: true;
  readonly residualMgL?: number;
  readonly mark?: ListedMark;
  readonly note?: string;
}

/** A finding about one cell; `column` counts from 0, −1 is the whole row. */
export interface CellJudgement {
  readonly column: number;
  readonly judgement: Judgement;
}

export interface ListRow {
  /** Line of the list, the first being 1. */
  readonly line: number;
  readonly cells: readonly string[];
  readonly judgements: readonly CellJudgement[];
  readonly proposals: readonly Proposal[];
  /** It is in the store already, as it stands here. */
  readonly isKnown: boolean;
}

export interface ListReading {
  readonly rows: readonly ListRow[];
  /** Dates that can be read two ways, until `dayFirst` is answered. */
  readonly unclearDates: number;
  /** Numbers that can be read two ways, until `decimal` is answered. */
  readonly unclearNumbers: number;
  /** Columns with figures that have no unit, until `columnUnit` is answered. */
  readonly unitless: readonly number[];
  /** Wordings of water that are asked, until `waters` answers them. */
  readonly askedWaters: readonly string[];
}

export interface ListOptions {
  readonly fields: readonly ListField[];
  readonly headings: readonly string[];
  readonly kinds: readonly ContainerKind[];
  readonly system: UnitSystem;
  readonly dayFirst?: boolean;
  readonly decimal?: DecimalMark;
  /** Units of columns whose figures have none, by column. */
  readonly columnUnit?: Readonly<Record<number, ColumnUnit>>;
  /** What wordings mean, as somebody answered. */
  readonly waters?: Readonly<Record<string, ListedWater>>;
  readonly today: Day;
  /** Containers there are: their kind and fill day by code in lower case. */
  readonly known: ReadonlyMap<string, { kind: string; filledOn?: Day }>;
  /** Line of the first row. */
  readonly firstLine?: number;
}

export const refuse = (id: string, params?: Record<string, string | number>): Judgement =>
  judge('refuse', message(`list.${id}`, params), 'record');
export const warn = (id: string, params?: Record<string, string | number>): Judgement =>
  judge('warn', message(`list.${id}`, params), 'record');

/** The cells of one row by what they mean, and what is judged of them. */
export class RowCells {
  readonly judgements: CellJudgement[] = [];
  constructor(
    readonly cells: readonly string[],
    readonly line: number,
    readonly o: ListOptions,
    readonly seen: Map<string, number>,
  ) {}

  at(field: ListField): number {
    return field === 'size' ? this.sizeAt() : this.o.fields.indexOf(field);
  }
  sizeColumns(): number[] {
    return this.o.fields.flatMap((field, i) => (field === 'size' ? [i] : []));
  }
  hasFigure(column: number): boolean {
    return /\d/.test(this.cell(column));
  }
  /** The column of the size: where a list has the kind in one and the size in another, the one with the figure. */
  sizeAt(): number {
    const columns = this.sizeColumns();
    return columns.find(i => this.hasFigure(i)) ?? columns[0] ?? -1;
  }
  cell(column: number): string {
    return (this.cells[column] ?? '').trim();
  }
  text(field: ListField): string {
    return this.cell(this.at(field));
  }
  /** The size as it is written, with the words of the columns beside it: "jerry can" and "5 gal" are one thing. */
  sizeText(): string {
    const at = this.sizeAt();
    const words = this.sizeColumns()
      .filter(i => i !== at && !this.hasFigure(i))
      .map(i => this.cell(i));
    return [...words, this.cell(at)].filter(Boolean).join(' ');
  }
  /** Columns that say a size with a figure too, beside the one that is read. */
  sizesBeside(): number[] {
    const at = this.sizeAt();
    return this.sizeColumns().filter(i => i !== at && this.hasFigure(i));
  }
  /** A second word on the size says the same, or it is not passed over: it may be another size, or what the vessel held. */
  isSameSize(beside: string, size: ReadSize): boolean {
    if (/^[\d.,]+$/.test(beside)) return this.cell(this.sizeAt()).includes(beside);
    const other = readSize(beside, this.writing('size'));
    return typeof other !== 'string' && Math.abs(other.litres / size.litres - 1) <= SAME_SHARE;
  }
  isRefused(field: ListField): boolean {
    const at = this.at(field);
    return this.judgements.some(j => j.column === at && j.judgement.verdict === 'refuse');
  }
  say(field: ListField, judgement: Judgement): void {
    this.judgements.push({ column: this.at(field), judgement });
  }

  writing(field: ListField) {
    const { system, decimal, columnUnit, headings } = this.o;
    const column = this.at(field);
    const unit =
      columnUnit?.[column] ??
      this.unitColumn() ??
      unitOfHeading(headings[column] ?? '', system === 'imperial' ? 'imp gal' : 'US gal');
    return { units: system, decimal, unit };
  }

  /** The unit that a column of its own says for this row. */
  unitColumn(): ColumnUnit | undefined {
    const text = this.text('unit');
    return text === '' ? undefined : unitOfHeading(text, this.o.system === 'imperial' ? 'imp gal' : 'US gal');
  }

  size(): { kind: ContainerKind; count: number; share?: number } | undefined {
    const text = this.sizeText();
    if (text === '') {
      this.say('size', refuse('no-size'));
      return undefined;
    }
    const id = text.toLowerCase();
    const own = this.o.kinds.find(k => k.id === id) ?? packById(id, this.o.kinds);
    if (own) return { kind: own, count: 1 };
    const size = readSize(text, this.writing('size'));
    if (typeof size === 'string') {
      this.say('size', refuse(unreadIds[size], { text }));
      return undefined;
    }
    for (const column of this.sizesBeside()) {
      const beside = this.cell(column);
      if (this.isSameSize(beside, size)) continue;
      this.judgements.push({ column, judgement: refuse('size-unread', { text: beside }) });
    }
    const kind = kindFor(size, this.o.kinds);
    if (!kind) this.say('size', refuse('no-kind', { litres: size.litres }));
    else if (Math.abs(kind.nominalL / size.litres - 1) > SAME_SHARE)
      this.say('size', warn('kind-near', { litres: size.litres, nominalL: kind.nominalL }));
    return kind && { kind, count: size.count, ...(size.share === undefined ? {} : { share: size.share }) };
  }
}

const unreadIds = {
  unread: 'size-unread',
  'no-unit': 'no-unit',
  'two-ways': 'number-unclear',
  negative: 'size-negative',
} as const;
