/** The step Hand-over: the package for the console programmer. */

import { snagsOf } from '#core/audit/snags';
import { keyRows } from '#core/draw/key';
import { all } from '#core/model/show';
import { inScheduleOrder } from '#core/order/order';
import { footprintOf } from '#core/patch/footprint';
import { useOut, useShow } from '../../state/context';
import { goTo } from '../../state/selection';
import { SnagLine } from '../../ui/SnagItem';
import { plural } from '../../ui/words';

export function HandOverPanel() {
  const show = useShow();
  const out = useOut();
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
  return (
    <section aria-label="Hand-over">
      <p>
        The package for the console programmer: {plural(fixtures.length)} of {plural(keyRows(show).length, 'type')} with places,
        aims, channels and addresses, as MVR 1.6 with one GDTF file a type.
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
      <a className="act act-main mt-3 block w-full" href={out('handover.mvr', { download: '' })}>
        Write the MVR file
      </a>
      <p className="pencil pt-2">
        An MVR file that comes back is opened on the page of all shows, where it becomes a new show with a report of what was odd
        in it.
      </p>
    </section>
  );
}
