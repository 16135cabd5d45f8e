import type { Dispatch } from 'react';
import { type FixtureType, lamps, type SymbolDef } from '#core/model/records';
import { Choice } from '../../../ui/Field';
import { Line, TextField } from '../../../ui/TextField';
import type { Act, Board } from './board';

/** More strokes for a wattage or a lamp of the same body. */
export function Variants({ board, act }: { board: Board; act: Dispatch<Act> }) {
  const { symbol, scope } = board;
  const list = symbol.variants ?? [];
  const put = (variants: SymbolDef['variants']) =>
    act({ do: 'change', to: ({ variants: _, ...now }) => (variants?.length ? { ...now, variants } : now) });
  return (
    <section aria-label="Variants" className="pt-3">
      <h3 className="font-bold">Variants</h3>
      <p className="pencil text-[11px]">More strokes for one wattage or lamp.</p>
      <div className="flex flex-wrap gap-1 py-1">
        <button type="button" className="act act-small" aria-pressed={scope < 0} onClick={() => act({ do: 'scope', at: -1 })}>
          all
        </button>
        {list.map((item, i) => (
          <button
            key={`${i}`}
            type="button"
            className="act act-small"
            aria-pressed={scope === i}
            onClick={() => act({ do: 'scope', at: i })}
          >
            {[item.watts === null ? '' : `${item.watts} W`, item.lamp ?? ''].filter(Boolean).join(' ') || `variant ${i + 1}`}
          </button>
        ))}
        <button
          type="button"
          className="act act-small"
          onClick={() => {
            put([...list, { watts: 1000, lamp: null, shapes: [] }]);
            act({ do: 'scope', at: list.length });
          }}
        >
          + variant
        </button>
      </div>
      {scope >= 0 && list[scope] && (
        <>
          <Line name="Watts" unit="W">
            <TextField
              label="Watts of the variant"
              value={list[scope].watts === null ? '' : String(list[scope].watts)}
              placeholder="any"
              onWrite={(text) => {
                const watts = text.trim() ? Number(text) : null;
                if (watts !== null && !(watts > 0)) return 'A figure, or nothing for any.';
                put(list.map((item, i) => (i === scope ? { ...item, watts } : item)));
                return null;
              }}
            />
          </Line>
          <Line name="Lamp">
            <Choice
              label="Lamp of the variant"
              value={list[scope].lamp ?? ''}
              options={[['', 'any'], ...lamps.map((lamp) => lamp)]}
              onChoose={(value) =>
                put(
                  list.map((item, i) => (i === scope ? { ...item, lamp: (value || null) as FixtureType['lamp'] | null } : item)),
                )
              }
            />
          </Line>
          <button
            type="button"
            className="link"
            onClick={() => {
              put(list.filter((_, i) => i !== scope));
              act({ do: 'scope', at: -1 });
            }}
          >
            Take the variant away
          </button>
        </>
      )}
    </section>
  );
}
