/** Everything by name: Ctrl K. Fetched when it is first asked for, or in a quiet moment; what is typed meanwhile is not lost. */

import { Suspense, useState } from 'react';
import { usePanels } from '../state/panels';
import { Typed } from '../ui/Field';
import { fieldKeys } from '../ui/field-keys';
import { type Context, lazily } from '../ui/registry';
import { paletteField } from './palette-field';

const OpenPalette = lazily(async () => (await import('./OpenPalette')).default);

export function Palette({ context }: { context: Context }) {
  const open = usePanels((state) => state.palette);
  return open ? <Opened context={context} /> : null;
}

function Opened({ context }: { context: Context }) {
  const [text, setText] = useState('');
  const [entered, setEntered] = useState(false);
  return (
    <Suspense
      fallback={
        <div className="fixed inset-x-0 top-14 z-50 mx-auto w-[560px] border shadow-lg" style={{ background: 'var(--sheet)' }}>
          <Typed
            autoFocus
            label="Do anything by name"
            value={text}
            readOnly={entered}
            onText={(value) => setText(value)}
            onKeyDown={fieldKeys({ enter: () => setEntered(true), escape: () => usePanels.setState({ palette: false }) })}
            {...paletteField}
          />
        </div>
      }
    >
      <OpenPalette context={context} text={text} setText={setText} entered={entered} />
    </Suspense>
  );
}
