import type { Day } from '../../base/day.ts';

/** A day's weather at the group's place. */
export interface WeatherDay {
  readonly day: Day;
  /** Eighths of the sky in cloud, the mean of the daylight. */
  readonly oktas: number;
  readonly rainMm: number;
  readonly meanC: number;
}

/** A service that knows the weather: a stand-in ships with the application, a real one may take its place. */
export interface Weather {
  /** Whose figures these are, as the interface prints it. */
  readonly name: string;
  /** Made up, and said to be so wherever it is shown. */
  readonly isSimulated: boolean;
  readonly days: (from: Day, count: number) => Promise<readonly WeatherDay[]>;
}
