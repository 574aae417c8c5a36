import { expose } from 'comlink';
import { planRounds, type RoundsPlan, type RoundsQuestion } from '#core/storage/rotation/rounds.ts';

/** Lays rounds off the main thread. */
const api = {
  plan: (question: RoundsQuestion): RoundsPlan => planRounds(question),
};

export type RoundsWorker = typeof api;

expose(api);
