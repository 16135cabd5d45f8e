/** Wheel, drag and touch of a pane, by d3-zoom. */
import { select } from 'd3-selection';
import { type D3ZoomEvent, zoom, zoomIdentity, zoomTransform } from 'd3-zoom';
import { usePreferences } from '../../state/preferences';
import { useHand } from './hand';
import type { ViewBox } from './paint';
import { type Felt, feltAs, meaningOf, panBy, zoomBy } from './wheel';

export interface Zoomer {
  readonly moveTo: (view: ViewBox) => void;
}

interface Options {
  /** Least and greatest scale. */
  readonly extent?: readonly [number, number];
  /** The pointer moves the paper: there is nothing else for it to do. */
  readonly drags?: boolean;
}
/** @param from the view that stands; nothing moves until somebody moves it */
export function attachZoom(
  element: HTMLDivElement,
  from: ViewBox,
  onView: (view: ViewBox) => void,
  { extent = [0.004, 1.5], drags = false }: Options = {},
): Zoomer {
  let felt: Felt | null = null;
  const means = (event: WheelEvent) => {
    felt = feltAs(event, felt);
    return meaningOf(event, felt, usePreferences.getState().wheel);
  };
  const zoomer = zoom<HTMLDivElement, unknown>()
    .scaleExtent([...extent])
    .filter((event: MouseEvent | WheelEvent | TouchEvent) => {
      if ('touches' in event) return drags || event.touches.length > 1;
      return 'deltaMode' in event
        ? means(event) === 'zoom'
        : event.button === 1 || (drags && event.button === 0) || useHand.getState().panning;
    })
    .wheelDelta(zoomBy)
    .on('zoom', ({ transform: { k, x, y } }: D3ZoomEvent<HTMLDivElement, unknown>) => onView({ k, tx: x, ty: y }));
  const host = select(element);
  host.call(zoomer).on('dblclick.zoom', null);
  host.on('wheel.pan', (event: WheelEvent) => {
    if (meaningOf(event, felt ?? feltAs(event, null), usePreferences.getState().wheel) !== 'pan') return;
    event.preventDefault();
    const { k } = zoomTransform(element);
    const [x, y] = panBy(event);
    host.call(zoomer.translateBy, x / k, y / k);
  });
  const moveTo = ({ k, tx, ty }: ViewBox) => void host.call(zoomer.transform, zoomIdentity.translate(tx, ty).scale(k));
  moveTo(from);
  return { moveTo };
}
