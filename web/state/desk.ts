/** Several stores moved by one call: what a command puts on the desk at once. */
import { type PanelState, usePanels } from './panels';
import { type ToolState, useTool } from './tool';
import { useView, type ViewState } from './view';

type Arrangement = Partial<ViewState & ToolState & PanelState>;

/** Each field goes to the store that has it. */
export function arrange(patch: Arrangement): void {
  const own = (fields: object) => Object.fromEntries(Object.entries(patch).filter(([field]) => field in fields));
  useView.setState(own(useView.getInitialState()));
  // Another tool, or another type to hang: what waits in the tray is not hung by the way.
  const other = patch.tool !== undefined && patch.waiting === undefined;
  useTool.setState({ ...own(useTool.getInitialState()), ...(other ? { waiting: [] } : {}) });
  usePanels.setState(own(usePanels.getInitialState()));
}
