/** Figures of a symbol: what is done with the chosen shapes, and where clamp, unit number, nose and anchors are. */
import type { Dispatch } from 'react';
import { mirroredShape } from '#core/draw/shapes';
import type { SymbolDef } from '#core/model/records';
import { Line, TextField } from '../../../ui/TextField';
import { type Act, alignChosen, type Board, mirrorCopies, onShapes, withAnchor, withoutShapes } from './board';
import { PointText } from './PointText';

export function ChosenActs({ board, act }: { readonly board: Board; readonly act: Dispatch<Act> }) {
  const { scope, chosen } = board;
  return (
    <div className="flex flex-wrap gap-1 py-1">
      <button
        type="button"
        className="act act-small"
        onClick={() => act({ do: 'change', to: onShapes(scope, chosen, mirroredShape) })}
      >
        Mirror
      </button>
      <button type="button" className="act act-small" onClick={() => act({ do: 'change', to: mirrorCopies(scope, chosen) })}>
        Mirrored copy
      </button>
      {(['left', 'centre', 'right', 'front', 'back'] as const).map((how) => (
        <button
          key={how}
          type="button"
          className="act act-small"
          title={how === 'centre' ? 'Middle onto the centre line' : `Align at the ${how}`}
          onClick={() => act({ do: 'change', to: alignChosen(scope, chosen, how) })}
        >
          {how}
        </button>
      ))}
      <button type="button" className="act act-small" onClick={() => act({ do: 'change', to: withoutShapes(scope, chosen) })}>
        Delete
      </button>
    </div>
  );
}

export function Places({ symbol, act }: { readonly symbol: SymbolDef; readonly act: Dispatch<Act> }) {
  return (
    <div className="pt-2">
      <Line name="Clamp" unit="mm">
        <PointText
          label="Clamp"
          at={symbol.origin}
          onPoint={(origin) => act({ do: 'change', to: (now) => ({ ...now, origin }) })}
        />
      </Line>
      <Line name="Unit number" unit="mm">
        <PointText
          label="Place of the unit number"
          at={symbol.unitAt}
          onPoint={(unitAt) => act({ do: 'change', to: (now) => ({ ...now, unitAt }) })}
        />
      </Line>
      <Line name="Nose" unit="deg">
        <TextField
          label="Direction of the nose"
          value={String(symbol.nose)}
          onWrite={(text) => {
            const nose = Number(text.replace(',', '.'));
            if (!Number.isFinite(nose) || Math.abs(nose) > 360) return 'Degrees; 90 is up.';
            act({ do: 'change', to: (now) => ({ ...now, nose }) });
            return null;
          }}
        />
      </Line>
      {symbol.anchors.map((anchor) => (
        <Line key={anchor.form} name={anchor.form} unit="mm">
          <PointText
            label={`Anchor of ${anchor.form}`}
            at={anchor.at}
            onPoint={(at) => act({ do: 'change', to: withAnchor(anchor.form, at) })}
          />
          <button
            type="button"
            className="link text-[11px]"
            onClick={() => act({ do: 'change', to: withAnchor(anchor.form, null) })}
          >
            away
          </button>
        </Line>
      ))}
    </div>
  );
}
