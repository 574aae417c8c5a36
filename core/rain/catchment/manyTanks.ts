import type { YieldRule } from './balance.ts';
import { tanksBinary } from './kernel/tanksBinary.ts';

/** What the kernel exports (see kernel/tanks.as). */
type Kernel = (
  years: number,
  days: number,
  vectors: number,
  caught: number,
  need: number,
  sizes: number,
  store: number,
  used: number,
  held: number,
  met: number,
  hold: number,
) => void;

interface Exports {
  readonly memory: WebAssembly.Memory;
  readonly afterSpillage: Kernel;
  readonly beforeSpillage: Kernel;
}

let compiled: WebAssembly.Module | undefined;

function kernel(): Exports {
  compiled ??= new WebAssembly.Module(Uint8Array.from(atob(tanksBinary), char => char.charCodeAt(0)));
  return new WebAssembly.Instance(compiled).exports as unknown as Exports;
}

const BYTES = 8;
const PAGE = 65_536;
/** Tanks are taken four at a time; those that fill the last four are of no size. */
const AT_ONCE = 4;

/**
 * Many tanks of one catch and one need, through blocks of whole years: days met in each year, what was used, and days with a store
 * held back. The same figures as `runTank`, at the speed of compiled code.
 * @example new ManyTanks([500, 1000], { needL, yearsAtOnce: 20, rule: 'after-spillage', holdL: 300 })
 */
export class ManyTanks {
  /** Litres used so far, and days with the store that was asked for, by tank. */
  readonly usedL: Float64Array;
  readonly heldDays: Float64Array;
  /** What stands in each at the end of the last block. */
  readonly storeL: Float64Array;
  readonly #count: number;
  readonly #days: number;
  readonly #vectors: number;
  readonly #run: Kernel;
  readonly #caught: Float64Array;
  readonly #met: Float64Array;
  readonly #at: readonly number[];
  readonly #holdL: number;

  /** @param needL what is asked on each day of a year */
  constructor(
    sizesL: readonly number[],
    {
      needL,
      yearsAtOnce,
      rule,
      holdL,
    }: {
      readonly needL: ArrayLike<number>;
      readonly yearsAtOnce: number;
      readonly rule: YieldRule;
      readonly holdL: number;
    },
  ) {
    const width = Math.ceil(sizesL.length / AT_ONCE) * AT_ONCE;
    const { memory, afterSpillage, beforeSpillage } = kernel();
    const lengths = [
      yearsAtOnce * needL.length,
      needL.length,
      width,
      width,
      width,
      width,
      yearsAtOnce * width,
    ];
    // the first page is left to the compiler
    const starts: number[] = [];
    let next = PAGE;
    for (const length of lengths) {
      starts.push(next);
      next += Math.ceil((length * BYTES) / 16) * 16;
    }
    const missing = next - memory.buffer.byteLength;
    if (missing > 0) memory.grow(Math.ceil(missing / PAGE));
    const part = (i: number) => new Float64Array(memory.buffer, starts[i], lengths[i]);
    part(1).set(Array.from(needL));
    part(2).set(sizesL);
    this.#count = sizesL.length;
    this.#days = needL.length;
    this.#vectors = width / 2;
    this.#run = rule === 'after-spillage' ? afterSpillage : beforeSpillage;
    this.#caught = part(0);
    this.storeL = part(3);
    this.usedL = part(4);
    this.heldDays = part(5);
    this.#met = part(6);
    this.#at = starts;
    this.#holdL = holdL;
  }

  /** Room for what is caught in the next block, day by day; to be filled before `run`. */
  get caughtL(): Float64Array {
    return this.#caught;
  }

  /**
   * Runs years that stand in `caughtL`. @returns days met, year after year, of each tank in turn
   * @param out where they go, from the first of these years on
   */
  run(years: number, out: Uint16Array): void {
    const [caught, need, sizes, store, used, held, met] = this.#at as [
      number,
      number,
      number,
      number,
      number,
      number,
      number,
    ];
    this.#run(years, this.#days, this.#vectors, caught, need, sizes, store, used, held, met, this.#holdL);
    const width = this.#vectors * 2;
    for (let year = 0; year < years; year++)
      for (let i = 0; i < this.#count; i++) out[year * this.#count + i] = this.#met[year * width + i]!;
  }
}
