/**
 * Plan, section and details as DXF (reference formats 9, AC1021: texts in UTF-8), in millimetres of the stage. Lines and texts lie on layers named as those of the
 * show; a fixture is its symbol as a block, inserted at its clamp, with what is known of it as attributes that are not seen: what is read on the drawing are its tags.
 * Areas that are filled are outlines here, and pictures are left out.
 */

import * as dxf from '@tarikjabiri/dxf';
import { drawingsOf } from '../../draw/fixture-drawing.js';
import { CAP, type Chunk, type ChunkKind, type Ink, type Pen, type Prim, pens, type TextPrim } from '../../draw/list.js';
import { type PlanOptions, planList } from '../../draw/plan.js';
import { sectionList } from '../../draw/section.js';
import { centreSection } from '../../draw/section-view.js';
import { type Symbol2D, symbolIn } from '../../draw/symbols.js';
import { variantsOf } from '../../draw/variants.js';
import { tagText } from '../../fields/index.js';
import { polylines } from '../../measure/path.js';
import { shownLayers } from '../../model/layers.js';
import type { Fixture, Id, TagSet } from '../../model/records.js';
import { get, type Show } from '../../model/show.js';
import { inScheduleOrder } from '../../order/order.js';
import { formsOf } from '../../patch/accessories.js';
import { universeOf } from '../../patch/address.js';
import { place } from '../../space/hanging.js';

export interface DxfOptions {
  /** Texts are as large as on paper at this scale, and dashes as long. */
  readonly denominator: number;
  readonly tags: TagSet | null;
}

/** Colours of the index by what an ink means; what is drawn in ink has the colour of its layer. */
const colourOf: Readonly<Record<Ink, number | undefined>> = {
  ink: undefined,
  faint: 8,
  lamp: 30,
  stop: 1,
  blue: 5,
  plum: 6,
  green: 3,
};
/** Names of layers where no record has one. */
const byChunk: Readonly<Partial<Record<ChunkKind, string>>> = { stage: 'Stage', detail: 'Details' };
/** How far the section stands from the plan, mm. */
const APART = 2000;
/** Curves are cut into chords that leave them by less than this, mm. */
const SAG = 0.5;

/** A text that stands on one line, without signs of the format itself: a caret begins a control there, two per cent signs a code. */
const clean = (text: string): string =>
  text
    .replace(/[\u0000-\u001f\u007f]+/g, ' ')
    .replace(/%(?=%)/g, '% ')
    .replace(/\^/g, '^ ')
    .slice(0, 250)
    .trim();
/** A name of a layer or a block: what no reader stumbles over. */
const nameFrom = (text: string): string =>
  text
    .replace(/[<>/\\":;?*|=`,\u0000-\u001f\u007f]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, 100) || 'Unnamed';

/** Tags of the attributes (reference formats 9.3), each with what says it. */
const attributes: readonly (readonly [tag: string, of: (show: Show, fixture: Fixture) => string])[] = [
  ['UUID', (_, { id }) => id.toUpperCase()],
  ['UNIT', (_, { unit }) => unit],
  ['CHANNEL', (show, fixture) => tagText(show, fixture, 'channel')],
  ['ADDRESS', (show, fixture) => tagText(show, fixture, 'address')],
  [
    'UNIVERSE',
    (_, { parts }) => [...new Set(parts.flatMap(({ address }) => (address === null ? [] : [universeOf(address)])))].join(', '),
  ],
  ['TYPE', (show, { type }) => get(show, 'type', type).name],
  ['POSITION', (show, { position }) => get(show, 'position', position).name],
  ['PURPOSE', (_, { purpose }) => purpose],
  ['COLOR', (show, fixture) => tagText(show, fixture, 'colour')],
  ['TEMPLATE', (_, { gobo }) => gobo],
  ['CIRCUIT', (show, fixture) => tagText(show, fixture, 'circuit')],
  ['DIMMER', (show, fixture) => tagText(show, fixture, 'dimmer')],
  ['NOTES', (_, { notes }) => notes],
];

/** The writer's own attributes are always seen; these are not. Codes after the standard's own order. */
class Unseen extends dxf.Attrib {
  protected override dxfyChild(dx: dxf.Dxfier): void {
    dx.point3d(this.position);
    dx.push(40, this.height);
    dx.primaryText(this.value);
    dx.textStyle(this.textStyle);
    dx.subclassMarker('AcDbAttribute');
    dx.push(280, 0);
    dx.push(2, this.tag);
    dx.push(70, 1);
  }
}

/** A file that is being written: layers by their names, kinds of lines by their pens. */
class Draft {
  readonly writer = new dxf.DxfWriter();
  private readonly blocks = new Map<Symbol2D, string>();
  private readonly taken = new Set<string>();

  constructor(private readonly denominator: number) {
    this.writer.setUnits(dxf.Units.Millimeters);
    for (const [pen, { dash }] of Object.entries(pens))
      if (dash)
        this.writer.addLType(
          pen,
          `Dessin ${pen}`,
          dash.map((length, i) => (i % 2 ? -1 : 1) * length * denominator),
        );
  }
  layer(name: string): string {
    const own = nameFrom(name);
    if (!this.writer.tables.layerTable.exist(own)) this.writer.addLayer(own, 7, 'Continuous');
    return own;
  }
  /** @param on  a layer that is there; blocks draw on '0', which is the one of whoever inserts them */
  put(into: dxf.EntitiesManager, prims: readonly Prim[], on: string, dx = 0, dy = 0): void {
    for (const prim of prims) {
      const colorNumber = colourOf[prim.ink];
      const common = { layerName: on, ...(colorNumber === undefined ? {} : { colorNumber }) };
      if (prim.op === 'text') this.text(into, prim, common, dx, dy);
      else if (prim.op === 'circle')
        into.addCircle(dxf.point3d(prim.x + dx, prim.y + dy, 0), prim.r, { ...common, ...this.lineOf(prim.pen) });
      else if (prim.op === 'path')
        for (const { points, closed } of polylines(prim.d, SAG))
          into.addLWPolyline(
            points.map(([x, y]) => ({ point: dxf.point2d(x + dx, y + dy) })),
            { ...common, ...this.lineOf(prim.pen), flags: closed ? dxf.LWPolylineFlags.Closed : dxf.LWPolylineFlags.None },
          );
    }
  }
  private lineOf(pen: Pen): { lineType?: string } {
    return pens[pen].dash ? { lineType: pen } : {};
  }
  private text(into: dxf.EntitiesManager, prim: TextPrim, common: dxf.CommonEntityOptions, dx: number, dy: number): void {
    const value = clean(prim.text);
    if (!value) return;
    const at = dxf.point3d(prim.x + dx, prim.y + dy, 0);
    into.addText(at, prim.size * CAP, value, {
      ...common,
      ...(prim.turn ? { rotation: prim.turn } : {}),
      ...(prim.align === 'left'
        ? {}
        : {
            horizontalAlignment: prim.align === 'centre' ? dxf.TextHorizontalAlignment.Center : dxf.TextHorizontalAlignment.Right,
            secondAlignmentPoint: at,
          }),
    });
  }
  /** The block of a symbol, made when it is first asked for. */
  block(symbol: Symbol2D, name: string): string {
    const before = this.blocks.get(symbol);
    if (before) return before;
    let own = nameFrom(name);
    for (let n = 2; this.taken.has(own.toLowerCase()); n++) own = `${nameFrom(name)} ${n}`;
    this.taken.add(own.toLowerCase());
    this.blocks.set(symbol, own);
    const block = this.writer.addBlock(own);
    block.flags = dxf.BlockFlags.HasNonConstantAttribute;
    this.put(block, symbol.prims, '0');
    for (const [tag] of attributes)
      block.addEntity(new dxf.Attdef(dxf.point3d(0, 0, 0), 0.7 * this.denominator, tag, '', { layerName: '0', visible: false }));
    return own;
  }
  insert(
    block: string,
    at: readonly [number, number, number],
    turn: number,
    size: number,
    on: string,
    said: readonly string[],
  ): void {
    const { modelSpace } = this.writer;
    const insert = modelSpace.addInsert(block, dxf.point3d(...at), {
      layerName: on,
      rotationAngle: ((turn % 360) + 360) % 360,
      scaleFactor: dxf.point3d(size, size, size),
    });
    if (!said.length) return;
    // The writer would end the list after each attribute.
    insert.attributesFollowFlag = 1;
    said.forEach((value, i) => {
      const [tag = ''] = attributes[i] ?? [];
      const attribute = new Unseen(dxf.point3d(...at), 0.7 * this.denominator, tag, value, { layerName: on });
      modelSpace.addEntity(attribute);
      attribute.ownerBlockRecord = insert.handle;
    });
    const end = new dxf.SeqEnd();
    end.layerName = on;
    modelSpace.addEntity(end);
    end.ownerBlockRecord = insert.handle;
  }
}

/** Layers of chunks: that of their record, or one by their kind. */
function layerNames(show: Show): (chunk: Chunk) => string {
  const layers = shownLayers(show);
  return ({ id, kind }) => {
    const record = id === null ? undefined : show.records.get(id);
    const layer = record && 'layer' in record ? layers.get(record.layer) : undefined;
    return byChunk[kind] ?? layer?.name ?? 'Plan';
  };
}

/** Each fixture at its clamp as a block with attributes; in the detail of its position once more, without them: a reader would count it twice. */
function putFixtures(draft: Draft, show: Show, options: PlanOptions): void {
  const layers = shownLayers(show);
  const variants = variantsOf(show);
  for (const fixture of inScheduleOrder(show)) {
    const layer = layers.get(fixture.layer);
    if (!layer) continue;
    const type = get(show, 'type', fixture.type);
    const symbol = symbolIn(show, type, variants.get(type.id) ?? 0, formsOf(show, fixture));
    const name = draft.block(symbol, `${type.maker} ${type.name}`);
    const { clamp, bearing } = place(show, fixture);
    const said = attributes.map(([, of]) => clean(of(show, fixture)));
    // What a plan leaves to the detail of a boom lies on top of each other there: a layer of its own can be switched off.
    const stacked = get(show, 'position', fixture.position).curve.form === 'vertical';
    draft.insert(name, clamp, bearing - 90, 1, draft.layer(stacked ? `${layer.name} on booms` : layer.name), said);
    for (const { layout } of drawingsOf(show, fixture, layer, options))
      if (layout.key.includes(' detail '))
        draft.insert(
          name,
          [layout.x, layout.y, 0],
          layout.turn,
          (layout.box[2] - layout.box[0]) / (symbol.box[2] - symbol.box[0] || 1),
          draft.layer('Details'),
          [],
        );
  }
}

/** The file as text, lines ended by LF. The same show gives the same file. */
export function writeDxf(show: Show, { denominator, tags }: DxfOptions): string {
  const draft = new Draft(denominator);
  const space = draft.writer.modelSpace;
  const layerOf = layerNames(show);
  const options: PlanOptions = { denominator, tags, marks: null, areas: true, readable: true };
  const plan = planList(show, options);
  for (const chunk of plan.chunks) {
    if (chunk.kind !== 'fixture') draft.put(space, chunk.body, draft.layer(layerOf(chunk)));
    const on = chunk.kind === 'fixture' ? 'Tags' : layerOf(chunk);
    if (chunk.tags.length) draft.put(space, chunk.tags, draft.layer(on));
  }
  putFixtures(draft, show, options);
  const section = sectionList(show, centreSection(180), {
    denominator,
    tags,
    readable: true,
    throws: noThrows,
    sightLines: false,
  });
  const dx = plan.box[2] + APART - section.box[0];
  for (const chunk of section.chunks)
    draft.put(space, [...chunk.body, ...chunk.tags], draft.layer(`Section ${layerOf(chunk)}`), dx);
  return draft.writer.stringify();
}
const noThrows: readonly Id[] = [];
