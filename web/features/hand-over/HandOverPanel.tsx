/** The step Hand-over: the package for the console programmer. */
import { useState } from 'react';
import { snagsOf } from '#core/audit/snags';
import { keyRows } from '#core/draw/key';
import { all, settingsOf } from '#core/model/show';
import { inScheduleOrder } from '#core/order/order';
import { footprintOf } from '#core/patch/footprint';
import { useOut, useShow } from '../../state/context';
import { goTo } from '../../state/selection';
import { toast } from '../../state/toast';
import { ReadOrWrite } from '../../ui/May';
import { SnagLine } from '../../ui/SnagItem';
import { saveFile } from '../../ui/save';
import { plural } from '../../ui/words';
import { GroupLines } from './GroupLines';
import { PackageFiles } from './PackageFiles';
import { SentBack } from './SentBack';
import { WhatGoes } from './WhatGoes';

export function HandOverPanel() {
  const show = useShow();
  const out = useOut();
  const [sure, setSure] = useState(false);
  const [busy, setBusy] = useState(false);
  const { name, issued } = settingsOf(show);
  const fixtures = inScheduleOrder(show);
  const without = fixtures.filter((fixture) => !fixture.spare && fixture.parts.every((part) => !part.channel)).length;
  const unpatched = fixtures.filter(
    (fixture) =>
      !fixture.spare &&
      fixture.parts.every((part) => part.address === null) &&
      all(show, 'type').some(
        (type) => type.id === fixture.type && type.modes.some((mode) => mode.name === fixture.mode && footprintOf(mode) > 0),
      ),
  ).length;
  const stops = snagsOf(show).filter((snag) => snag.weight === 'stop');
  const write = async () => {
    setBusy(true);
    try {
      const answer = await fetch(out('package.zip'));
      if (answer.ok) saveFile(`${name}${issued ? `, issue ${issued}` : ''}.zip`, await answer.blob());
      else toast(((await answer.json()) as { detail?: string }).detail ?? 'The package could not be made.');
    } catch {
      toast('The server does not answer. Try the package again in a moment.');
    } finally {
      setBusy(false);
      setSure(false);
    }
  };
  return (
    <section aria-label="Hand-over">
      <SentBack />
      <p>
        The package for the console programmer: {plural(fixtures.length)} of {plural(keyRows(show).length, 'type')}, in one file
        with a manifest{issued ? `, stamped issue ${issued}` : '. The plot was not issued yet: the package bears no letter'}.
      </p>
      {[
        without ? `${plural(without)} without a channel.` : '',
        unpatched ? `${plural(unpatched)} without an address.` : '',
        stops.length ? `${plural(stops.length, 'snag')} that would stop the show.` : '',
      ]
        .filter(Boolean)
        .map((text) => (
          <p key={text} className="pt-1" style={{ color: 'var(--doubt)' }}>
            {text}
          </p>
        ))}
      {stops.slice(0, 5).map((snag) => (
        <SnagLine key={snag.text} text={snag.text} stop repair={null} onGo={() => goTo(snag.fixtures)} />
      ))}
      <ReadOrWrite>
        <WhatGoes />
        <GroupLines />
        <PackageFiles />
      </ReadOrWrite>
      {stops.length > 0 && sure && (
        <p role="alert" className="pt-2">
          {plural(stops.length, 'snag')} would stop the show. Is it to go out all the same?
        </p>
      )}
      <button
        type="button"
        className="act act-main mt-2 block w-full"
        disabled={busy}
        onClick={() => (stops.length && !sure ? setSure(true) : void write())}
      >
        {busy ? 'Writing the package...' : sure ? 'Write it all the same' : 'Write the package'}
      </button>
      <a className="link mt-2 block" href={out('handover.mvr', { download: '' })}>
        The MVR file alone
      </a>
      <p className="pencil pt-2">
        What comes back, an MVR file or a list, is dropped on this window or brought by Bring back: it is compared with the show
        before anything moves. On the page of all shows it becomes a new one.
      </p>
    </section>
  );
}
