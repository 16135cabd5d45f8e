/** The plate as it will print: the same sheet that PDF and SVG draw. It is moved and zoomed like any drawing. */
import { useEffect, useMemo, useRef, useState } from 'react';
import { writeSvg } from '#core/formats/svg';
import { settingsOf } from '#core/model/show';
import { useShow } from '../../state/context';
import { useView } from '../../state/view';
import type { ViewBox } from '../../ui/canvas/paint';
import type { Zoomer } from '../../ui/canvas/zoom';
import { later } from '../../ui/registry';
import { usePlate, usePlateMissing } from './plate';

const zooming = later(() => import('../../ui/canvas/zoom'));
const whole: ViewBox = { k: 1, tx: 0, ty: 0 };

export function PlateView() {
  const settings = settingsOf(useShow());
  const { sheet } = usePlate();
  const off = usePlateMissing();
  const url = useMemo(() => URL.createObjectURL(new Blob([writeSvg(sheet)], { type: 'image/svg+xml' })), [sheet]);
  useEffect(() => () => URL.revokeObjectURL(url), [url]);
  const host = useRef<HTMLDivElement>(null);
  const [view, setView] = useState<ViewBox>(whole);
  const zoomer = useRef<Zoomer | null>(null);
  useEffect(() => {
    let closed = false;
    void zooming.load().then(({ attachZoom }) => {
      if (!closed && host.current) zoomer.current = attachZoom(host.current, whole, setView, { extent: [0.5, 40], drags: true });
    });
    return () => {
      closed = true;
    };
  }, []);
  // F fits it, as it does every drawing.
  useEffect(() => useView.subscribe((now, before) => now.goTo !== before.goTo && zoomer.current?.moveTo(whole)), []);
  return (
    <div
      ref={host}
      className="relative h-full w-full cursor-grab overflow-hidden active:cursor-grabbing"
      style={{ background: 'var(--desk)', touchAction: 'none' }}
      data-keys="view"
      tabIndex={-1}
    >
      <div
        className="absolute inset-0 flex items-center justify-center p-4"
        data-testid="plate-sight"
        style={{ transform: `translate(${view.tx}px, ${view.ty}px) scale(${view.k})`, transformOrigin: '0 0' }}
      >
        <img
          src={url}
          alt={`Plate of ${settings.name}`}
          data-testid="plate"
          draggable={false}
          className="max-h-full max-w-full border bg-white object-contain"
          style={{ borderColor: 'var(--pencil)' }}
        />
      </div>
      {off && (
        <p
          className="absolute inset-x-0 top-2 mx-auto w-fit max-w-[46rem] border px-3 py-1"
          style={{ background: 'var(--sheet)', borderColor: 'var(--doubt)' }}
        >
          {off.words}
        </p>
      )}
    </div>
  );
}
