/** A picture or a drawing as a symbol: scaled by a typed width, as it is or traced. */

import { useMemo, useState } from 'react';
import { readDxf } from '#core/formats/dxf/read';
import { readSvg } from '#core/formats/picture/svg';
import { shapesOfPaths, traced } from '#core/formats/picture/trace';
import { FormatError, type Oddity } from '#core/formats/report';
import type { Shape, SymbolDef } from '#core/model/records';
import { Choice, Range, Tick, Typed } from '../../../ui/Field';
import { ReportList } from '../ImportFile';
import { type Decoded, decodePicture } from './picture';

interface Props {
  readonly file: File;
  readonly width: number;
  readonly onTake: (change: (symbol: SymbolDef) => SymbolDef) => void;
  readonly close: () => void;
}
interface Source {
  readonly picture?: Decoded;
  readonly svg?: Uint8Array;
  readonly dxf?: string;
  readonly blocks: readonly string[];
}

async function open(file: File): Promise<Source> {
  if (/\.svg$/i.test(file.name) || file.type === 'image/svg+xml')
    return { svg: new Uint8Array(await file.arrayBuffer()), blocks: [] };
  if (/\.dxf$/i.test(file.name)) {
    if (file.size > 20_000_000) throw new Error('The drawing is larger than 20 MB. Save the block alone.');
    const text = await file.text();
    return { dxf: text, blocks: readDxf(text).value.blocks };
  }
  return { picture: await decodePicture(file), blocks: [] };
}

export function TakePicture({ file, width: usual, onTake, close }: Props) {
  const [source, setSource] = useState<Source | null>(null);
  const [fault, setFault] = useState('');
  const [width, setWidth] = useState(String(Math.round(usual)));
  const [trace, setTrace] = useState(true);
  const [threshold, setThreshold] = useState(0.5);
  const [block, setBlock] = useState('');
  const [asked, setAsked] = useState<File | null>(null);
  if (asked !== file) {
    setAsked(file);
    open(file).then(setSource, (error: Error) => setFault(error.message));
  }
  const mm = Number(width.replace(',', '.'));
  const sound = mm >= 5 && mm <= 20000;
  const { shapes, report, why } = useMemo((): { shapes: readonly Shape[]; report: readonly Oddity[]; why: string } => {
    if (!source || !sound) return { shapes: [], report: [], why: '' };
    try {
      if (source.svg) {
        const { value, report: said } = readSvg(source.svg, file.name, mm);
        return { shapes: value, report: said, why: '' };
      }
      if (source.dxf) {
        const { value, report: said } = readDxf(source.dxf, undefined, block || null);
        return {
          shapes: shapesOfPaths(
            value.layers.flatMap((layer) => layer.paths),
            mm,
          ),
          report: said,
          why: '',
        };
      }
      return { shapes: trace ? traced(source.picture!.grey, mm, threshold) : [], report: [], why: '' };
    } catch (error) {
      return {
        shapes: [],
        report: [],
        why: error instanceof FormatError ? error.message : `The file cannot be read: ${(error as Error).message}`,
      };
    }
  }, [source, sound, mm, trace, threshold, block, file.name]);
  const asIs = source?.picture && !trace;
  const take = () => {
    onTake((symbol) => {
      const { picture: _, ...plain } = symbol;
      if (!asIs) return { ...plain, shapes: [...shapes], origin: [0, 0], unitAt: [0, 0] };
      const { png, ratio } = source!.picture!;
      return {
        ...plain,
        shapes: [],
        origin: [0, 0],
        unitAt: [0, 0],
        picture: { png, at: [-mm / 2, (-mm * ratio) / 2], size: [mm, mm * ratio] },
      };
    });
    close();
  };
  return (
    <section aria-label="Take a picture" className="border p-2" style={{ borderColor: 'var(--lamp)' }}>
      <h4 className="truncate font-bold">{file.name}</h4>
      {(fault || why) && (
        <p role="alert" style={{ color: 'var(--stop)' }}>
          {fault || why}
        </p>
      )}
      {!source && !fault && <p className="pencil">Reading...</p>}
      {source && (
        <>
          <label className="flex items-baseline gap-2">
            <span className="pencil">It is</span>
            <Typed
              className="!w-20 text-right"
              label="Width of the picture in mm"
              value={width}
              onText={(value) => setWidth(value)}
            />
            <span className="pencil">mm wide</span>
          </label>
          {!sound && <p style={{ color: 'var(--stop)' }}>Between 5 and 20000 mm.</p>}
          {source.picture && (
            <>
              <label className="flex items-center gap-2">
                <Tick checked={trace} onTick={() => setTrace(!trace)} /> Trace it to an outline
              </label>
              {trace && (
                <label className="flex items-center gap-2">
                  <span className="pencil">Dark below</span>
                  <Range
                    min={0.05}
                    max={0.95}
                    step={0.05}
                    label="Dark below"
                    value={threshold}
                    onText={(value) => setThreshold(Number(value))}
                  />
                  <span className="pencil">{Math.round(threshold * 100)} %</span>
                </label>
              )}
            </>
          )}
          {source.blocks.length > 0 && (
            <Choice
              label="Block"
              value={block}
              options={[['', 'the whole drawing'], ...source.blocks.map((name) => name)]}
              onChoose={(value: string) => setBlock(value)}
            />
          )}
          <p className="pencil">{asIs ? 'It stays a picture.' : `${shapes.length} shapes. Then click where the clamp is.`}</p>
          <ReportList report={report} />
        </>
      )}
      <div className="flex gap-2 pt-1">
        <button type="button" className="act act-main" disabled={!sound || (!asIs && !shapes.length)} onClick={take}>
          Take it
        </button>
        <button type="button" className="act" onClick={close}>
          Leave it
        </button>
      </div>
    </section>
  );
}
