// Many tanks under the same rain, two at a time in one vector, two vectors at once: the inner loop of `manyTanks.ts`, in
// AssemblyScript. `compile.mjs` beside it makes `tanksBinary.ts` of it. Nothing is fused and no sum is reordered: each figure is the
// same as `runTank` gives, to the last digit.

/**
 * @param years whole years, @param days of each
 * @param vectors pairs of tanks, an even number of them
 * @param caught f64[years × days]  @param need f64[days]
 * @param sizes f64[2 × vectors]  @param store f64[2 × vectors], in and out
 * @param used f64[2 × vectors], added to  @param held f64[2 × vectors], added to: days at the end of which `hold` litres stand in it
 * @param met f64[years × 2 × vectors]: days of each year on which all was there that was asked
 */
export function afterSpillage(
  years: i32, days: i32, vectors: i32, caught: usize, need: usize,
  sizes: usize, store: usize, used: usize, held: usize, met: usize, hold: f64,
): void {
  const one = f64x2.splat(1);
  const holds = f64x2.splat(hold);
  for (let p: i32 = 0; p < vectors; p += 2) {
    const at: usize = <usize>p << 4;
    const sa = v128.load(sizes + at);
    const sb = v128.load(sizes + at, 16);
    let va = v128.load(store + at);
    let vb = v128.load(store + at, 16);
    let ua = v128.load(used + at);
    let ub = v128.load(used + at, 16);
    let ha = v128.load(held + at);
    let hb = v128.load(held + at, 16);
    let q = caught;
    for (let y: i32 = 0; y < years; y++) {
      let ma = f64x2.splat(0);
      let mb = f64x2.splat(0);
      let n = need;
      for (let d: i32 = 0; d < days; d++) {
        const asked = v128.load64_splat(n);
        const come = v128.load64_splat(q);
        const ya = f64x2.pmin(va, asked);
        const yb = f64x2.pmin(vb, asked);
        va = f64x2.pmin(f64x2.sub(f64x2.add(va, come), ya), f64x2.sub(sa, ya));
        vb = f64x2.pmin(f64x2.sub(f64x2.add(vb, come), yb), f64x2.sub(sb, yb));
        ua = f64x2.add(ua, ya);
        ub = f64x2.add(ub, yb);
        ma = f64x2.add(ma, v128.and(f64x2.ge(ya, asked), one));
        mb = f64x2.add(mb, v128.and(f64x2.ge(yb, asked), one));
        ha = f64x2.add(ha, v128.and(f64x2.ge(va, holds), one));
        hb = f64x2.add(hb, v128.and(f64x2.ge(vb, holds), one));
        n += 8;
        q += 8;
      }
      const out: usize = met + ((<usize>y * <usize>vectors) << 4) + at;
      v128.store(out, ma);
      v128.store(out, mb, 16);
    }
    v128.store(store + at, va);
    v128.store(store + at, vb, 16);
    v128.store(used + at, ua);
    v128.store(used + at, ub, 16);
    v128.store(held + at, ha);
    v128.store(held + at, hb, 16);
  }
}

export function beforeSpillage(
  years: i32, days: i32, vectors: i32, caught: usize, need: usize,
  sizes: usize, store: usize, used: usize, held: usize, met: usize, hold: f64,
): void {
  const one = f64x2.splat(1);
  const holds = f64x2.splat(hold);
  for (let p: i32 = 0; p < vectors; p += 2) {
    const at: usize = <usize>p << 4;
    const sa = v128.load(sizes + at);
    const sb = v128.load(sizes + at, 16);
    let va = v128.load(store + at);
    let vb = v128.load(store + at, 16);
    let ua = v128.load(used + at);
    let ub = v128.load(used + at, 16);
    let ha = v128.load(held + at);
    let hb = v128.load(held + at, 16);
    let q = caught;
    for (let y: i32 = 0; y < years; y++) {
      let ma = f64x2.splat(0);
      let mb = f64x2.splat(0);
      let n = need;
      for (let d: i32 = 0; d < days; d++) {
        const asked = v128.load64_splat(n);
        const come = v128.load64_splat(q);
        const ta = f64x2.add(va, come);
        const tb = f64x2.add(vb, come);
        const ya = f64x2.pmin(ta, asked);
        const yb = f64x2.pmin(tb, asked);
        va = f64x2.pmin(f64x2.sub(ta, ya), sa);
        vb = f64x2.pmin(f64x2.sub(tb, yb), sb);
        ua = f64x2.add(ua, ya);
        ub = f64x2.add(ub, yb);
        ma = f64x2.add(ma, v128.and(f64x2.ge(ya, asked), one));
        mb = f64x2.add(mb, v128.and(f64x2.ge(yb, asked), one));
        ha = f64x2.add(ha, v128.and(f64x2.ge(va, holds), one));
        hb = f64x2.add(hb, v128.and(f64x2.ge(vb, holds), one));
        n += 8;
        q += 8;
      }
      const out: usize = met + ((<usize>y * <usize>vectors) << 4) + at;
      v128.store(out, ma);
      v128.store(out, mb, 16);
    }
    v128.store(store + at, va);
    v128.store(store + at, vb, 16);
    v128.store(used + at, ua);
    v128.store(used + at, ub, 16);
    v128.store(held + at, ha);
    v128.store(held + at, hb, 16);
  }
}
