import { useMemo } from 'react';
import { kindOf } from '#core/areas/store/state.ts';
import { useAppSelector } from '../session/state.ts';
import { useSay } from './texts.ts';

/** A kind's name: its own, or its volume and shape in the person's units ("208 L drum"). Said once, however many there are of it. */
export function useKindName(): (id: string) => string {
  const say = useSay();
  const own = useAppSelector(s => s.log.facts.kind);
  return useMemo(() => {
    const names = new Map<string, string>();
    const nameOf = (id: string): string => {
      const kind = kindOf({ kind: own }, id);
      if (!kind) return id;
      if (!kind.name && kind.pieces)
        return say('shape.pack-of', { pieces: kind.pieces, each: kind.nominalL / kind.pieces });
      return kind.name ?? say('shape.of', { litres: kind.nominalL, shape: `shape.${kind.shape}` });
    };
    return id => {
      const name = names.get(id) ?? nameOf(id);
      names.set(id, name);
      return name;
    };
  }, [own, say]);
}
