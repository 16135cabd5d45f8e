/** Reads an MVR file to the records of a new show (reference formats 2, with the answers of its hostile table). */

import { folded } from '../../fields/field.js';
import { colourTextOf } from '../../light/source.js';
import { firstOf, itemAt, present } from '../../measure/list.js';
import { nearly } from '../../model/equal.js';
import { withoutLooseEnds } from '../../model/loose.js';
import { makeLayers, makePart, makeSettings } from '../../model/make.js';
import type { Aim, DessinRecord, Fixture, FixtureType, Id, Layer, Part, Position, Vec3 } from '../../model/records.js';
import { all, showOf } from '../../model/show.js';
import { cleanDeep } from '../../model/text.js';
import { parseAddress, SLOTS, slotOf } from '../../patch/address.js';
import { footprints } from '../../patch/footprint.js';
import { type Axes, inAxes } from '../../space/axes.js';
import { spinOfBearing } from '../../space/hanging.js';
import { lensFromClamp } from '../../space/lens.js';
import { bearingOfBase, isForward } from '../../space/orientation.js';
import { add, deg, scaled, wrap180 } from '../../space/vectors.js';
import { gdtfName } from '../gdtf/describe.js';
import { gdtfFields } from '../gdtf/keep.js';
import { readGdtf } from '../gdtf/read.js';
import { derivedId, parseGuid } from '../guid.js';
import { FormatError, type Limits, limits, type Read, Report } from '../report.js';
import { childNamed, childrenNamed, readXml, textOf, type XmlNode } from '../xml/read.js';
import { type Archive, type Budget, openZip } from '../zip/read.js';
import { bodyReader, symdefsIn } from './bodies.js';
import { type CarriedFixture, PROVIDER, takenAlone } from './carried.js';
import { goboNames, readColour, readGobo } from './dressing.js';
import { fittedCurve, hungAt } from './hang.js';
import { channelsIn, idText } from './identity.js';
import { orthonormal } from './matrix.js';
import { readScene, type SceneObject } from './scene.js';
import { sceneryOf } from './scenery.js';

export interface MvrContext {
  /** Id of the show to be made. */
  readonly showId: Id;
  readonly name: string;
  /** Says what is wrong with a record that came from the file, or null. */
  readonly validate: (record: unknown) => string | null;
}

const SCENE = 'GeneralSceneDescription.xml';

/** The root of the scene, in a version that is known. @throws FormatError */
function sceneIn(zip: Archive, report: Report, most: Limits): XmlNode {
  const entry =
    zip.names.find((name) => name === SCENE) ??
    zip.names.find((name) => name.toLowerCase() === SCENE.toLowerCase()) ??
    zip.names.find((name) => name.split('/').at(-1)?.toLowerCase() === SCENE.toLowerCase());
  const xml = entry === undefined ? null : zip.read(entry);
  if (!xml || entry === undefined)
    throw new FormatError('MVR_NO_SCENE', `The file holds no ${SCENE}, so it is not an MVR file.`, 'the MVR file');
  if (entry !== SCENE) report.add('warning', 'MVR_NAME', `The scene is named "${entry}"; it was read all the same.`, entry);
  const root = readXml(xml, report, SCENE, most);
  if (root.name !== 'GeneralSceneDescription')
    throw new FormatError('MVR_NO_SCENE', `${SCENE} begins with <${root.name.slice(0, 60)}>.`, SCENE);
  if (root.attributes.verMajor !== '1')
    throw new FormatError(
      'MVR_VERSION',
      `The file is of the version ${(root.attributes.verMajor ?? '?').slice(0, 10)}; Dessin reads MVR 1.`,
      SCENE,
    );
  if (Number(root.attributes.verMinor) > 6)
    report.add(
      'warning',
      'MVR_VERSION',
      `Version 1.${root.attributes.verMinor?.slice(0, 10)} is newer than 1.6; what is known was read.`,
      SCENE,
    );
  return root;
}

/** @returns the records of a whole show, with a report of oddities. @throws FormatError when there is no scene in it */
export function readMvr(bytes: Uint8Array, context: MvrContext, most: Limits = limits): Read<DessinRecord[]> {
  const report = new Report();
  const budget: Budget = { left: most.total };
  const zip = openZip(bytes, report, 'the MVR file', budget, most);
  const root = sceneIn(zip, report, most);
  const scene = readScene(root, report, most);
  const own = readOwn(root, context, report);

  const records = new Map<Id, DessinRecord>();
  const put = <R extends DessinRecord>(record: R): R => {
    records.set(record.id, record);
    return record;
  };
  put({ ...(own.settings ?? makeSettings(context.showId, context.name)), id: context.showId });
  const defaults = makeLayers((role) => derivedId(`layer ${role} ${context.showId}`));
  for (const record of own.records) if (record.kind !== 'type') put(record);
  const hasRole = (role: Layer['role']) =>
    [...records.values()].some((record) => record.kind === 'layer' && record.role === role);
  for (const layer of defaults) if (layer.role !== 'fixtures' && !hasRole(layer.role)) put(layer);
  for (const [i, layer] of scene.layers.entries())
    if (!records.has(layer.id) && scene.fixtures.some((object) => object.layer === layer.id))
      put({ id: layer.id, kind: 'layer', name: layer.name, role: 'fixtures', order: 50 + i / 1000, state: 'shown' });
  if (!hasRole('fixtures')) put(present(defaults.find((layer) => layer.role === 'fixtures')));
  const layerOf = (role: Layer['role']) =>
    present([...records.values()].find((record): record is Layer => record.kind === 'layer' && record.role === role)).id;

  const types = typeReader(zip, budget, report, most, own.records);
  const pointAims = new Set(own.fixtures.size ? scene.fixtures.map((object) => derivedId(`aim of ${object.id}`)) : []);
  for (const [id, point] of scene.focus)
    if (!records.has(id) && !pointAims.has(id))
      put({ id, kind: 'area', layer: layerOf('focus'), name: point.name, at: point.at, size: 2000 });

  const positionsLayer = layerOf('positions');
  const groups = new Map<string, SceneObject[]>();
  for (const object of scene.fixtures) {
    let id = parseGuid(textOf(object.node, 'Position'));
    if (id && !scene.positions.has(id) && records.get(id)?.kind !== 'position') {
      report.add('warning', 'MVR_REFERENCE', `${object.where} names a position that the file does not have.`, object.where);
      id = null;
    }
    const key = id ?? derivedId(`no position ${context.showId}`);
    const list = groups.get(key);
    if (list) list.push(object);
    else groups.set(key, [object]);
  }
  for (const record of sceneryOf(scene, bodyReader(zip, symdefsIn(root), report))) if (!records.has(record.id)) put(record);
  const dress = dresser(zip, context.showId, records, report);
  let order = 100;
  for (const [id, objects] of groups) {
    const kept = records.get(id);
    const position =
      kept?.kind === 'position'
        ? kept
        : put(newPosition(id, scene.positions.get(id) ?? 'Unplaced', objects, positionsLayer, order++));
    for (const object of objects) {
      const { type, modes } = types(textOf(object.node, 'GDTFSpec'), object.where);
      records.set(type.id, type);
      put(dress(object, fixtureOf(object, position, type, modes, own.fixtures.get(object.id), scene.focus, records, report)));
    }
  }
  return { value: withoutLooseEnds([...records.values()]), report: report.list };
}

/** Gives the fixtures of a file the colour and the gobo that it says; gobos that the show does not have join its records. */
function dresser(zip: Archive, showId: Id, records: Map<Id, DessinRecord>, report: Report) {
  const before = showOf(showId, [...records.values()]);
  const gobos = all(before, 'gobo');
  const names = goboNames(gobos);
  const named = new Map(gobos.map((gobo) => [present(names.get(gobo.id)).toLowerCase(), gobo]));
  return ({ node, where }: SceneObject, fixture: Fixture): Fixture => {
    const colour = readColour(node, before, colourTextOf(fixture), where, report);
    const said = readGobo(node, named, (entry) => zip.read(entry), where, report);
    if (said && !records.has(said.gobo.id)) {
      named.set(textOf(node, 'Gobo').trim().toLowerCase(), said.gobo);
      records.set(said.gobo.id, said.gobo);
    }
    const gobo = said && folded(said.gobo.code) !== folded(fixture.gobo) ? said.gobo.code : fixture.gobo;
    const turn = said?.turn ?? 0;
    return {
      ...fixture,
      gobo,
      ...(turn && fixture.optics?.turn === undefined ? { optics: { ...fixture.optics, turn } } : {}),
      // MVR has one colour for the whole fixture: devices of their own have none.
      parts:
        colour === colourTextOf(fixture)
          ? fixture.parts
          : fixture.parts.map((part) => (part.accessory === undefined ? { ...part, colour } : part)),
    };
  };
}

function newPosition(id: Id, name: string, objects: readonly SceneObject[], layer: Id, order: number): Position {
  const curve = fittedCurve(objects.map((object) => object.matrix.o));
  const vertical = curve.form === 'vertical';
  const floor = !vertical && curve.z < 300;
  return {
    id,
    kind: 'position',
    layer,
    name,
    use: vertical ? 'boom' : floor ? 'floor' : 'pipe',
    curve,
    chord: 0,
    width: 50,
    numbering: vertical ? 'from the top' : 'from stage left',
    order,
  };
}

/** Types by GDTFSpec; a file that is missing or broken becomes a placeholder, so that its fixtures stay. */
function typeReader(
  zip: Archive,
  budget: Budget,
  report: Report,
  most: Limits,
  own: readonly DessinRecord[],
): (spec: string, where: string) => ReadType {
  const read = new Map<string, ReadType>();
  const ids = new Map<Id, string>();
  return (spec, where) => {
    const before = read.get(spec);
    if (before) return before;
    let type: FixtureType | null = null;
    let inFile: string[] = [];
    const name = spec.split(/[\\/]/).at(-1) ?? '';
    if (name !== spec)
      report.add(
        'error',
        'ZIP_BAD_NAME',
        `The type "${spec.slice(0, 80)}" is named with a path; only "${name.slice(0, 80)}" inside the file was looked for.`,
        where,
      );
    try {
      const bytes = name
        ? (zip.read(name) ??
          zip.read(`${name}.gdtf`) ??
          zip.read(zip.names.find((entry) => entry.split('/').at(-1)?.toLowerCase() === name.toLowerCase()) ?? ''))
        : null;
      if (bytes) {
        const found = readGdtf(bytes, name, { budget, most });
        type = found.value;
        inFile = type.modes.map((mode) => mode.name);
        for (const oddity of found.report) report.add(oddity.severity, oddity.code, oddity.message, oddity.where);
      } else
        report.add(
          'error',
          'MVR_NO_TYPE',
          spec
            ? `The type "${spec.slice(0, 80)}" is not in the file; a placeholder stands for it.`
            : 'A fixture names no type; a placeholder stands for it.',
          where,
        );
    } catch (error) {
      if (!(error instanceof FormatError)) throw error;
      report.add('error', error.code, `${error.message} A placeholder stands for the type.`, where);
    }
    if (type) {
      // What GDTF cannot say comes from our own block, when it speaks of this very type.
      const mine = own.find((record): record is FixtureType => record.kind === 'type' && record.id === type!.id);
      if (mine && mine.modes.length === type.modes.length) {
        type = {
          ...type,
          name: mine.name,
          family: mine.family,
          modes: type.modes.map((mode, i) => ({ ...mode, name: itemAt(mine.modes, i).name })),
        };
        // The same but for what a decimal text rounds: then it is the very record that was written.
        const said = (from: FixtureType) => Object.fromEntries(gdtfFields.map((key) => [key, from[key] ?? null]));
        if (nearly(said(mine), said(type), 1e-5)) type = mine;
      }
    } else
      type = {
        ...placeholder,
        id: derivedId(`placeholder ${spec}`),
        name: spec.replace(/\.gdtf$/i, '').slice(0, 200) || 'Unknown type',
      };
    if (ids.has(type.id) && ids.get(type.id) !== spec) type = { ...type, id: derivedId(`${type.id} ${spec}`) };
    ids.set(type.id, spec);
    const known = { type, modes: new Map(type.modes.map((mode, i) => [inFile[i] ?? mode.name, mode.name])) };
    read.set(spec, known);
    return known;
  };
}

interface ReadType {
  readonly type: FixtureType;
  /** What the show calls a mode, by what its file calls it. */
  readonly modes: ReadonlyMap<string, string>;
}

const placeholder: Omit<FixtureType, 'id' | 'name'> = {
  kind: 'type',
  maker: '',
  family: 'effect',
  lamp: 'Halogen',
  watts: 0,
  weight: 0,
  length: 300,
  width: 300,
  height: 300,
  hang: 0,
  beam: 25,
  field: 25,
  lumens: 0,
  kelvin: 3200,
  cells: 1,
  pan: 0,
  tilt: 0,
  modes: [{ name: 'Unknown', channels: [] }],
};

/** A moving light is turned as its base is; where our own figure says the same, it is the exact one. */
function spinOf(moving: boolean, own: CarriedFixture | undefined, matrix: Axes): number {
  if (!moving) return own?.spin ?? spinOfBearing(deg(Math.atan2(-matrix.w[1], -matrix.w[0])));
  const turned = spinOfBearing(bearingOfBase(matrix));
  return own && Math.abs(wrap180(own.spin - turned)) < 1e-4 ? own.spin : turned;
}
/** A name of its own: what the file calls it, unless that is what its type is called. */
function nameOf(node: XmlNode, type: FixtureType): { readonly name?: string } {
  const name = clipText(node.attributes.name ?? '', 200).trim();
  return name && name !== type.name ? { name } : {};
}
/** How a fixture hangs, where its file does not say it in our words: as its base is turned. */
function hangOf(moving: boolean, matrix: Axes, position: Position): Fixture['hang'] {
  if (moving && isForward(matrix)) return 'forward';
  return (moving && matrix.w[2] < -0.5) || (!moving && position.use === 'floor') ? 'over' : 'under';
}

function fixtureOf(
  object: SceneObject,
  position: Position,
  type: FixtureType,
  modes: ReadType['modes'],
  own: CarriedFixture | undefined,
  focus: ReadonlyMap<string, { readonly at: Vec3 }>,
  records: ReadonlyMap<Id, DessinRecord>,
  report: Report,
): Fixture {
  const { node, where } = object;
  const { matrix, off } = orthonormal(object.matrix);
  if (off > 1e-3)
    report.add(
      'warning',
      'MVR_SCALE',
      `${where} is scaled or mirrored, which a fixture cannot be; its size was kept true.`,
      where,
    );
  const written = textOf(node, 'GDTFMode');
  // A file may spell the mode otherwise than its type does; that is said, since a desk would not find it.
  const alike = [...modes.keys()].find((name) => name.trim() === written || gdtfName(name) === gdtfName(written));
  const mode = type.modes.find((item) => item.name === (modes.get(written) ?? modes.get(alike ?? ''))) ?? firstOf(type.modes);
  if (!modes.has(written))
    report.add(
      'warning',
      'MVR_MODE',
      `${where} uses the mode "${written.slice(0, 80)}", which its type does not have; "${mode.name}" was taken.`,
      where,
    );
  const sizes = footprints(mode);
  const channel = clipText(textOf(node, 'FixtureID'), 200);
  const cells = Math.max(1, sizes.length);
  const said = channelsIn(channel, cells);
  // Where the file says another channel than our own block, somebody changed it there.
  const asOurs = own && idText(own.parts.slice(0, cells).map((part) => part.channel)) === channel;
  const parts: Part[] = Array.from({ length: cells }, (_, i) => {
    const part = own?.parts[i] ?? makePart({ name: cells > 1 ? `cell ${i + 1}` : '', channel: said[i] ?? '' });
    return asOurs ? part : { ...part, channel: said[i] ?? '' };
  });
  // Devices of their own (a scroller) are not part of the type's mode: they come from our block alone.
  for (const part of own?.parts.slice(parts.length) ?? []) if (part.slots !== undefined) parts.push(part);
  const addressed = readAddresses(node, sizes, where, report);
  const moving = type.pan > 0;
  const hang = own?.hang ?? hangOf(moving, matrix, position);
  const way = {
    hang,
    ...(own?.arm === undefined ? {} : { arm: own.arm }),
    ...(own?.chord === undefined ? {} : { chord: own.chord }),
  };
  const found = hungAt(position, matrix.o, way);
  // Where our own figures say the same place, they are the exact ones.
  const hung =
    own && nearly(found, { along: own.along, drop: own.drop, side: own.side }, 0.05)
      ? { along: own.along, drop: own.drop, side: own.side }
      : found;
  const beam = scaled(matrix.w, -1);
  return {
    id: object.id,
    kind: 'fixture',
    layer: object.layer,
    type: type.id,
    mode: mode.name,
    position: position.id,
    ...hung,
    ...way,
    ...takenAlone(own),
    ...nameOf(node, type),
    spin: spinOf(moving, own, matrix),
    aim: readAim(object, own, focus, records, add(matrix.o, inAxes(matrix, lensFromClamp(type))), beam, moving, report),
    unit: own?.unit ?? (textOf(node, 'UnitNumber').replace(/^0$/, '').slice(0, 20) || ''),
    parts: parts.map((part, i) => ({ ...part, address: addressed[i] ?? null })),
    purpose: clipText(textOf(node, 'Function'), 32767),
    gobo: own?.gobo ?? '',
    notes: own?.notes ?? '',
    spare: own?.spare ?? false,
  };
}

const clipText = (text: string, most: number): string => text.slice(0, most);

function readAim(
  object: SceneObject,
  own: CarriedFixture | undefined,
  focus: ReadonlyMap<string, { readonly at: Vec3 }>,
  records: ReadonlyMap<Id, DessinRecord>,
  lens: Vec3,
  beam: Vec3,
  moving: boolean,
  report: Report,
): Aim | null {
  const written = textOf(object.node, 'Focus');
  const id = parseGuid(written);
  if (id && records.get(id)?.kind === 'area') return { kind: 'area', area: id };
  const point = id ? focus.get(id) : undefined;
  if (point) return own?.aim?.kind === 'point' && nearly(own.aim.at, point.at, 0.01) ? own.aim : { kind: 'point', at: point.at };
  if (written)
    report.add('warning', 'MVR_REFERENCE', `${object.where} is focused on a point that the file does not have.`, object.where);
  if (own?.aim === null || moving) return null;
  // A static fixture without a focus point looks along its own beam: to the floor, or five metres out.
  const reach = beam[2] < -0.05 && lens[2] > 0 ? Math.min(50000, lens[2] / -beam[2]) : 5000;
  return { kind: 'point', at: add(lens, scaled(beam, reach)) };
}

function readAddresses(node: XmlNode, sizes: readonly number[], where: string, report: Report): (number | null)[] {
  const out: (number | null)[] = sizes.map(() => null);
  const list = childrenNamed(childNamed(node, 'Addresses'), 'Address');
  for (const item of list.slice(0, 64)) {
    const text = item.text.trim();
    const part = sizes.length <= 1 && list.length === 1 ? 0 : Number(item.attributes.break ?? 0);
    const parsed = parseAddress(text);
    if (!parsed.ok || !/^\d+(\.\d+)?$|^$/.test(text)) {
      report.add(
        'error',
        'MVR_ADDRESS',
        `${where} has the address "${text.slice(0, 40)}", which does not exist; it is not patched.`,
        where,
      );
      continue;
    }
    if (parsed.address === null) continue;
    if (!Number.isInteger(part) || part < 0 || part >= Math.max(1, sizes.length)) {
      report.add(
        'warning',
        'MVR_ADDRESS',
        `${where} has an address for break ${String(item.attributes.break).slice(0, 10)}, which its mode does not have; it was left out.`,
        where,
      );
      continue;
    }
    out[part] = parsed.address;
    if (slotOf(parsed.address) + (sizes[part] ?? 1) - 1 > SLOTS)
      report.add('warning', 'PATCH_OVERRUN', `${where} runs past the end of its universe; its address was kept.`, where);
  }
  return out;
}

interface Own {
  readonly settings: (DessinRecord & { kind: 'settings' }) | null;
  readonly records: readonly DessinRecord[];
  readonly fixtures: ReadonlyMap<Id, CarriedFixture>;
}

/** Our own block, trusted no more than the rest: what does not pass the schemas is left out and said. */
function readOwn(root: XmlNode, context: MvrContext, report: Report): Own {
  const data = childrenNamed(childNamed(root, 'UserData'), 'Data').filter((node) => node.attributes.provider === PROVIDER);
  const records: DessinRecord[] = [];
  const fixtures = new Map<Id, CarriedFixture>();
  let settings: Own['settings'] = null;
  const parse = (node: XmlNode): unknown => {
    try {
      return cleanDeep(JSON.parse(node.text));
    } catch {
      return null;
    }
  };
  const bad = (what: string) =>
    report.once(
      'warning',
      'MVR_USERDATA',
      `Part of Dessin's own data in the file is damaged (${what}); the standard part was read.`,
      'UserData',
    );
  for (const node of data.flatMap((block) => childrenNamed(block, 'Record'))) {
    const record = parse(node);
    const fault = context.validate(record);
    if (fault) bad(fault);
    else if ((record as DessinRecord).kind === 'settings') settings = record as DessinRecord & { kind: 'settings' };
    else if ((record as DessinRecord).kind !== 'fixture') records.push(record as DessinRecord);
  }
  for (const node of data.flatMap((block) => childrenNamed(block, 'FixtureData'))) {
    const id = parseGuid(node.attributes.uuid);
    const value = parse(node);
    const probe = {
      id,
      kind: 'fixture',
      layer: id,
      type: id,
      position: id,
      purpose: '',
      ...(typeof value === 'object' ? value : {}),
    };
    const fault = context.validate(probe);
    if (fault || !id) bad(fault ?? 'id');
    else fixtures.set(id, value as CarriedFixture);
  }
  const layers = new Set(records.filter((record) => record.kind === 'layer').map((record) => record.id));
  const sound = records.filter((record) => !('layer' in record) || layers.has(record.layer));
  if (sound.length < records.length) bad('a layer is missing');
  return { settings, records: sound, fixtures };
}
