/**
 * A strict reader of an MVR file (DIN SPEC 15801; the project's formats reference 2, from memory where that says so), written apart from Dessin's writer: it shares no
 * code with it, takes nothing that the text does not allow, and says every fault that it finds.
 */
import { strFromU8, unzipSync } from 'fflate';
import { readGdtfStrictly, type StrictType } from './gdtf.js';
import { childrenOf, type Element, only, parseXml } from './xml.js';

export interface StrictFixture {
  readonly uuid: string;
  readonly name: string;
  /** In the world, mm. */
  readonly at: readonly [number, number, number];
  /** Where its local -Z points to. */
  readonly down: readonly [number, number, number];
  readonly type: string;
  readonly mode: string;
  readonly position: string | null;
  readonly fixtureId: string;
  readonly numericId: number | null;
  readonly unit: string;
  readonly purpose: string;
  /** Absolute addresses by their breaks, from 0. */
  readonly addresses: ReadonlyMap<number, number>;
  readonly colour: readonly [number, number, number] | null;
  readonly gobo: string | null;
}
export interface StrictScene {
  readonly version: string;
  readonly fixtures: readonly StrictFixture[];
  readonly types: ReadonlyMap<string, StrictType>;
  readonly faults: readonly string[];
}

const uuid = /^[0-9A-F]{8}(-[0-9A-F]{4}){3}-[0-9A-F]{12}$/i;
/** Children of a fixture in the order of the text. */
const order = [
  'Matrix',
  'Classing',
  'GDTFSpec',
  'GDTFMode',
  'Focus',
  'CastShadow',
  'DMXInvertPan',
  'DMXInvertTilt',
  'Position',
  'Function',
  'FixtureID',
  'FixtureIDNumeric',
  'UnitNumber',
  'ChildPosition',
  'Addresses',
  'Protocols',
  'Alignments',
  'CustomCommands',
  'Overwrites',
  'Connections',
  'Color',
  'CustomIdType',
  'CustomId',
  'Mappings',
  'Gobo',
  'ChildList',
];
type Matrix = readonly (readonly number[])[];
const same: Matrix = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
  [0, 0, 0],
];

function matrixOf(text: string): Matrix | null {
  const groups = [...text.matchAll(/\{([^{}]*)\}/g)].map((match) => (match[1] ?? '').split(',').map(Number));
  const whole = /^(\{[^{}]*\}){4}$/.test(text.trim());
  return whole && groups.length === 4 && groups.every((group) => group.length === 3 && group.every(Number.isFinite))
    ? groups
    : null;
}
/** A point or a direction of a frame, in the frame around it. */
const applied = (m: Matrix, p: readonly number[], w: 0 | 1): [number, number, number] =>
  [0, 1, 2].map(
    (i) =>
      (p[0] ?? 0) * (m[0]?.[i] ?? 0) + (p[1] ?? 0) * (m[1]?.[i] ?? 0) + (p[2] ?? 0) * (m[2]?.[i] ?? 0) + w * (m[3]?.[i] ?? 0),
  ) as [number, number, number];
const within = (outer: Matrix, inner: Matrix): Matrix => inner.map((row, i) => applied(outer, row, i === 3 ? 1 : 0));
const det = (m: Matrix): number => {
  const [a = [], b = [], c = []] = m as number[][];
  const n = (row: number[], i: number) => row[i] ?? 0;
  return (
    n(a, 0) * (n(b, 1) * n(c, 2) - n(b, 2) * n(c, 1)) -
    n(a, 1) * (n(b, 0) * n(c, 2) - n(b, 2) * n(c, 0)) +
    n(a, 2) * (n(b, 0) * n(c, 1) - n(b, 1) * n(c, 0))
  );
};

/** What the file has beside its objects: archive, positions, points, types. */
interface Around {
  readonly version: number;
  readonly files: Readonly<Record<string, Uint8Array>>;
  readonly positions: ReadonlySet<string>;
  readonly types: ReadonlyMap<string, StrictType>;
  readonly fault: (why: string) => void;
}

function addressesOf(
  object: Element,
  where: string,
  type: StrictType | undefined,
  mode: string,
  { fault }: Around,
): Map<number, number> {
  const out = new Map<number, number>();
  const slots = type?.modes.find(({ name }) => name === mode)?.breaks ?? new Map<number, number>();
  for (const address of childrenOf(only(object, 'Addresses', true), 'Address')) {
    const of = Number(address.attributes.break ?? 0);
    if (!/^\d+$/.test(address.text)) fault(`${where}: the address "${address.text}" is no absolute one`);
    const absolute = Number(address.text);
    if (absolute < 1 || absolute > 63999 * 512) fault(`${where}: the address ${absolute}`);
    if (out.has(of)) fault(`${where}: two addresses of break ${of}`);
    if (!slots.has(of + 1)) fault(`${where}: an address of break ${of}, which its mode does not have`);
    out.set(of, absolute);
  }
  return out;
}

function fixtureOf(object: Element, outer: Matrix, around: Around): StrictFixture {
  const { fault, files, positions, types, version } = around;
  const { uuid: id = '', name = '' } = object.attributes;
  const where = `fixture ${name || id}`;
  if (!uuid.test(id)) fault(`${where}: uuid "${id}"`);
  const names = object.children.map((child) => child.name);
  for (const child of names) if (!order.includes(child)) fault(`${where}: <${child}> is no child of a fixture`);
  if (new Set(names).size !== names.length) fault(`${where}: a child stands twice`);
  if ([...names].sort((a, b) => order.indexOf(a) - order.indexOf(b)).join() !== names.join())
    fault(`${where}: its children stand in another order`);
  const text = (child: string): string => only(object, child, true).text;
  const own = names.includes('Matrix') ? matrixOf(text('Matrix')) : same;
  if (!own) fault(`${where}: Matrix "${text('Matrix')}"`);
  else if (Math.abs(Math.abs(det(own)) - 1) > 1e-3) fault(`${where}: its matrix is stretched, ${det(own)}`);
  const world = within(outer, own ?? same);
  const spec = text('GDTFSpec');
  const type = types.get(spec);
  if (!type) fault(`${where}: the type "${spec}" is not in the archive`);
  const mode = text('GDTFMode');
  if (type && !type.modes.some((one) => one.name === mode)) fault(`${where}: its type has no mode "${mode}"`);
  const position = text('Position') || null;
  if (position && !positions.has(position.toUpperCase())) fault(`${where}: its position is not in the file`);
  if (!names.includes('FixtureID')) fault(`${where}: no FixtureID`);
  const numeric = names.includes('FixtureIDNumeric') ? Number(text('FixtureIDNumeric')) : null;
  if (version >= 6 && (numeric === null || !Number.isInteger(numeric))) fault(`${where}: no FixtureIDNumeric`);
  if (version < 6 && names.includes('FixtureIDNumeric')) fault(`${where}: FixtureIDNumeric is of 1.6`);
  const unit = text('UnitNumber');
  if (unit && !/^-?\d+$/.test(unit)) fault(`${where}: UnitNumber "${unit}"`);
  const cie = text('Color') ? text('Color').split(',').map(Number) : null;
  if (cie && (cie.length !== 3 || !cie.every(Number.isFinite))) fault(`${where}: Color "${text('Color')}"`);
  const gobo = text('Gobo') || null;
  if (gobo && !files[gobo]) fault(`${where}: its gobo "${gobo}" is not in the archive`);
  for (const flag of ['CastShadow', 'DMXInvertPan', 'DMXInvertTilt'])
    if (text(flag) && !/^(true|false)$/.test(text(flag))) fault(`${where}: ${flag} "${text(flag)}"`);
  return {
    uuid: id.toLowerCase(),
    name,
    at: applied(world, [0, 0, 0], 1),
    down: applied(world, [0, 0, -1], 0),
    type: spec,
    mode,
    position: position?.toLowerCase() ?? null,
    fixtureId: text('FixtureID'),
    numericId: numeric,
    unit,
    purpose: text('Function'),
    addresses: addressesOf(object, where, type, mode, around),
    colour: cie as [number, number, number] | null,
    gobo,
  };
}

export function readMvrStrictly(bytes: Uint8Array): StrictScene {
  const faults: string[] = [];
  const fault = (why: string) => void faults.push(why);
  const files = unzipSync(bytes);
  for (const name of Object.keys(files)) if (/[/\\]/.test(name)) fault(`the entry "${name}" lies in a folder`);
  const scene = files['GeneralSceneDescription.xml'];
  if (!scene) return { version: '', fixtures: [], types: new Map(), faults: ['GeneralSceneDescription.xml is missing'] };
  const root = parseXml(strFromU8(scene));
  const { verMajor = '', verMinor = '', provider } = root.attributes;
  if (root.name !== 'GeneralSceneDescription' || verMajor !== '1' || !/^[456]$/.test(verMinor))
    fault(`the root is ${root.name} ${verMajor}.${verMinor}`);
  if (Number(verMinor) < 6 && provider !== undefined) fault('provider is of 1.6');
  if (Number(verMinor) === 6 && !provider) fault('provider is missing');
  const types = new Map(
    Object.entries(files)
      .filter(([name]) => name.endsWith('.gdtf'))
      .map(([name, file]) => [name, readGdtfStrictly(file, name)] as const),
  );
  for (const type of types.values()) faults.push(...type.faults);
  const inside = only(root, 'Scene');
  const known = childrenOf(only(inside, 'AUXData', true), 'Position');
  const ids = new Set<string>();
  const take = (id: string | undefined, what: string) => {
    if (!id || !uuid.test(id)) fault(`${what}: uuid "${id}"`);
    else if (ids.has(id.toUpperCase())) fault(`${what}: its uuid stands twice`);
    else ids.add(id.toUpperCase());
  };
  for (const position of known) take(position.attributes.uuid, `position ${position.attributes.name}`);
  const around: Around = {
    version: Number(verMinor),
    files,
    positions: new Set(known.map(({ attributes }) => (attributes.uuid ?? '').toUpperCase())),
    types,
    fault,
  };
  const fixtures: StrictFixture[] = [];
  const walk = (list: Element, outer: Matrix) => {
    for (const object of list.children) {
      if (
        !['SceneObject', 'GroupObject', 'FocusPoint', 'Fixture', 'Support', 'Truss', 'VideoScreen', 'Projector'].includes(
          object.name,
        )
      )
        fault(`<${object.name}> in a list of objects`);
      take(object.attributes.uuid, `${object.name} ${object.attributes.name}`);
      if (object.name === 'Fixture') fixtures.push(fixtureOf(object, outer, around));
      const own = matrixOf(only(object, 'Matrix', true).text) ?? same;
      if (object.name === 'GroupObject') walk(only(object, 'ChildList'), within(outer, own));
    }
  };
  for (const layer of childrenOf(only(inside, 'Layers'), 'Layer')) {
    take(layer.attributes.uuid, `layer ${layer.attributes.name}`);
    walk(only(layer, 'ChildList', true), matrixOf(only(layer, 'Matrix', true).text) ?? same);
  }
  return { version: `${verMajor}.${verMinor}`, fixtures, types, faults };
}
