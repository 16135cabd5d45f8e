/** The plate as it will print: the same sheet that PDF and SVG draw. */
import { useMemo } from 'react';
import { plotPlate } from '#core/draw/plate';
import { writeSvg } from '#core/formats/svg';
import { paperNamed, papers } from '#core/measure/scales';
import { settingsOf } from '#core/model/show';
import { useShow } from '../session/context';
import { useDesk } from '../session/desk';

export function PlateView() {
  const show = useShow();
  const turn = useDesk((desk) => desk.turn);
  const settings = settingsOf(show);
  const url = useMemo(() => {
    const paper = paperNamed(settings.paper) ?? papers[0]!;
    const date = new Intl.DateTimeFormat('en-GB', { dateStyle: 'long' }).format(new Date());
    const svg = writeSvg(plotPlate(show, { paper, landscape: turn === 'landscape', denominator: settings.scale, date }).sheet);
    return URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }));
  }, [show, settings, turn]);
  return (
    <div className="flex h-full w-full items-center justify-center p-4" style={{ background: 'var(--desk)' }}>
      <img
        src={url}
        alt={`Plate of ${settings.name}`}
        data-testid="plate"
        className="max-h-full max-w-full border bg-white"
        style={{ borderColor: 'var(--pencil)' }}
      />
    </div>
  );
}
