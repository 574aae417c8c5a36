import { useEffect, useEffectEvent } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import type { Area } from '#core/base/duty.ts';
import { pathOf } from './layers.ts';

/**
 * An act that was found by typing (`?do=…`) opens where it is done, also while its layer is open already.
 * @param opens what each act of this layer opens
 * @param path the page on which it opens, where that is not the layer's first
 */
export function useAsked(area: Area, opens: Readonly<Record<string, () => void>>, path = pathOf(area)): void {
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const asked = search.get('do');
  const open = useEffectEvent((act: string) => opens[act]?.());
  useEffect(() => {
    if (!asked) return;
    open(asked);
    void navigate(path, { replace: true });
  }, [asked, path, navigate]);
}
