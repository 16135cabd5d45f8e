/** A venue read from DXF: layers, unit, origin and rotation are chosen on a preview; then it lies on locked layers. */

import { useEffect, useMemo, useRef, useState } from 'react';
import { guessUnit } from '#core/formats/dxf/drawing';
import { onStage, type PackedDrawing, type Placing } from '#core/formats/dxf/place';
import { endsOf } from '#core/formats/index';
import type { Oddity } from '#core/formats/report';
import { formatLength } from '#core/measure/lengths';
import { itemAt, present } from '#core/measure/list';
import { adding } from '#core/model/change';
import { layersInOrder } from '#core/model/layers';
import type { Backdrop, Layer, Vec2 } from '#core/model/records';
import { all, settingsOf } from '#core/model/show';
import { outlinePoints } from '#core/space/transform';
import { useSession, useShow } from '../../state/context';
import { usePanels } from '../../state/panels';
import { usePreferences } from '../../state/preferences';
import { toast } from '../../state/toast';
import { Choice, FileField, Tick, Typed } from '../../ui/Field';
import { PanelHead } from '../../ui/PanelHead';
import { Line } from '../../ui/TextField';
import { plural } from '../../ui/words';
import type { DxfAnswer, DxfAsk } from './dxf.worker';

const unitNames: readonly (readonly [string, number])[] = [
  ['millimetres', 1],
  ['centimetres', 10],
  ['metres', 1000],
  ['inches', 25.4],
  ['feet', 304.8],
];

export function DxfPanel() {
  const session = useSession();
  const show = useShow();

  const { units } = settingsOf(show);
  const [progress, setProgress] = useState<{ share: number; doing: string } | null>(null);
  const [fault, setFault] = useState('');
  const [read, setRead] = useState<{ name: string; drawing: PackedDrawing; report: readonly Oddity[] } | null>(null);
  const [layers, setLayers] = useState<ReadonlySet<string>>(new Set());
  const [unit, setUnit] = useState(1);
  const [origin, setOrigin] = useState<Vec2>([0, 0]);
  const [rotation, setRotation] = useState('0');
  const worker = useRef<Worker | null>(null);
  useEffect(() => () => worker.current?.terminate(), []);

  const open = async (file: File) => {
    setFault('');
    setRead(null);
    setProgress({ share: 0, doing: 'opening' });
    worker.current?.terminate();
    const made = new Worker(new URL('./dxf.worker.ts', import.meta.url), { type: 'module' });
    worker.current = made;
    made.onmessage = (event: MessageEvent<DxfAnswer>) => {
      const answer = event.data;
      if (answer.kind === 'progress') return setProgress(answer);
      setProgress(null);
      if (answer.kind === 'failed') return setFault(answer.message);
      if (answer.kind === 'placed') return lay(file.name, answer.added, answer.far);
      const { drawing } = answer;
      const [x0, y0, x1, y1] = drawing.box;
      setRead({ name: file.name, drawing, report: answer.report });
      setLayers(new Set(drawing.layers.flatMap((layer) => (layer.off ? [] : [layer.name]))));
      setUnit(drawing.unit ?? guessUnit(Math.max(x1 - x0, y1 - y0)));
      setOrigin([0, 0]);
    };
    made.onerror = () => {
      setProgress(null);
      setFault('The file could not be read: the reader stopped. It may be too large for this machine.');
    };
    const bytes = await file.arrayBuffer();
    made.postMessage({ kind: 'read', bytes } satisfies DxfAsk, [bytes]);
  };

  const angle = Number(rotation);
  const placing: Placing = { layers, unit, origin, rotation: Number.isFinite(angle) ? angle : 0 };
  const [w, h] = read
    ? [(read.drawing.box[2] - read.drawing.box[0]) * unit, (read.drawing.box[3] - read.drawing.box[1]) * unit]
    : [0, 0];
  const take = () => {
    setFault('');
    setProgress({ share: 0.95, doing: 'laying it on the stage' });
    const lowest = layersInOrder(session.get().show)[0]?.order ?? 0;
    worker.current?.postMessage({ kind: 'place', placing, lowest } satisfies DxfAsk);
  };
  const lay = (name: string, added: readonly (Layer | Backdrop)[], far: number) => {
    if (!added.length)
      return setFault('Nothing of the chosen layers lies within 10 km of the origin. Click an origin in the preview.');
    session.edit(`Read ${name}`, adding(...added));
    toast(
      `${name} lies on ${plural(added.filter((record) => record.kind === 'layer').length, 'locked layer')}.${far ? ` ${far} lines more than 10 km away were left out.` : ''}`,
    );
    usePanels.setState({ panel: null });
  };
  return (
    <section
      aria-label="Read a venue from DXF"
      className="absolute inset-3 z-20 flex border text-[12px]"
      style={{ background: 'var(--sheet)', borderColor: 'var(--pencil)' }}
    >
      <div className="w-64 shrink-0 overflow-auto p-3" style={{ borderRight: '1px solid var(--hair)' }}>
        <PanelHead name="Read a venue from DXF" onClose={() => usePanels.setState({ panel: null })} />
        <label className="act block cursor-pointer text-center">
          {read ? 'Choose another file' : 'Choose a DXF file'}
          <FileField
            accept={endsOf('venue')}
            testId="dxf-file"
            className="sr-only"
            tabIndex={0}
            onFile={(file) => {
              void open(file);
            }}
          />
        </label>
        {progress && (
          <div className="pt-2">
            <progress className="w-full" value={progress.share} max={1} aria-label="Reading" />
            <p className="pencil">{progress.doing}</p>
            <button
              type="button"
              className="act"
              onClick={() => {
                worker.current?.terminate();
                setProgress(null);
              }}
            >
              Stop
            </button>
          </div>
        )}
        {fault && (
          <p role="alert" className="pt-2" style={{ color: 'var(--stop)' }}>
            {fault}
          </p>
        )}
        {read && (
          <>
            <Line name="Unit">
              <Choice
                label="Unit of the file"
                value={unit}
                options={[
                  ...unitNames,
                  ...(unitNames.some(([, mm]) => mm === unit) ? [] : [['as the file says', unit] as const]),
                ].map(([name, mm]) => [mm, name] as const)}
                onChoose={(value) => setUnit(Number(value))}
              />
            </Line>
            <p className="pencil" data-testid="dxf-size">
              {read.drawing.unit === null ? 'The file does not say its unit. ' : ''}It is then {formatLength(w, units)} x{' '}
              {formatLength(h, units)} {units === 'metric' ? 'm' : ''} large.
            </p>
            <Line name="Turn">
              <Typed label="Rotation" value={rotation} onText={(value) => setRotation(value)} />
            </Line>
            <p className="pencil py-1">Click in the preview where the centre line crosses the plaster line.</p>
            <fieldset>
              <legend className="pencil">Layers</legend>
              <div className="max-h-44 overflow-auto">
                {read.drawing.layers.map((layer) => (
                  <label key={layer.name} className="flex items-center gap-2">
                    <Tick
                      checked={layers.has(layer.name)}
                      onTick={() => {
                        const next = new Set(layers);
                        if (!next.delete(layer.name)) next.add(layer.name);
                        setLayers(next);
                      }}
                    />
                    <span className="flex-1 truncate">{layer.name}</span>
                    <span className="pencil">
                      {layer.off ? 'off, ' : ''}
                      {layer.entities}
                    </span>
                  </label>
                ))}
              </div>
            </fieldset>
            <button type="button" className="act act-main mt-2 w-full" disabled={!layers.size} onClick={take}>
              Lay it on the stage
            </button>
            <p className="pencil pt-1">
              {read.drawing.entities} entities, {read.drawing.segments} lines.
            </p>
            {read.report.length > 0 && (
              <details>
                <summary>{plural(read.report.length, 'remark')}</summary>
                <ul className="list-disc pl-4" aria-label="Remarks">
                  {read.report.slice(0, 100).map((item) => (
                    <li key={`${item.code} ${item.message}`}>{item.message}</li>
                  ))}
                </ul>
              </details>
            )}
          </>
        )}
      </div>
      <div className="relative min-w-0 flex-1">
        {read ? (
          <Preview drawing={read.drawing} placing={placing} onOrigin={setOrigin} />
        ) : (
          <p className="pencil p-6">
            A venue that was drawn elsewhere becomes a backdrop on locked layers: faint, to snap to, not to be changed by
            accident.
          </p>
        )}
      </div>
    </section>
  );
}

/** The file as it would lie, with the show's own stage over it. */
function Preview({ drawing, placing, onOrigin }: { drawing: PackedDrawing; placing: Placing; onOrigin: (at: Vec2) => void }) {
  const show = useShow();
  const theme = usePreferences((state) => state.theme);
  const canvas = useRef<HTMLCanvasElement>(null);
  const frame = useMemo(() => {
    const [x0, y0, x1, y1] = drawing.box;
    const corners = (
      [
        [x0, y0],
        [x1, y0],
        [x1, y1],
        [x0, y1],
      ] as const
    ).map((point) => onStage(point, placing));
    corners.push([0, 0]);
    const [xs, ys] = [corners.map((p) => p[0]), corners.map((p) => p[1])];
    return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)] as const;
  }, [drawing, placing]);
  const wholeBox = (w: number, h: number) => {
    const k = Math.min((w - 40) / Math.max(1, frame[2] - frame[0]), (h - 40) / Math.max(1, frame[3] - frame[1]));
    return { k, tx: w / 2 - ((frame[0] + frame[2]) / 2) * k, ty: h / 2 + ((frame[1] + frame[3]) / 2) * k };
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: drawn anew when any of these changes
  useEffect(() => {
    const element = canvas.current!;
    const [w, h] = [element.clientWidth, element.clientHeight];
    const ratio = window.devicePixelRatio || 1;
    element.width = w * ratio;
    element.height = h * ratio;
    const ctx = present(element.getContext('2d'));
    ctx.scale(ratio, ratio);
    const style = getComputedStyle(document.documentElement);
    const colour = (name: string) => style.getPropertyValue(name).trim();
    const { k, tx, ty } = wholeBox(w, h);
    ctx.lineWidth = 0.8;
    ctx.strokeStyle = colour('--pencil');
    const [c, s] = [
      Math.cos((placing.rotation * Math.PI) / 180) * placing.unit,
      Math.sin((placing.rotation * Math.PI) / 180) * placing.unit,
    ];
    for (const layer of drawing.layers) {
      if (!placing.layers.has(layer.name)) continue;
      ctx.beginPath();
      const { coords, starts } = layer;
      for (let n = 0; n + 1 < starts.length; n++) {
        for (let i = itemAt(starts, n); i < itemAt(starts, n + 1); i += 2) {
          const [dx, dy] = [itemAt(coords, i) - placing.origin[0], itemAt(coords, i + 1) - placing.origin[1]];
          const [x, y] = [(dx * c - dy * s) * k + tx, ty - (dx * s + dy * c) * k];
          if (i > itemAt(starts, n)) ctx.lineTo(x, y);
          else ctx.moveTo(x, y);
        }
        // Long paths are drawn far slower than short ones.
        if (n % 200 === 199) {
          ctx.stroke();
          ctx.beginPath();
        }
      }
      ctx.stroke();
    }
    ctx.strokeStyle = colour('--ink');
    for (const outline of all(show, 'outline')) {
      if (outline.use === 'seats') continue;
      ctx.beginPath();
      outlinePoints(outline).forEach(([x, y], i) => {
        ctx[i ? 'lineTo' : 'moveTo'](x * k + tx, ty - y * k);
      });
      ctx.stroke();
    }
    ctx.strokeStyle = colour('--lamp');
    ctx.setLineDash([8, 3]);
    ctx.beginPath();
    ctx.moveTo(tx, 0);
    ctx.lineTo(tx, h);
    ctx.moveTo(0, ty);
    ctx.lineTo(w, ty);
    ctx.stroke();
  }, [drawing, placing, frame, show, theme]);
  return (
    <canvas
      ref={canvas}
      className="absolute inset-0 h-full w-full cursor-crosshair"
      data-testid="dxf-preview"
      role="img"
      aria-label="Preview of the file over the stage"
      onClick={(event) => {
        const element = event.currentTarget;
        const { k, tx, ty } = wholeBox(element.clientWidth, element.clientHeight);
        const [x, y] = [(event.nativeEvent.offsetX - tx) / k, (ty - event.nativeEvent.offsetY) / k];
        // Back into the file: turned and scaled the other way.
        const a = (-placing.rotation * Math.PI) / 180;
        const at: Vec2 = [
          placing.origin[0] + (x * Math.cos(a) - y * Math.sin(a)) / placing.unit,
          placing.origin[1] + (x * Math.sin(a) + y * Math.cos(a)) / placing.unit,
        ];
        onOrigin(nearestEnd(drawing, placing.layers, at, 12 / k / placing.unit) ?? at);
      }}
    />
  );
}

/** The end of a line near a click, so that an origin lies on a corner and not beside it. */
function nearestEnd(drawing: PackedDrawing, layers: ReadonlySet<string>, at: Vec2, tolerance: number): Vec2 | null {
  let best: Vec2 | null = null;
  let least = tolerance;
  for (const layer of drawing.layers) {
    if (!layers.has(layer.name)) continue;
    const { coords } = layer;
    for (let i = 0; i + 1 < coords.length; i += 2) {
      const d = Math.hypot(itemAt(coords, i) - at[0], itemAt(coords, i + 1) - at[1]);
      if (d < least) [least, best] = [d, [itemAt(coords, i), itemAt(coords, i + 1)]];
    }
  }
  return best;
}
