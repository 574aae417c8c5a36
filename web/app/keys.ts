import { useEffect } from 'react';
import { useAppSelector } from '../session/state.ts';

/** Single keys mean something only where nobody is typing. */
export function isTyping(target: EventTarget | null): boolean {
  const element = target as HTMLElement | null;
  return Boolean(
    element?.closest(
      'input, textarea, select, [contenteditable], [role="dialog"], [role="listbox"], [role="menu"]',
    ),
  );
}

/** Handles one single key while single keys are on. */
export function useKey(key: string, act: () => void): void {
  const isOn = useAppSelector(s => s.person.singleKeys);
  useEffect(() => {
    if (!isOn) return;
    const onKey = (e: KeyboardEvent) => {
      if (e.key !== key || e.ctrlKey || e.metaKey || e.altKey || isTyping(e.target)) return;
      e.preventDefault();
      act();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [key, act, isOn]);
}

/** Ctrl+Enter (⌘ on a Mac) does what the page or the dialog is for, from any of its blanks. */
export function usePrimaryKey(): void {
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.key !== 'Enter' || !(e.ctrlKey || e.metaKey)) return;
      const from = e.target as HTMLElement | null;
      const within = from?.closest('[role="dialog"], [data-act], aside, main') ?? document;
      // from the blanks of the page into a sheet that runs beside it would record what nobody meant
      const act = [...within.querySelectorAll<HTMLButtonElement>('[data-primary]:not(:disabled)')].find(
        button => button.closest('aside') === (from?.closest('aside') ?? null),
      );
      if (!act) return;
      e.preventDefault();
      // what was typed counts when the blank is left
      (document.activeElement as HTMLElement | null)?.blur();
      requestAnimationFrame(() => act.click());
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}
