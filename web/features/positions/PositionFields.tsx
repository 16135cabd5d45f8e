/** The figures of a position that is being drawn: typed or pointed, in metres or feet. */

import { useState } from 'react';
import { formatLength, type Units } from '#core/measure/lengths';
import { settingsOf } from '#core/model/show';
import {
  bodyOf,
  draftCurve,
  draftFieldsOf,
  type MadeOf,
  madeOf,
  offeredName,
  straightForms,
  usualSize,
} from '#core/setout/draft';
import type { DraftFields } from '#core/setout/draft-fields';
import { curveLength } from '#core/space/curves';
import { useShow } from '../../state/context';
import { useDraft } from '../../state/draft';
import { useTool } from '../../state/tool';
import { Choice, Typed } from '../../ui/Field';
import { Row } from '../../ui/Row';

/** Labels that tests and readers know the fields by. */
const labels: Partial<Record<keyof DraftFields, string>> = { length: 'Pipe length', name: 'Pipe name' };

const madeOfWords: Readonly<Record<MadeOf, string>> = {
  pipe: 'a pipe',
  tube: 'a tube',
  box: 'truss, box',
  'triangle up': 'truss, triangle up',
  'triangle down': 'truss, triangle down',
};

export function PositionFields() {
  const show = useShow();
  const fields = useDraft((state) => state.fields);
  const draft = useDraft((state) => state.draft);
  const form = useTool((state) => state.form);
  const { units } = settingsOf(show);
  const body = bodyOf(form, fields);
  const middle = straightForms.has(form) && fields.by === 'middle';
  const points = draft?.next ? [...draft.points, draft.next] : (draft?.points ?? []);
  const drafted = draftCurve(form, { ...fields, trim: fields.trim || '0' }, points, units);
  const curve = drafted.ok ? drafted.curve : null;
  const shown = (field: keyof DraftFields): string => {
    if (!curve) return '';
    if (field === 'length')
      return curve.form === 'arc' ? '' : formatLength(curve.form === 'vertical' ? curve.height : curveLength(curve), units);
    if (field === 'radius') return curve.form === 'arc' ? formatLength(curve.radius, units) : '';
    if (field === 'start') {
      if (curve.form === 'arc') return `${Math.round(curve.start)}°`;
      if (curve.form !== 'straight') return '';
      return `${Math.round((Math.atan2(curve.b[1] - curve.a[1], curve.b[0] - curve.a[0]) * 180) / Math.PI)}°`;
    }
    if (field === 'width' || field === 'depth') return body && body !== 'pipe' ? formatLength(usualSize(body), units) : '';
    if (field === 'sweep') return curve.form === 'arc' ? `${curve.sweep}°` : '';
    if (field === 'from')
      return pointText(
        curve.form === 'straight'
          ? middle
            ? [(curve.a[0] + curve.b[0]) / 2, (curve.a[1] + curve.b[1]) / 2]
            : curve.a
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
  // What is asked each time stands first; the rest is opened, and is open where all is typed.
  const [all, setAll] = useState(points.length === 0);
  const asked = draftFieldsOf[form].map(([field, label]) => [field, middle && field === 'from' ? 'Middle' : label] as const);
  const seldom = ([field]: readonly [keyof DraftFields, string]) => straightForms.has(form) && field === 'start';
  const sizes: (readonly [keyof DraftFields, string])[] =
    body && body !== 'pipe'
      ? [['width', body === 'tube' ? 'Diameter' : 'Width'], ...(body === 'tube' ? [] : [['depth', 'Depth'] as const])]
      : [];
  const row = ([field, label]: readonly [keyof DraftFields, string]) => (
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
  );
  return (
    <>
      {asked.filter((item) => !seldom(item)).map(row)}
      {(body || straightForms.has(form)) && (
        <details open={all} onToggle={(event) => setAll(event.currentTarget.open)}>
          <summary className="pencil cursor-pointer py-1">{all ? 'Less' : 'More: body, angle, middle'}</summary>
          {asked.filter(seldom).map(row)}
          {body && (
            <Row label="Made of">
              <Choice
                label="Made of"
                value={body}
                options={madeOf.map((name) => [name, madeOfWords[name]] as const)}
                onChoose={(value) => set({ body: value })}
              />
            </Row>
          )}
          {sizes.map(row)}
          {straightForms.has(form) && (
            <Row label="Drawn from">
              <Choice
                label="Drawn from"
                value={middle ? 'middle' : 'end'}
                options={[
                  ['end', 'its end'],
                  ['middle', 'its middle'],
                ]}
                onChoose={(value) => set({ by: value === 'middle' ? 'middle' : '' })}
              />
            </Row>
          )}
        </details>
      )}
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
