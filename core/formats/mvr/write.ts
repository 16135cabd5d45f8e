/** Writes a show as MVR with one GDTF a type (reference formats 2). The same show gives the same bytes. */

import { strToU8 } from 'fflate';
import { channelText } from '../../fields/texts.js';
import { present } from '../../measure/list.js';
import type { Fixture, FixtureType, Kind, MvrVersion, Vec3 } from '../../model/records.js';
import { all, get, type Show } from '../../model/show.js';
import { inScheduleOrder, natural } from '../../order/order.js';
import { isHung, stagePositionsInOrder } from '../../order/tray.js';
import { place } from '../../space/hanging.js';
import { axesOf, identity } from '../../space/orientation.js';
import { modeNamesIn, writeGdtf } from '../gdtf/write.js';
import { derivedId, writeGuid } from '../guid.js';
import { declaration, element, textElement } from '../xml/write.js';
import { writeZip } from '../zip/write.js';
import { carriedOf, PROVIDER, VERSION } from './carried.js';
import { colourXml, goboEntries, goboXml } from './dressing.js';
import { freeNames } from './entry-names.js';
import { idText } from './identity.js';
import { writeMatrix } from './matrix.js';
import { formOf } from './versions.js';

/** File names of the types: Maker@Name.gdtf, told apart by a number where two would be the same. */
export function gdtfNames(types: readonly FixtureType[]): Map<string, string> {
  const free = freeNames('.gdtf');
  const names = new Map<string, string>();
  for (const type of [...types].sort((a, b) => natural(a.name, b.name) || natural(a.id, b.id))) {
    names.set(type.id, free(`${type.maker}@${type.name}`));
  }
  return names;
}

/** Bytes of a file by its hash: the GDTF that a type was read from. */
export type FileOf = (hash: string) => Uint8Array | undefined;

/** A type as it lies in the archive: its entry, and what the file calls each of its modes. */
interface TypeFile {
  readonly name: string;
  readonly bytes: Uint8Array;
  readonly modes: ReadonlyMap<string, string>;
}

/** The xml and the entries of the archive, in their order. */
export function mvrEntries(
  show: Show,
  fileOf: FileOf = () => undefined,
  version: MvrVersion = '1.6',
  groups: readonly MvrGroup[] = [],
): (readonly [string, Uint8Array])[] {
  // What hangs nowhere yet has no matrix; the lists of the package have it.
  const fixtures = inScheduleOrder(show).filter((fixture) => isHung(show, fixture));
  const used = new Set(fixtures.map((fixture) => fixture.type));
  const types = all(show, 'type').filter((type) => used.has(type.id));
  const names = gdtfNames(types);
  const files = new Map<string, TypeFile>(
    types.map((type) => {
      const bytes = writeGdtf(type, type.gdtf ? fileOf(type.gdtf) : undefined);
      const inFile = modeNamesIn(bytes);
      const modes = new Map(type.modes.map((mode, i) => [mode.name, inFile[i] ?? mode.name]));
      return [type.id, { name: present(names.get(type.id)), bytes, modes }] as const;
    }),
  );
  const gobos = goboEntries(show, fixtures);
  const xml = sceneXml(show, fixtures, files, gobos, version, groups);
  const gdtfs = [...files.values()].map(({ name, bytes }) => [name, bytes] as const).sort((a, b) => (a[0] < b[0] ? -1 : 1));
  return [
    ['GeneralSceneDescription.xml', strToU8(xml)],
    ...gdtfs,
    ...[...gobos.values()].map(({ name, bytes }) => [name, bytes] as const),
  ];
}

/** @param version  by the age of the reader; older forms say less (`lostBy`) */
export const writeMvr = (show: Show, fileOf?: FileOf, version?: MvrVersion, groups: readonly MvrGroup[] = []): Uint8Array =>
  writeZip(mvrEntries(show, fileOf, version, groups));

/** Focus points are shared areas, or a point of one fixture, with an id made from the fixture's. */
export const pointAimId = (fixture: Fixture): string => derivedId(`aim of ${fixture.id}`);

/** Fixtures that stand together as an object. One fixture has one place among the objects, so that groups which share fixtures have no home there. */
export interface MvrGroup {
  readonly key: string;
  readonly name: string;
  readonly fixtures: readonly Fixture[];
}
/** Objects of a layer: its groups with their fixtures, and then those that are in none. */
function inGroups(
  fixtures: readonly Fixture[],
  groups: readonly MvrGroup[],
  layer: string,
  write: (fixture: Fixture) => string,
): string[] {
  const free = new Set(fixtures);
  const out: string[] = [];
  for (const { key, name, fixtures: own } of groups) {
    const here = new Set(own.map(({ id }) => id));
    const mine = fixtures.filter((fixture) => here.has(fixture.id) && free.delete(fixture));
    if (mine.length)
      out.push(
        element(
          'GroupObject',
          { uuid: writeGuid(derivedId(`group ${key} on ${layer}`)), name },
          element('ChildList', {}, mine.map(write)),
        ),
      );
  }
  return [...out, ...fixtures.filter((fixture) => free.has(fixture)).map(write)];
}

function sceneXml(
  show: Show,
  fixtures: readonly Fixture[],
  files: ReadonlyMap<string, TypeFile>,
  gobos: ReturnType<typeof goboEntries>,
  version: MvrVersion,
  groups: readonly MvrGroup[],
): string {
  const numbers = numericIds(fixtures);
  const form = formOf[version];
  const layers = [...all(show, 'layer')].sort((a, b) => a.order - b.order || natural(a.id, b.id));
  const inLayers = layers
    .map((layer) => {
      const objects = inGroups(
        fixtures.filter((fixture) => fixture.layer === layer.id),
        groups,
        layer.id,
        (fixture) => fixtureXml(show, fixture, { files, gobos, form, numbers }),
      );
      if (layer.role === 'focus') objects.push(...focusPoints(show, fixtures));
      return objects.length
        ? element('Layer', { uuid: writeGuid(layer.id), name: layer.name }, element('ChildList', {}, objects))
        : '';
    })
    .join('');
  const stray = layers.some((layer) => layer.role === 'focus')
    ? ''
    : element(
        'Layer',
        { uuid: writeGuid(derivedId(`focus of ${show.id}`)), name: 'Focus' },
        element('ChildList', {}, focusPoints(show, fixtures)),
      );
  return (
    declaration +
    element(
      'GeneralSceneDescription',
      {
        verMajor: '1',
        verMinor: version.slice(2),
        provider: form.provider ? PROVIDER : undefined,
        providerVersion: form.provider ? VERSION : undefined,
      },
      element('UserData', {}, element('Data', { provider: PROVIDER, ver: VERSION }, carriedData(show, fixtures))),
      element(
        'Scene',
        {},
        element(
          'AUXData',
          {},
          stagePositionsInOrder(show).map((position) =>
            element('Position', { uuid: writeGuid(position.id), name: position.name }),
          ),
        ),
        element('Layers', {}, inLayers + stray),
      ),
    )
  );
}

function focusPoints(show: Show, fixtures: readonly Fixture[]): string[] {
  const point = (id: string, name: string, o: Vec3) =>
    element('FocusPoint', { uuid: writeGuid(id), name }, textElement('Matrix', writeMatrix({ ...identity, o })));
  return [
    ...[...all(show, 'area')]
      .sort((a, b) => natural(a.name, b.name) || natural(a.id, b.id))
      .map((area) => point(area.id, area.name, area.at)),
    ...fixtures.flatMap((fixture) =>
      fixture.aim?.kind === 'point'
        ? [point(pointAimId(fixture), `Aim of ${channelText(fixture) || fixture.unit || 'a fixture'}`, fixture.aim.at)]
        : [],
    ),
  ];
}

/**
 * A number for each fixture: its channel where that is a figure, and for the others free ones above all channels, so that no two share one and none is 0. In the
 * order of the paper, so that the same rig has the same numbers.
 */
export function numericIds(fixtures: readonly Fixture[]): ReadonlyMap<string, number> {
  const figure = (fixture: Fixture): number => {
    const [channel = ''] = fixture.parts.map((part) => part.channel).filter(Boolean);
    return /^\d{1,9}$/.test(channel) ? Number(channel) : 0;
  };
  const out = new Map<string, number>();
  const taken = new Set<number>();
  for (const fixture of fixtures) {
    const own = figure(fixture);
    if (!own || taken.has(own)) continue;
    taken.add(own);
    out.set(fixture.id, own);
  }
  let next = Math.max(0, ...taken) + 1;
  for (const { id } of fixtures) if (!out.has(id)) out.set(id, next++);
  return out;
}

/** Channels of the cells, without devices of their own. */
const cellChannels = ({ parts }: Fixture): string[] =>
  parts.filter(({ accessory }) => accessory === undefined).map(({ channel }) => channel);
/** What the elements of all fixtures draw on. */
interface Around {
  readonly files: ReadonlyMap<string, TypeFile>;
  readonly gobos: ReturnType<typeof goboEntries>;
  readonly form: (typeof formOf)[MvrVersion];
  readonly numbers: ReadonlyMap<string, number>;
}
function fixtureXml(show: Show, fixture: Fixture, { files, gobos, form, numbers }: Around): string {
  const type = get(show, 'type', fixture.type);
  const file = present(files.get(type.id));
  const at = place(show, fixture);
  const focus = fixture.aim === null ? null : fixture.aim.kind === 'area' ? fixture.aim.area : pointAimId(fixture);
  return element(
    'Fixture',
    { uuid: writeGuid(fixture.id), name: fixture.name ?? type.name },
    textElement('Matrix', writeMatrix({ ...axesOf(fixture, type, at), o: at.clamp })),
    textElement('GDTFSpec', file.name),
    textElement('GDTFMode', file.modes.get(fixture.mode) ?? fixture.mode),
    focus ? textElement('Focus', writeGuid(focus)) : '',
    textElement('CastShadow', 'false'),
    textElement('Position', writeGuid(fixture.position)),
    fixture.purpose ? textElement('Function', fixture.purpose) : '',
    textElement('FixtureID', idText(cellChannels(fixture))),
    form.numeric ? textElement('FixtureIDNumeric', numbers.get(fixture.id) ?? 0) : '',
    // 4A is not 4: what is no figure has no number here, and its text in our own block.
    /^\d{1,9}$/.test(fixture.unit) ? textElement('UnitNumber', Number(fixture.unit)) : '',
    element(
      'Addresses',
      {},
      fixture.parts.map((part, i) =>
        part.address === null || part.accessory !== undefined ? '' : `<Address break="${i}">${part.address}</Address>`,
      ),
    ),
    colourXml(show, fixture),
    form.customId ? textElement('CustomIdType', 0) : '',
    form.customId ? textElement('CustomId', 0) : '',
    goboXml(show, fixture, gobos),
  );
}

/** Drawings that were read from files would choke a console; an issue is nothing without what it held. */
const staysAtHome: ReadonlySet<Kind> = new Set(['backdrop', 'issue']);
function carriedData(show: Show, fixtures: readonly Fixture[]): string {
  const records = [...show.records.values()]
    .filter((record) => record.kind !== 'fixture' && !staysAtHome.has(record.kind))
    .sort((a, b) => (a.kind < b.kind ? -1 : a.kind > b.kind ? 1 : natural(a.id, b.id)));
  return [
    ...records.map((record) => `<Record uuid="${writeGuid(record.id)}">${jsonText(record)}</Record>`),
    ...fixtures.map((fixture) => `<FixtureData uuid="${writeGuid(fixture.id)}">${jsonText(carriedOf(fixture))}</FixtureData>`),
  ].join('');
}

const jsonText = (value: unknown): string => textElement('x', JSON.stringify(value)).slice(3, -4);
