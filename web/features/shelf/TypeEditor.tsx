/** A fixture type in full: what its family needs, each figure with its unit and its fault beside it; symbol, light and modes. */

import { FileUp, Trash2 } from 'lucide-react';
import { lazy, Suspense, useMemo, useRef, useState } from 'react';
import { v4 } from 'uuid';
import { measuresOf, symbolFrom } from '#core/draw/shapes';
import { endsOf } from '#core/formats/index';
import { writeIes } from '#core/formats/photometric/ies';
import type { Oddity } from '#core/formats/report';
import { angleAt, lumensOf, peakOfTable } from '#core/light/candela';
import type { Units } from '#core/measure/lengths';
import { adding, compose, nothing, updating } from '#core/model/change';
import {
  type AccessoryForm,
  accessoryForms,
  type Family,
  type FixtureType,
  families,
  type Photometry,
  type SymbolDef,
} from '#core/model/records';
import { find, type Show } from '#core/model/show';
import { changingType } from '#core/shelf/copy';
import { groups, type TypeField, typedField, typeFaults, typeFields, typeText } from '#core/shelf/type-form';
import { sendFile } from '../../state/api';
import type { Session } from '../../state/session/session';
import { attempt, putItems } from '../../state/shelf';
import { toast } from '../../state/toast';
import { Choice, FileField, Tick } from '../../ui/Field';
import { SymbolMark } from '../../ui/SymbolMark';
import { Line, TextField } from '../../ui/TextField';
import { ReportList } from './ImportFile';
import { Light } from './Light';
import { ModesEditor } from './ModesEditor';
import type { Editing } from './making';

const SymbolEditor = lazy(() => import('./symbol/SymbolEditor').then((module) => ({ default: module.SymbolEditor })));

interface Props {
  readonly editing: Editing;
  readonly units: Units;
  readonly session?: Session;
  readonly show?: Show;
  /** Leaves the form; with the id of what was stored. */
  readonly done: (id: string | null) => void;
}

export function TypeEditor({ editing, units, session, done }: Props) {
  const [type, setType] = useState<FixtureType>(editing.type!);
  const [symbol, setSymbol] = useState<SymbolDef | null>(editing.symbol);
  const [drawing, setDrawing] = useState(false);
  const faults = typeFaults(type);
  const stops = faults.filter((fault) => fault.weight === 'stop');
  const fields = useMemo(() => typeFields({ family: type.family, lamp: type.lamp }), [type.family, type.lamp]);
  const changed = type !== editing.type || symbol !== editing.symbol;

  const store = async () => {
    const { symbol: _, ...plain } = type;
    const whole: FixtureType = symbol ? { ...plain, symbol: symbol.id } : plain;
    if (editing.where === 'shelf') {
      const put = [...(symbol ? [symbol] : []), whole].map((record) => ({
        record,
        base: editing.bases.get(record.id) ?? null,
        folder: editing.folder,
      }));
      if (await attempt(() => putItems(put))) {
        toast(`${whole.name} is on the Shelf.`);
        done(whole.id);
      }
      return;
    }
    const now = session!.get().show;
    const before = find(now, 'type', whole.id);
    if (!before) return void toast.error('This type was taken out of the show meanwhile.');
    const known = symbol ? find(now, 'symbol', symbol.id) : undefined;
    const symbolChange = !symbol ? nothing : known ? (known === symbol ? nothing : updating([[known, symbol]])) : adding(symbol);
    session!.edit(`Change the type ${whole.name}`, compose(symbolChange, changingType(now, before, whole)));
    done(whole.id);
  };

  if (drawing)
    return (
      <Suspense fallback={<p className="pencil p-6">Opening...</p>}>
        <SymbolEditor
          symbol={symbol ?? symbolFrom(v4(), type.name, type.family, measuresOf(type.family, type))}
          type={type}
          units={units}
          onDone={(made) => {
            setDrawing(false);
            if (made) setSymbol(made);
          }}
        />
      </Suspense>
    );

  return (
    <section aria-label="Fixture type" className="flex min-h-0 flex-1 flex-col">
      <div className="grid min-h-0 flex-1 grid-cols-[330px_1fr_392px]">
        <div className="min-h-0 overflow-auto px-4 py-2" style={{ borderRight: '1px solid var(--hair)' }}>
          <Line name="Family">
            <Choice
              label="Family"
              value={type.family}
              options={families.map((family) => family)}
              onChoose={(value) => setType((now) => ({ ...now, family: value as Family }))}
            />
          </Line>
          {groups.map((group) => {
            const of = fields.filter((field) => field.group === group);
            if (!of.length) return null;
            return (
              <section key={group} aria-label={group}>
                {group !== 'What it is' && <h3 className="pencil pt-3">{group}</h3>}
                {of.map((field) => (
                  <Field key={field.key} field={field} type={type} units={units} faults={faults} onType={setType} />
                ))}
              </section>
            );
          })}
        </div>
        <div className="min-h-0 overflow-auto px-4 py-2" style={{ borderRight: '1px solid var(--hair)' }}>
          <ModesEditor
            modes={type.modes}
            onModes={(modes) => setType((now) => ({ ...now, modes }))}
            faults={faults.filter((fault) => fault.key === 'modes')}
          />
          <Fits type={type} onType={setType} />
        </div>
        <div className="min-h-0 overflow-auto px-4 py-2">
          <h3 className="font-bold">Symbol</h3>
          <div
            className="my-1 grid h-[170px] place-items-center border"
            style={{ background: 'var(--sheet)', borderColor: 'var(--hair)' }}
          >
            <SymbolMark type={type} own={symbol ?? undefined} width={230} height={150} />
          </div>
          <div className="flex gap-1.5">
            <button type="button" className="act" onClick={() => setDrawing(true)}>
              {symbol ? 'Refine the symbol' : 'Draw its own symbol'}
            </button>
            {symbol && (
              <button type="button" className="act" onClick={() => setSymbol(null)}>
                Back to ours
              </button>
            )}
          </div>
          <h3 className="pt-3 font-bold">Light</h3>
          <PhotometricFile type={type} onType={setType} />
          <Light type={type} units={units} />
        </div>
      </div>
      <footer className="flex items-center gap-3 px-4 py-2" style={{ borderTop: '1px solid var(--hair)' }}>
        <div className="min-w-0 flex-1">
          {stops.map((fault) => (
            <p key={fault.why} role="alert" style={{ color: 'var(--stop)' }}>
              {fault.why}
            </p>
          ))}
        </div>
        <button type="button" className="act" onClick={() => done(null)}>
          {changed ? 'Leave without storing' : 'Leave'}
        </button>
        <button type="button" className="act act-main" disabled={stops.length > 0} onClick={() => void store()}>
          {editing.where === 'show'
            ? 'Change it in this show'
            : editing.bases.has(type.id)
              ? 'Store the new version'
              : 'Put it on the Shelf'}
        </button>
      </footer>
    </section>
  );
}

interface FieldProps {
  readonly field: TypeField;
  readonly type: FixtureType;
  readonly units: Units;
  readonly faults: ReturnType<typeof typeFaults>;
  readonly onType: (change: (now: FixtureType) => FixtureType) => void;
}
function Field({ field, type, units, faults, onType }: FieldProps) {
  const fault = faults.find((item) => item.key === field.key);
  const value = typeText(type, field.key);
  const write = (text: string): string | null => {
    const typed = typedField(type, field.key, text, units);
    if (!typed.ok) return typed.why;
    // From what stands now, so that two fields left quickly one after the other both count.
    onType((now) => {
      const again = typedField(now, field.key, text, units);
      return again.ok ? again.type : now;
    });
    return null;
  };
  return (
    <div title={field.help}>
      <Line name={field.name} {...(field.unit ? { unit: field.unit } : {})}>
        {field.choices ? (
          <Choice
            label={field.name}
            value={value}
            options={field.choices.map((choice) => choice)}
            onChoose={(value) => write(value)}
          />
        ) : (
          <TextField label={field.name} value={value} onWrite={write} />
        )}
      </Line>
      {fault && (
        <p className="text-[11px]" style={{ color: fault.weight === 'stop' ? 'var(--stop)' : 'var(--doubt)' }}>
          {fault.why}
        </p>
      )}
    </div>
  );
}

/** Accessories that fit: nothing ticked is not said, rather than none. */
function Fits({ type, onType }: { type: FixtureType; onType: (change: (now: FixtureType) => FixtureType) => void }) {
  const toggle = (form: AccessoryForm) =>
    onType(({ fits, ...rest }) => {
      const next = fits?.includes(form) ? fits.filter((item) => item !== form) : [...(fits ?? []), form];
      return next.length ? { ...rest, fits: next } : rest;
    });
  return (
    <section aria-label="Accessories that fit" className="pt-4">
      <h3 className="font-bold">Accessories that fit</h3>
      <div className="grid grid-cols-3">
        {accessoryForms.map((form) => (
          <label key={form} className="flex items-center gap-1.5 py-0.5">
            <Tick checked={type.fits?.includes(form) ?? false} onTick={() => toggle(form)} />
            {form}
          </label>
        ))}
      </div>
    </section>
  );
}

interface Measured {
  readonly light: Photometry;
  readonly maker: string;
  readonly lampLumens: number | null;
  readonly report: readonly Oddity[];
}
/** A photometric file in place of figures; angles, lumens and peak then follow from it. */
function PhotometricFile({ type, onType }: { type: FixtureType; onType: (change: (now: FixtureType) => FixtureType) => void }) {
  const file = useRef<HTMLInputElement>(null);
  const [report, setReport] = useState<readonly Oddity[] | null>(null);
  const read = (chosen: File) =>
    attempt(async () => {
      const { light, report: said } = await sendFile<Measured>('/api/imports/photometric', chosen);
      setReport(said);
      onType((now) => {
        const [beam, field] = [angleAt(light, 0.5), angleAt(light, 0.1)];
        const { candela, ...rest } = now;
        const tidy = (value: number) => Math.round(value * 100) / 100;
        return {
          ...rest,
          photometry: light,
          ...(beam === null ? {} : { beam: tidy(Math.min(180, beam)) }),
          ...(field === null ? {} : { field: tidy(Math.min(180, field)) }),
          lumens: Math.round(Math.min(1e8, lumensOf(light))),
          lumensIn: 'total',
          candela: tidy(peakOfTable(light).peak),
        };
      });
    });
  const { photometry } = type;
  return (
    <div className="flex flex-wrap items-center gap-1.5 py-1">
      <button type="button" className="act flex items-center gap-1" onClick={() => file.current?.click()}>
        <FileUp size={13} /> {photometry ? 'Another photometric file' : 'Take a photometric file'}
      </button>
      {photometry && (
        <>
          <a
            className="act"
            download={`${type.name}.ies`}
            href={`data:text/plain;charset=us-ascii,${encodeURIComponent(writeIes(photometry, type.maker))}`}
          >
            Write LM-63
          </a>
          <button
            type="button"
            className="act flex items-center gap-1"
            onClick={() => {
              setReport(null);
              onType(({ photometry: _, candela, ...rest }) => rest);
            }}
          >
            <Trash2 size={12} /> Without
          </button>
        </>
      )}
      <FileField
        ref={file}
        accept={endsOf('light')}
        testId="photometric-file"
        onFile={(file) => {
          void read(file);
        }}
      />
      {report && report.length > 0 && <ReportList report={report} />}
    </div>
  );
}
