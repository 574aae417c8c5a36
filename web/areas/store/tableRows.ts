import { startTransition, useEffect, useMemo, useRef, useState } from 'react';
import type { ContainerFacts } from '#core/areas/store/facts.ts';
import type { ContainerState } from '#core/areas/store/state.ts';
import type { InLots } from '#core/base/lots.ts';
import { doneInLots, pause } from '../../session/lots.ts';
import { useCalmWater } from '../../session/state.ts';
import { useKindName } from '../../texts/kindName.ts';
import { useSay } from '../../texts/texts.ts';

/** A container as a line of the table, with what it is sorted and found by. */
export interface Row {
  readonly container: ContainerFacts;
  readonly state: ContainerState;
  readonly code: string;
  /** The code as it sorts: D2 before D10. */
  readonly codeKey: string;
  readonly kind: string;
  readonly place: string;
  readonly stateName: string;
  readonly litres: number;
  readonly goodUntil: string;
  readonly massKg: number;
  /** All that the filter looks through. */
  readonly words: string;
}

/** So many rows are made between two pauses. */
const LOT = 200;

/** A row for each container. A large store's are made in lots, and the table has them once all are there. */
export function useRows(): readonly Row[] {
  const say = useSay();
  const { facts, state } = useCalmWater();
  const { containers } = state;
  const kindName = useKindName();
  const made = useRef(new WeakMap<ContainerState, Row>());
  const [rows, setRows] = useState<readonly Row[]>([]);
  // names follow the person's language and units, and places may be renamed: then all rows are made anew
  // biome-ignore lint/correctness/useExhaustiveDependencies: the texts are what the rows are made of
  useMemo(() => {
    made.current = new WeakMap();
  }, [say, kindName, facts.place]);
  useEffect(() => {
    let isOver = false;
    function* make(): InLots<Row[]> {
      const list: Row[] = [];
      // few kinds, places and states, many rows: each name is said once
      const said = new Map<string, string>();
      const once = (key: string, name: () => string): string => {
        const known = said.get(key) ?? name();
        said.set(key, known);
        return known;
      };
      for (const container of Object.values(facts.container)) {
        if (list.length % LOT === LOT - 1) yield;
        if (isOver) return [];
        const state = containers[container.id];
        if (!state) continue;
        let row = made.current.get(state);
        if (!row) {
          row = rowOf(container, state, {
            kind: once(container.kind, () => kindName(container.kind)),
            place: facts.place[container.place]?.name ?? '',
            stateName: once(state.state, () => say(`state-name.${state.state}`)),
          });
          made.current.set(state, row);
        }
        list.push(row);
      }
      return list;
    }
    void (async () => {
      const list = await doneInLots(make());
      await pause();
      // most are in this order already when the table sorts them
      list.sort((a, b) => compared(a.codeKey, b.codeKey));
      await pause();
      // the table makes its lines of them when nothing more pressing waits
      if (!isOver) startTransition(() => setRows(list));
    })();
    return () => {
      isOver = true;
    };
  }, [facts, containers, kindName, say]);
  return rows;
}

function rowOf(
  container: ContainerFacts,
  state: ContainerState,
  names: Pick<Row, 'kind' | 'place' | 'stateName'>,
): Row {
  const { kind, place, stateName } = names;
  return {
    container,
    state,
    code: container.code,
    codeKey: container.code.toUpperCase().replace(/\d+/g, digits => digits.padStart(8, '0')),
    ...names,
    litres: state.litres,
    goodUntil: state.goodUntil?.day ?? '',
    massKg: state.massKg,
    words: `${container.code} ${kind} ${place} ${stateName}`.toLowerCase(),
  };
}

/** Which of two comes first. */
export const compared = <T extends string | number>(a: T, b: T): number => (a < b ? -1 : a > b ? 1 : 0);
