/**
 * Every key of the window goes through here. Commands carry their keys; parts of the screen that take keys while they have the focus (the Ledger, the Shelf, the
 * symbol editor) have a scope and bind the keys that the registry lists for it. A text field keeps its own Enter and Escape (`fieldKeys`).
 */

import { useEffect, useRef } from 'react';
import { usePanels } from '../state/panels';
import { useHand } from './canvas/hand';
import { isTyping } from './canvas/pointing';
import { pressed } from './field-keys';
import { controls, keysAt, leaveField } from './focus';
import { commandFor } from './own-keys';
import { type Context, isOffered, type KeyEntry, registry, type Scope } from './registry';
import { alongTabs } from './tabs';

/** Answers false when it was not for it after all. */
export type KeyAction = (event: KeyboardEvent) => unknown;
type Bindings = Readonly<Record<string, KeyAction>>;
const bound = new Map<Scope, { current: Bindings }[]>();

/** Binds the keys of a scope by their ids while the part is on the screen. */
export function useKeys(scope: KeyEntry['scope'], bindings: Bindings): void {
  const latest = useRef(bindings);
  latest.current = bindings;
  useEffect(() => {
    const list = bound.get(scope) ?? [];
    bound.set(scope, list);
    list.push(latest);
    return () => void list.splice(list.indexOf(latest), 1);
  }, [scope]);
}

/** "*" in a list of keys is any letter, figure or sign. */
const matches = (entry: KeyEntry, name: string, event: KeyboardEvent): boolean =>
  entry.keys.includes(name) || (entry.keys.includes('*') && event.key.length === 1 && !event.ctrlKey && !event.metaKey);

function inScope(scope: Scope, event: KeyboardEvent): boolean {
  const name = pressed(event);
  const actions = bound.get(scope)?.at(-1)?.current;
  if (!actions) return false;
  const entries = registry().keys.filter((item) => item.scope === scope && item.id in actions);
  // A key that is named goes before any letter.
  const entry = entries.find((item) => item.keys.includes(name)) ?? entries.find((item) => matches(item, name, event));
  return entry !== undefined && actions[entry.id]?.(event) !== false;
}

const take = (event: KeyboardEvent): void => {
  event.preventDefault();
  event.stopPropagation();
};

/** The scopes round the focus, from the nearest outwards. True when one of them took the key, or when it goes no further. */
function inScopes(event: KeyboardEvent): boolean {
  const target = event.target instanceof Element ? event.target : null;
  const single = !event.ctrlKey && !event.metaKey;
  let at = target?.closest('[data-scope]') ?? null;
  // Where nothing has the focus, what lies over everything has the keys.
  if (!at && target === document.body) at = [...document.querySelectorAll('[role="dialog"][data-scope]')].at(-1) ?? null;
  while (at) {
    // On a control that stands in it, single keys are the control's.
    const control = target?.closest(controls);
    const theirs = single && control && control !== at && at.contains(control);
    if (!theirs && inScope(at.getAttribute('data-scope') as Scope, event)) {
      take(event);
      return true;
    }
    at = at.parentElement?.closest('[data-scope]') ?? null;
  }
  return false;
}

/** Where figures, and the b of "by", go that are typed on the drawing: the field for the next point, while a tool takes one. */
let figures: ((figure: string) => void) | null = null;
export function useFigures(take: (figure: string) => void): void {
  const latest = useRef(take);
  latest.current = take;
  useEffect(() => {
    const own = (figure: string) => latest.current(figure);
    figures = own;
    return () => {
      if (figures === own) figures = null;
    };
  }, []);
}

function onDrawing(event: KeyboardEvent, context: Context): void {
  const keys = keysAt(event.target);
  const single = !event.ctrlKey && !event.metaKey;
  if (keys === 'rig' && useHand.getState().lead()?.key?.(event)) {
    take(event);
    return;
  }
  if (figures && keys === 'rig' && single && !event.altKey && /^[\d.+-]$|^b$/i.test(event.key)) {
    take(event);
    figures(event.key);
    return;
  }
  const name = pressed(event);
  const command = commandFor(name);
  // Escape leaves what is under way wherever the focus is; other single keys belong to the drawing.
  if (
    !command ||
    !isOffered(command, context.session.get().role) ||
    (single && name !== 'Escape' && (keys === null || (command.edits && keys !== 'rig')))
  )
    return;
  // Text that is marked anywhere is copied as text, and in the Ledger the clipboard holds cells.
  const clipboard = /^mod\+[CVX]$/.test(name);
  const inLedger = event.target instanceof Element && event.target.closest('[data-scope="ledger"]') !== null;
  if (clipboard && (inLedger || !getSelection()?.isCollapsed)) return;
  event.preventDefault();
  command.run(context);
}
/** Whether somebody else has dealt with it. Radix takes every Escape in a dialog, and leaves it to us all the same (`Dialog`). */
const done = (event: KeyboardEvent): boolean =>
  event.defaultPrevented &&
  !(event.key === 'Escape' && event.target instanceof Element && event.target.closest('[role="dialog"][data-scope]'));

/** Escape leaves a field, and does nothing else. */
function escaping(event: KeyboardEvent): void {
  if (event.key !== 'Escape' || !(event.target instanceof HTMLElement)) return;
  event.preventDefault();
  leaveField(event.target);
}

/** Commands that act from a text field too. */
const everywhere = new Set(['palette', 'next part', 'part before', 'guide']);

/** The one handler; `context` says what the commands act on. */
export function useCommandKeys(context: Context): void {
  const latest = useRef(context);
  latest.current = context;
  useEffect(() => {
    const handle = (event: KeyboardEvent) => {
      const { palette, shelf } = usePanels.getState();
      const command = commandFor(pressed(event));
      if (!palette && command && everywhere.has(command.id) && (!shelf || command.id === 'palette' || command.id === 'guide')) {
        event.preventDefault();
        return command.run(latest.current);
      }
      if (palette || done(event)) return;
      if (isTyping(event.target)) return escaping(event);
      if (alongTabs(event)) return take(event);
      if (inScopes(event) || shelf) return;
      onDrawing(event, latest.current);
    };
    window.addEventListener('keydown', handle);
    return () => window.removeEventListener('keydown', handle);
  }, []);
}

/** Keys of pages without a show: scopes alone. */
export function useScopeKeys(): void {
  useEffect(() => {
    const handle = (event: KeyboardEvent) => {
      if (done(event)) return;
      if (isTyping(event.target)) escaping(event);
      else if (alongTabs(event)) take(event);
      else inScopes(event);
    };
    window.addEventListener('keydown', handle);
    return () => window.removeEventListener('keydown', handle);
  }, []);
}
