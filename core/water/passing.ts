/** Water as it comes to a step of a train: as it was found, and as the steps before left it. Unmeasured is taken on the safe side. */
export interface Passing {
  readonly volumeL: number;
  readonly turbidityNtu: number;
  /** What clouds it: grains fall by themselves, clay does not. */
  readonly grain: 'silt' | 'clay';
  /** Unmeasured is cold. */
  readonly temperatureC?: number;
  readonly ph?: number;
  readonly salt: 'fresh' | 'brackish' | 'sea';
  /** What is dissolved in it, each in the unit of its parameter. */
  readonly dissolved: Readonly<Record<string, number>>;
  readonly isSnow: boolean;
  /** Chlorine or iodine was put in on the way. */
  readonly isChlorinated: boolean;
  /** Cryptosporidium is feared in it. */
  readonly isCryptoFeared: boolean;
}

/** A bucket of clear, mild and neutral water, in which everything may be that is too small to see. */
export const mildWater: Passing = {
  volumeL: 20,
  turbidityNtu: 1,
  grain: 'silt',
  temperatureC: 15,
  ph: 7,
  salt: 'fresh',
  dissolved: {},
  isSnow: false,
  isChlorinated: false,
  isCryptoFeared: true,
};
