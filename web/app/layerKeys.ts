import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { useAppSelector } from '../session/state.ts';
import { layers } from './builtLayers.ts';
import { isTyping } from './keys.ts';
import { pathOf } from './layers.ts';

/** A digit jumps to its layer. */
export function useLayerKeys(): void {
  const navigate = useNavigate();
  const isOn = useAppSelector(s => s.person.singleKeys);
  useEffect(() => {
    if (!isOn) return;
    const onKey = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey || isTyping(e.target)) return;
      const layer = layers.find(l => l.key === e.key);
      if (layer) void navigate(pathOf(layer.area));
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [navigate, isOn]);
}
