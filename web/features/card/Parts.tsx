/** The parts of one fixture, cells and devices, each with channel, address, circuit and colour of its own. */

import { may } from '#core/access/roles';
import { actOfField } from '#core/access/writes';
import { fieldText, typeField, usualFields } from '#core/fields/index';
import { updating } from '#core/model/change';
import type { Fixture } from '#core/model/records';
import { partFootprint } from '#core/patch/footprint';
import { isDevice } from '#core/patch/parts';
import { useSession, useSessionPart, useShow } from '../../state/context';
import { TextField } from '../../ui/TextField';
import { Writes } from '../../ui/writes';

const columns = usualFields
  .flatMap(({ id, inParts }) => (inParts ? [{ field: id, name: inParts.as, order: inParts.order }] : []))
  .sort((a, b) => a.order - b.order);

export function Parts({ fixture }: { fixture: Fixture }) {
  const session = useSession();
  const show = useShow();
  const role = useSessionPart((state) => state.role);
  return (
    <section aria-label="Parts" className="pt-2">
      <h3 className="pencil">{fixture.parts.length} parts</h3>
      <table className="w-full text-[11px]">
        <thead className="pencil text-left">
          <tr>
            <th className="font-normal" />
            {columns.map(({ field, name }) => (
              <th key={field} className="font-normal">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {fixture.parts.map((part, i) => (
            <tr key={`${i} ${part.name}`}>
              <td className="max-w-16 truncate" title={`${part.name}, ${partFootprint(show, fixture, i)} slots`}>
                {isDevice(part) ? part.name : part.name || 'lamp'}
              </td>
              {columns.map(({ field, name }) => (
                <td key={field}>
                  <Writes value={may(role, actOfField(field))}>
                    <TextField
                      label={`${name} of ${part.name || 'the lamp'}`}
                      value={fieldText(show, fixture, i, field)}
                      onWrite={(text) => {
                        const typed = typeField(show, fixture, i, field, text);
                        if (!typed.ok) return typed.why;
                        session.edit(
                          `${name} of ${part.name || 'the lamp'} ${text || 'cleared'}`,
                          updating([[fixture, typed.fixture]]),
                        );
                        return null;
                      }}
                    />
                  </Writes>
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
