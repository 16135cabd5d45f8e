/** The plate as it will print: the same sheet that PDF and SVG draw. */
import { useMemo } from 'react';
import { writeSvg } from '#core/formats/svg';
import { settingsOf } from '#core/model/show';
import { useShow } from '../../state/context';
import { usePlate, usePlateMissing } from './plate';

export function PlateView() {
  const settings = settingsOf(useShow());
  const { sheet } = usePlate();
  const off = usePlateMissing();
  const url = useMemo(() => URL.createObjectURL(new Blob([writeSvg(sheet)], { type: 'image/svg+xml' })), [sheet]);
  return (
    <div
      className="flex h-full w-full flex-col items-center justify-center gap-3 p-4"
      style={{ background: 'var(--desk)' }}
      data-keys="view"
      tabIndex={-1}
    >
      {off && (
        <p className="max-w-[46rem] border px-3 py-1" style={{ background: 'var(--sheet)', borderColor: 'var(--doubt)' }}>
          {off.words}
        </p>
      )}
      <img
        src={url}
        alt={`Plate of ${settings.name}`}
        data-testid="plate"
        className="min-h-0 max-w-full border bg-white object-contain"
        style={{ borderColor: 'var(--pencil)' }}
      />
    </div>
  );
}
