/** Writes a show as MVR 1.6 with one GDTF a type (reference formats 2). The same show gives the same bytes. */

import { strToU8 } from 'fflate';
import { channelText } from '../../fields/texts.js';
import { firstOf, present } from '../../measure/list.js';
import type { Fixture, FixtureType, Kind, Vec3 } from '../../model/records.js';
import { all, get, type Show } from '../../model/show.js';
import { inScheduleOrder, natural, positionsInOrder } from '../../order/order.js';
import { place } from '../../space/hanging.js';
import { axesOf, identity } from '../../space/orientation.js';
import { modeNamesIn, writeGdtf } from '../gdtf/write.js';
import { derivedId, writeGuid } from '../guid.js';
import { declaration, element, textElement } from '../xml/write.js';
import { writeZip } from '../zip/write.js';
import { carriedOf, PROVIDER, VERSION } from './carried.js';
import { writeMatrix } from './matrix.js';

/** File names of the types: Maker@Name.gdtf, told apart by a number where two would be the same. */
export function gdtfNames(types: readonly FixtureType[]): Map<string, string> {
  const taken = new Set<string>();
  const names = new Map<string, string>();
  for (const type of [...types].sort((a, b) => natural(a.name, b.name) || natural(a.id, b.id))) {
    const stem = `${type.maker}@${type.name}`.replace(/[^A-Za-z0-9@ _+-]/g, '_');
    let name = `${stem}.gdtf`;
    for (let n = 2; taken.has(name.toLowerCase()); n++) name = `${stem} ${n}.gdtf`;
    taken.add(name.toLowerCase());
    names.set(type.id, name);
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
export function mvrEntries(show: Show, fileOf: FileOf = () => undefined): (readonly [string, Uint8Array])[] {
  const fixtures = inScheduleOrder(show);
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
  const xml = sceneXml(show, fixtures, files);
  const gdtfs = [...files.values()].map(({ name, bytes }) => [name, bytes] as const).sort((a, b) => (a[0] < b[0] ? -1 : 1));
  return [['GeneralSceneDescription.xml', strToU8(xml)], ...gdtfs];
}

export const writeMvr = (show: Show, fileOf?: FileOf): Uint8Array => writeZip(mvrEntries(show, fileOf));

/** Focus points are shared areas, or a point of one fixture, with an id made from the fixture's. */
export const pointAimId = (fixture: Fixture): string => derivedId(`aim of ${fixture.id}`);

function sceneXml(show: Show, fixtures: readonly Fixture[], files: ReadonlyMap<string, TypeFile>): string {
  const layers = [...all(show, 'layer')].sort((a, b) => a.order - b.order || natural(a.id, b.id));
  const inLayers = layers
    .map((layer) => {
      const objects = fixtures.filter((fixture) => fixture.layer === layer.id).map((fixture) => fixtureXml(show, fixture, files));
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
      { verMajor: '1', verMinor: '6', provider: PROVIDER, providerVersion: VERSION },
      element('UserData', {}, element('Data', { provider: PROVIDER, ver: VERSION }, carriedData(show, fixtures))),
      element(
        'Scene',
        {},
        element(
          'AUXData',
          {},
          positionsInOrder(show).map((position) => element('Position', { uuid: writeGuid(position.id), name: position.name })),
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

function fixtureXml(show: Show, fixture: Fixture, files: ReadonlyMap<string, TypeFile>): string {
  const type = get(show, 'type', fixture.type);
  const file = present(files.get(type.id));
  const at = place(show, fixture);
  const channel = firstOf(fixture.parts).channel;
  const focus = fixture.aim === null ? null : fixture.aim.kind === 'area' ? fixture.aim.area : pointAimId(fixture);
  const whole = (text: string): number => (/^\d{1,9}$/.test(text) ? Number(text) : 0);
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
    textElement('FixtureID', channel),
    textElement('FixtureIDNumeric', whole(channel)),
    textElement('UnitNumber', whole(fixture.unit.replace(/[A-Za-z]+$/, ''))),
    element(
      'Addresses',
      {},
      fixture.parts.map((part, i) =>
        part.address === null || part.accessory !== undefined ? '' : `<Address break="${i}">${part.address}</Address>`,
      ),
    ),
    textElement('CustomIdType', 0),
    textElement('CustomId', 0),
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
