/** The address of the page says what is looked at and what is chosen, so that it can be sent to somebody, or opened again. The step is its path. */
import { useEffect } from 'react';
import { useLocation } from 'react-router';
import type { Show } from '#core/model/show';
import { goTo, useSelection } from '../state/selection';
import { useView } from '../state/view';

/** Chosen things that an address names at most: it stays short enough to be sent. */
const MOST = 8;
/** ms: browsers take no more than some addresses a second. */
const REST = 250;

export interface Looked {
  readonly view: string;
  readonly beside: string | null;
  readonly chosen: readonly string[];
}
/** The part of an address behind its question mark; what it does not know stays in it. */
export function searchOf(before: string, { view, beside, chosen }: Looked): string {
  const params = new URLSearchParams(before);
  const put = (name: string, value: string) => {
    params.delete(name);
    if (value) params.append(name, value);
  };
  put('view', view === 'plan' ? '' : view);
  put('beside', beside ?? '');
  put('chosen', chosen.length <= MOST ? chosen.join(',') : '');
  const text = params.toString().replaceAll('%2C', ',');
  return text ? `?${text}` : '';
}
export function lookedAt(search: string, views: ReadonlySet<string>): Partial<Looked> {
  const params = new URLSearchParams(search);
  const [view, beside, chosen] = [params.get('view'), params.get('beside'), params.get('chosen')];
  return {
    ...(view && views.has(view) ? { view } : {}),
    ...(beside && views.has(beside) ? { beside } : {}),
    ...(chosen ? { chosen: chosen.split(',').slice(0, MOST) } : {}),
  };
}

/** Lays out what an address asks for. */
export function followAddress(search: string, show: Show, views: ReadonlySet<string>): void {
  const { view, beside, chosen } = lookedAt(search, views);
  if (view) useView.setState({ view, beside: beside ?? null });
  else if (beside) useView.setState({ beside });
  const there = chosen?.filter((id) => show.records.has(id)) ?? [];
  if (there.length && there.join() !== useSelection.getState().selection.join()) setTimeout(() => goTo(there));
}

/** Keeps the address as the desk is. It goes past the router: nothing on the page hangs on this part of it. */
export function useAddress(): void {
  const { pathname } = useLocation();
  // biome-ignore lint/correctness/useExhaustiveDependencies: another path has lost what the address said
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const write = () => {
      const { view, beside } = useView.getState();
      const { search, hash } = window.location;
      const next = searchOf(search, { view, beside, chosen: useSelection.getState().selection });
      if (next !== search) window.history.replaceState(window.history.state, '', `${window.location.pathname}${next}${hash}`);
    };
    const soon = () => {
      clearTimeout(timer);
      timer = setTimeout(write, REST);
    };
    soon();
    const off = [
      useView.subscribe((now, before) => (now.view !== before.view || now.beside !== before.beside) && soon()),
      useSelection.subscribe((now, before) => now.selection !== before.selection && soon()),
    ];
    return () => {
      clearTimeout(timer);
      for (const end of off) end();
    };
  }, [pathname]);
}
