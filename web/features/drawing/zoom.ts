/** Wheel, drag and touch of a pane, by d3-zoom. */
import { select } from 'd3-selection';
import { type D3ZoomEvent, zoom, zoomIdentity } from 'd3-zoom';
import { useHand } from '../../ui/canvas/hand';
import type { ViewBox } from '../../ui/canvas/paint';

export interface Zoomer {
  readonly moveTo: (view: ViewBox) => void;
}

/** @param from the view that stands; nothing moves until somebody moves it */
export function attachZoom(element: HTMLDivElement, from: ViewBox, onView: (view: ViewBox) => void): Zoomer {
  const zoomer = zoom<HTMLDivElement, unknown>()
    .scaleExtent([0.004, 1.5])
    .filter((event: MouseEvent | WheelEvent) => event.type === 'wheel' || event.button === 1 || useHand.getState().panning)
    .wheelDelta(
      (event) => -event.deltaY * (event.deltaMode === 1 ? 0.05 : event.deltaMode ? 1 : 0.0016) * (event.ctrlKey ? 4 : 1),
    )
    .on('zoom', ({ transform: { k, x, y } }: D3ZoomEvent<HTMLDivElement, unknown>) => onView({ k, tx: x, ty: y }));
  const host = select(element);
  host.call(zoomer).on('dblclick.zoom', null);
  const moveTo = ({ k, tx, ty }: ViewBox) => void host.call(zoomer.transform, zoomIdentity.translate(tx, ty).scale(k));
  moveTo(from);
  return { moveTo };
}
