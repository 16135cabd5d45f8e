/** What differs, by position and unit, in the words of the trade; narrowed to what one asks about. */
import { useState } from 'react';
import { type Aspect, aspects } from '#core/compare/aspects';
import { changeGroups, saidComparison } from '#core/compare/changes-list';
import { type FixtureDifference, matters } from '#core/compare/compare';
import type { Id } from '#core/model/records';
import { find } from '#core/model/show';
import type { Compared } from '../../state/compare';
import { goTo } from '../../state/selection';

const MOST = 80;
interface Props {
  readonly compared: Compared;
  /** Takes a unit back to how it stood; null where it is not today that is looked at. */
  readonly onBack: ((id: Id, name: string) => void) | null;
}
const hasAspect = (item: FixtureDifference, aspect: Aspect | ''): boolean =>
  aspect === '' ? matters(item) : item.details.some((detail) => detail.aspect === aspect);

export function ChangeLines({ compared, onBack }: Props) {
  const { comparison, from, to } = compared;
  const [aspect, setAspect] = useState<Aspect | ''>('');
  const narrowed = { ...comparison, fixtures: comparison.fixtures.filter((item) => hasAspect(item, aspect)) };
  const shown = narrowed.fixtures.slice(0, MOST);
  return (
    <>
      <p role="status">{saidComparison(comparison)}</p>
      <div className="flex flex-wrap gap-1 py-1">
        {aspects
          .filter((name) => name !== 'drawn' && comparison.counts.has(name))
          .map((name) => (
            <button
              key={name}
              type="button"
              className="act act-small"
              aria-pressed={aspect === name}
              onClick={() => setAspect(aspect === name ? '' : name)}
            >
              {comparison.counts.get(name)} {name}
            </button>
          ))}
      </div>
      {aspect === '' && (
        <ul aria-label="Positions that changed">
          {changeGroups({ ...comparison, fixtures: [] }, from, to).flatMap(({ position, rows }) =>
            rows.map(({ what, from: was, to: is }) => (
              <li key={`${position} ${what}`} className="py-0.5">
                <b>{position}</b> {what.replace('The position: ', '')}: {was} &rarr; {is}
              </li>
            )),
          )}
        </ul>
      )}
      <ul aria-label="Units that changed">
        {shown.map((item) => (
          <UnitLine key={item.id} item={item} compared={compared} onBack={onBack} />
        ))}
      </ul>
      {narrowed.fixtures.length > MOST && <p className="pencil">And {narrowed.fixtures.length - MOST} more.</p>}
    </>
  );
}

function UnitLine({ item, compared, onBack }: Props & { readonly item: FixtureDifference }) {
  const { from, to } = compared;
  const fixture = item.after ?? item.before;
  if (!fixture) return null;
  const position = find(item.after ? to : from, 'position', fixture.position)?.name ?? '';
  const name = `${position} ${fixture.unit}`.trim();
  const [group] = changeGroups({ ...compared.comparison, positions: [], fixtures: [item] }, from, to);
  return (
    <li className="py-1" style={{ borderBottom: '1px solid var(--hair-faint)' }}>
      <div className="flex items-baseline gap-2">
        <button
          type="button"
          className="link min-w-0 flex-1 truncate text-left"
          disabled={!item.after}
          onClick={() => goTo([item.id])}
        >
          {name}
        </button>
        <span className="pencil">{fixture.parts.map(({ channel }) => channel).join(', ')}</span>
        {onBack && (
          <button type="button" className="link" aria-label={`Take ${name} back`} onClick={() => onBack(item.id, name)}>
            back
          </button>
        )}
      </div>
      {group?.rows.map(({ what, from: was, to: is }) => (
        <p key={what} className="text-[12px] leading-4">
          <span className="pencil">{what}</span> {was} &rarr; {is}
        </p>
      ))}
    </li>
  );
}
