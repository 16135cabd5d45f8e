/** The figures of a position that is being drawn: typed or pointed, in metres or feet. */

import { formatLength, type Units } from '#core/measure/lengths';
import { settingsOf } from '#core/model/show';
import { draftCurve, draftFieldsOf, offeredName } from '#core/setout/draft';
import type { DraftFields } from '#core/setout/draft-fields';
import { curveLength } from '#core/space/curves';
import { useShow } from '../../state/context';
import { useDraft } from '../../state/draft';
import { useTool } from '../../state/tool';
import { Typed } from '../../ui/Field';
import { Row } from '../../ui/Row';

/** Labels that tests and readers know the fields by. */
const labels: Partial<Record<keyof DraftFields, string>> = { length: 'Pipe length', name: 'Pipe name' };

export function PositionFields() {
  const show = useShow();
  const fields = useDraft((state) => state.fields);
  const draft = useDraft((state) => state.draft);
  const form = useTool((state) => state.form);
  const { units } = settingsOf(show);
  const points = draft?.next ? [...draft.points, draft.next] : (draft?.points ?? []);
  const drafted = draftCurve(form, { ...fields, trim: fields.trim || '0' }, points, units);
  const curve = drafted.ok ? drafted.curve : null;
  const shown = (field: keyof DraftFields): string => {
    if (!curve) return '';
    if (field === 'length')
      return curve.form === 'arc' ? '' : formatLength(curve.form === 'vertical' ? curve.height : curveLength(curve), units);
    if (field === 'radius') return curve.form === 'arc' ? formatLength(curve.radius, units) : '';
    if (field === 'start') return curve.form === 'arc' ? `${Math.round(curve.start)}°` : '';
    if (field === 'sweep') return curve.form === 'arc' ? `${curve.sweep}°` : '';
    if (field === 'from')
      return pointText(
        curve.form === 'straight'
          ? curve.a
          : curve.form === 'vertical'
            ? curve.at
            : curve.form === 'arc'
              ? curve.centre
              : points[0],
        units,
      );
    if (field === 'to') return curve.form === 'straight' ? pointText(curve.b, units) : '';
    return '';
  };
  const set = (patch: Partial<DraftFields>) =>
    useDraft.setState((state) => ({ fields: { ...state.fields, ...patch }, fault: null }));
  return (
    <>
      {draftFieldsOf[form].map(([field, label]) => (
        <Row key={field} label={label}>
          <Typed
            data-field={field}
            {...(field === 'trim' ? { 'data-first': true } : {})}
            label={field === 'trim' ? 'Trim height' : (labels[field] ?? label)}
            value={fields[field]}
            placeholder={field === 'trim' ? (units === 'metric' ? 'for example 6.5' : 'for example 21\'4"') : shown(field)}
            onText={(value) => set({ [field]: value })}
          />
        </Row>
      ))}
      <Row label="Name">
        <Typed
          data-field="name"
          label="Pipe name"
          placeholder={offeredName(show, form)}
          value={fields.name}
          onText={(value) => set({ name: value })}
        />
      </Row>
    </>
  );
}

const pointText = (point: readonly [number, number] | undefined, units: Units): string =>
  point ? `${formatLength(point[0], units)}, ${formatLength(point[1], units)}` : '';
