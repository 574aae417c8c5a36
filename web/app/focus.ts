import { useEffect, useRef } from 'react';
import { useLocation } from 'react-router';

/** Frames in which what was asked for may still come (two seconds and more on a slow machine). */
const MOST_FRAMES = 150;

/**
 * Gives the focus to what is about to be drawn, as soon as it is there. A hand that has gone on meanwhile is left alone.
 * @returns gives up
 */
export function focusSoon(find: () => Element | null | undefined): () => void {
  const from = document.activeElement;
  let frames = 0;
  let isOver = false;
  const look = () => {
    const now = document.activeElement;
    const hasGoneOn = now !== from && now !== document.body && now !== null;
    if (isOver || hasGoneOn) return;
    const target = find();
    if (target instanceof HTMLElement || target instanceof SVGElement) {
      if (!target.hasAttribute('tabindex')) target.setAttribute('tabindex', '-1');
      target.focus();
    } else if (++frames < MOST_FRAMES) requestAnimationFrame(look);
  };
  requestAnimationFrame(look);
  return () => {
    isOver = true;
  };
}

/** What of an address says where one is: the layer, what is open in it, the tool of the bench. */
const placeOf = ({ pathname, search }: { pathname: string; search: string }): string =>
  `${pathname} ${new URLSearchParams(search).get('method') ?? ''}`;

const containerIn = (place: string): string | undefined => /^\/store\/(container:\w+) /.exec(place)?.[1];

/** What was just opened in a layer, else the layer's name; going back from a container, its mark in the drawing or its row. */
function arrivalAt(here: string, before: string): Element | null | undefined {
  const layer = document.getElementById('layer');
  const left = containerIn(before);
  if (left && here.startsWith('/store ')) return layer?.querySelector(`[data-id="${left}"]`);
  const marked = [...(layer?.querySelectorAll('[data-arrival]') ?? [])].at(-1);
  if (containerIn(here) && !marked) return undefined;
  return marked ?? layer?.querySelector('h1');
}

/** The focus goes where the person went: after a key, a link or something found. */
export function useArrival(): void {
  const here = placeOf(useLocation());
  const before = useRef(here);
  useEffect(() => {
    const from = before.current;
    before.current = here;
    return from === here ? undefined : focusSoon(() => arrivalAt(here, from));
  }, [here]);
}
