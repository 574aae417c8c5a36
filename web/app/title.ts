import { useEffect } from 'react';
import { useLocation } from 'react-router';
import { useFacts } from '../session/state.ts';
import { useSay } from '../texts/texts.ts';
import { layers } from './builtLayers.ts';

/** The page's name in its tab: what is open, the layer, the group. */
export function useTitle(): void {
  const say = useSay();
  const facts = useFacts();
  const { pathname, search } = useLocation();
  const [, first = '', second = ''] = pathname.split('/').map(decodeURIComponent);
  const layer = layers.find(l => l.area === first);
  const method = new URLSearchParams(search).get('method') ?? facts.sheet[second]?.method;
  const opened =
    facts.container[second]?.code ??
    (second === 'rounds' || second === 'round' ? say('rounds.title') : method && say(`method.${method}`));
  const title = [opened, layer && say(`area.${layer.area}`), facts.group.name, 'Zeolite'];
  const text = title.filter(Boolean).join(' · ');
  useEffect(() => {
    document.title = text;
  }, [text]);
}
