/** The tools in hand: one for each pane that is drawn. Keys and typed points go to that of the leading pane. */
import type { StoreApi, UseBoundStore } from 'zustand';
import { makeStore } from '../../state/store';
import { useView } from '../../state/view';
import type { Tool } from './tool';

export interface Hand {
  /** By the view of the pane. */
  readonly tools: Readonly<Record<string, Tool>>;
  readonly lead: () => Tool | undefined;
  /** Space is held down: the pointer moves the paper. */
  readonly panning: boolean;
}
/** Written by the panes, when they take a tool up or lay it down. */
export const useHand: UseBoundStore<StoreApi<Hand>> = makeStore<Hand>({
  tools: {},
  panning: false,
  lead: (): Tool | undefined => useHand.getState().tools[useView.getState().view],
});
export const takeUp = (view: string, tool: Tool): void =>
  useHand.setState(({ tools }) => ({ tools: { ...tools, [view]: tool } }));
export const layDown = (view: string, tool: Tool): void =>
  useHand.setState(({ tools }) => {
    const { [view]: held, ...others } = tools;
    return held === tool ? { tools: others } : { tools };
  });
