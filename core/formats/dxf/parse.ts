/** The one place that knows the package which takes a DXF file apart: what comes out of here is ours. Source of the form: reference formats 9. */
import Mod from 'dxf-parser';
import { FormatError } from '../report.js';

export interface Point {
  readonly x: number;
  readonly y: number;
  readonly z?: number;
  readonly bulge?: number;
}
/** An entity as it stands in the file: its type, and fields that only its own reader knows. */
export interface Entity {
  readonly type: string;
  readonly layer?: string;
  readonly inPaperSpace?: boolean;
  readonly visible?: boolean;
  readonly [key: string]: unknown;
}
export interface Block {
  readonly name?: string;
  readonly position?: Point;
  readonly entities?: readonly Entity[];
  readonly type?: number;
}
export interface ParsedDxf {
  readonly entities: readonly Entity[];
  readonly blocks: Readonly<Record<string, Block>>;
  readonly layers: Readonly<Record<string, { readonly frozen?: boolean; readonly visible?: boolean }>>;
  readonly header: Readonly<Record<string, unknown>>;
}

const DxfParser = Mod as unknown as typeof Mod.default;

/** @throws FormatError when the file cannot be taken apart */
export function parseDxf(text: string): ParsedDxf {
  let parsed: ReturnType<InstanceType<typeof DxfParser>['parseSync']>;
  try {
    parsed = new DxfParser().parseSync(text);
  } catch (error) {
    throw new FormatError('DXF_SYNTAX', `The file could not be taken apart: ${(error as Error).message.slice(0, 200)}.`);
  }
  if (!parsed) throw new FormatError('DXF_SYNTAX', 'The file has no drawing in it.');
  const tables = parsed.tables as { layer?: { layers?: ParsedDxf['layers'] } } | undefined;
  return {
    entities: (parsed.entities ?? []) as readonly unknown[] as readonly Entity[],
    blocks: (parsed.blocks ?? {}) as Readonly<Record<string, unknown>> as ParsedDxf['blocks'],
    layers: tables?.layer?.layers ?? {},
    header: (parsed.header ?? {}) as ParsedDxf['header'],
  };
}
