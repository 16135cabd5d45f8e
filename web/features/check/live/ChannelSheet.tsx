/** All channels with what is alive of them, read at a glance in the dark: as tiles, or as a list that is sorted and filtered as the Ledger is. */
import { useMemo, useState } from 'react';
import { sheetRows } from '#core/wires/sheet';
import { useShow } from '../../../state/context';
import { Choice } from '../../../ui/Field';
import { ChannelList } from './ChannelList';
import { ChannelTiles } from './ChannelTiles';
import { Strangers } from './Strangers';

const shows = ['all', 'lit', 'lost'] as const;
const forms = ['tiles', 'list'] as const;

export function ChannelSheet() {
  const show = useShow();
  const rows = useMemo(() => sheetRows(show), [show]);
  const [shown, setShown] = useState<(typeof shows)[number]>('all');
  const [form, setForm] = useState<(typeof forms)[number]>('tiles');
  return (
    <div className="flex h-full flex-col" style={{ background: 'var(--sheet)' }}>
      <div className="flex items-center gap-2 px-4 py-1">
        <span className="pencil">as</span>
        <Choice label="Form of the sheet" className="!w-20" value={form} options={forms} onChoose={setForm} />
        {form === 'tiles' && (
          <>
            <span className="pencil">show</span>
            <Choice label="Channels shown" className="!w-24" value={shown} options={shows} onChoose={setShown} />
          </>
        )}
        <span className="flex-1" />
        <Strangers />
      </div>
      {form === 'tiles' ? <ChannelTiles rows={rows} shown={shown} /> : <ChannelList rows={rows} />}
    </div>
  );
}
