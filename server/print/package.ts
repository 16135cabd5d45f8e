/** The package for the console programmer: one zip with a manifest, the same bytes for the same rig. */
import { createHash } from 'node:crypto';
import { unzipSync } from 'fflate';
import { saidComparison } from '#core/compare/changes-list';
import { issuesInOrder, type Since } from '#core/compare/since';
import type { Sheet } from '#core/draw/sheet';
import { writeAscii } from '#core/formats/ascii/write';
import { csvFile, scheduleCsv } from '#core/formats/csv/write';
import { lostBy, mvrVersionOf } from '#core/formats/mvr/versions';
import { writeMvr } from '#core/formats/mvr/write';
import { writeZip } from '#core/formats/zip/write';
import { consoleData } from '#core/handover/console';
import { deskGroups, groupRows, objectGroups } from '#core/handover/groups';
import { handOverOf, partOf, WHOLE } from '#core/handover/part';
import { pixelRows, wallsSaid } from '#core/handover/pixels';
import { colourRows, positionRows, startingPositions, usedColours, usedGobos } from '#core/handover/positions';
import { type RigWeight, rigWeight } from '#core/handover/weight';
import { columnsOf, columnText } from '#core/ledger/columns';
import { rowsOf } from '#core/ledger/rows';
import { outTable } from '#core/ledger/table';
import type { HandOver } from '#core/model/records';
import { all, find, type Show, settingsOf } from '#core/model/show';
import { waiting } from '#core/order/tray';
import { CHANGES, listSince } from '#core/paper/lists';
import { drawSheet } from '#core/paper/plates';
import { readySet } from '#core/paper/ready/index';
import { listSet } from '#core/paper/ready/lists';
import { universeOf } from '#core/patch/address';
import { routeOf } from '#core/wires/routes';
import { sheetsPdf } from './pdf.js';
import { scheduleXlsx, writeXlsx } from './xlsx.js';

/** Form of the manifest. */
export const PACKAGE_FORM = 1;
export interface PackageFile {
  readonly name: string;
  /** What it is, in words. */
  readonly what: string;
  readonly bytes: number;
  readonly sha256: string;
}
export interface Manifest {
  readonly dessinPackage: number;
  readonly show: { readonly id: string; readonly name: string };
  /** The issue that it is stamped with; null for a plot that was not given out. */
  readonly issue: {
    readonly id: string;
    readonly name: string;
    readonly day: string;
    readonly to: string;
    readonly note: string;
  } | null;
  /** What changed since the issue before, and since this one was given out. */
  readonly changed: { readonly since: string; readonly said: string; readonly afterwards: string } | null;
  readonly counts: {
    readonly units: number;
    readonly types: number;
    readonly universes: readonly number[];
    readonly groups: number;
    readonly looks: number;
    readonly positions: number;
    readonly pixels: number;
  };
  readonly outputs: {
    readonly first: 0 | 1;
    readonly universes: readonly {
      readonly universe: number;
      readonly name: string;
      readonly node: string;
      readonly protocol: string;
      readonly portAddress?: number;
    }[];
  };
  /** What stays at home, by name. */
  readonly home: {
    readonly layers: readonly string[];
    readonly families: readonly string[];
    readonly universes: readonly number[];
  };
  readonly mvr: { readonly version: string; readonly lost: readonly string[] };
  /** Faces of the bodies of the whole rig, and the types that make it heavy; null where the rig does not go along. */
  readonly weight: RigWeight | null;
  /** What could not be said, in sentences. */
  readonly remarks: readonly string[];
  readonly files: readonly PackageFile[];
}
export interface PackageAsked {
  readonly date: string;
  readonly base: string;
  readonly since: Since | null;
  readonly files: ReadonlyMap<string, Uint8Array>;
}
type Made = readonly [name: string, what: string, bytes: Uint8Array];

const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
const json = (value: unknown): Uint8Array => utf8(`${JSON.stringify(value, null, 2)}\n`);
/** A workbook whose bytes depend on what is in it alone: its packer writes the hour into every entry. */
function settled(xlsx: Uint8Array, on: Date): Uint8Array {
  const at = on.toISOString().replace(/\.\d+Z$/, 'Z');
  const said = (name: string, bytes: Uint8Array): Uint8Array =>
    name === 'docProps/core.xml'
      ? utf8(new TextDecoder().decode(bytes).replace(/(<dcterms:(?:created|modified)[^>]*>)[^<]*/g, `$1${at}`))
      : bytes;
  return writeZip(
    Object.entries(unzipSync(xlsx))
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([name, bytes]) => [name, said(name, bytes)] as const),
  );
}
/** Midday of the day of the issue: what files say of when they were made. */
const madeOn = (day: string | undefined): Date => new Date(`${day ?? '2000-01-01'}T12:00:00Z`);

const patchTable = (show: Show) => {
  const { rows } = rowsOf(show, { filters: [], sort: null, groups: [] });
  const filled = columnsOf(show).filter(
    ({ comes, field }) =>
      comes === 'always' ||
      (comes === 'when filled' && all(show, 'fixture').some((fixture) => columnText(show, fixture, null, field))),
  );
  return outTable(show, rows, filled);
};
function sheetsOf(show: Show, set: string, { date, base, since }: PackageAsked): Sheet[] {
  const made = readySet(show, set)?.make(show, { since }) ?? [];
  const contents = made.map(({ name, paper }) => ({ name, paper: paper.name }));
  return made.map((sheet, i) => drawSheet(show, sheet, { date, base, since, sheet: i + 1, sheets: made.length, contents }).sheet);
}

async function partsOf(
  show: Show,
  wish: HandOver,
  asked: PackageAsked,
  day: string | undefined,
): Promise<{ made: Made[]; remarks: string[] }> {
  const made: Made[] = [];
  const { name } = settingsOf(show);
  const on = madeOn(day);
  const left = new Set(wish.files ?? []);
  const put = async (file: string, what: string, make: () => Uint8Array | Promise<Uint8Array>) => {
    if (!left.has(file)) made.push([file, what, await make()]);
  };
  const { data, remarks } = consoleData(show, wish);
  const table = patchTable(show);
  const hookup = listSince(show, 'hookup', asked.since);
  const positions = startingPositions(show);
  const walls = wallsSaid(show);
  await put('rig.mvr', `MVR ${mvrVersionOf(wish.mvr)} with a GDTF file a type`, () =>
    writeMvr(show, (hash) => asked.files.get(hash), mvrVersionOf(wish.mvr), objectGroups(show, wish)),
  );
  await put('patch.csv', 'the patch, unit by unit', () => utf8(csvFile([table.headings, ...table.rows])));
  await put('patch.xlsx', 'the same as a workbook that comes back', async () => settled(await writeXlsx(table, 'Patch'), on));
  if (hookup) {
    await put('hookup.csv', 'the channel hookup', () => utf8(scheduleCsv(hookup, true)));
    await put('hookup.xlsx', 'the same as a workbook', async () => settled(await scheduleXlsx(hookup), on));
  }
  await put('console.asc', 'patch, groups and looks in ASCII 3.0', () => utf8(writeAscii(data, remarks)));
  await put('groups.csv', 'groups for the desk, left to right', () => utf8(csvFile(groupRows(show, wish))));
  await put('starting positions.csv', 'pan and tilt of every mover at every area', () => utf8(csvFile(positionRows(positions))));
  await put('colours and gobos.csv', 'what is in frames and gates, with its channels', () => utf8(csvFile(colourRows(show))));
  await put('starting.json', 'starting positions, colours and gobos', () =>
    json({ positions, colours: usedColours(show), gobos: usedGobos(show) }),
  );
  if (walls.length) {
    await put('pixels.csv', 'every pixel with its place and slot', () => utf8(csvFile(pixelRows(walls))));
    await put('pixels.json', 'the same by walls', () => json({ walls }));
  }
  const whole = asked.files.get(WHOLE);
  if (whole) await put(WHOLE, 'the show itself, for another Dessin', () => whole);
  const said = { ...asked, date: day ?? '' };
  await put('plot.pdf', 'the plot', () => sheetsPdf(sheetsOf(show, 'plot', said), name, on));
  await put('schedules.pdf', 'instruments, hookup, addresses', () =>
    sheetsPdf(
      ['schedule', 'hookup', 'addresses'].flatMap((id) => sheetsOf(show, listSet(id), said)),
      name,
      on,
    ),
  );
  const changes = listSince(show, CHANGES, asked.since);
  if (changes) {
    await put('changes.csv', changes.title, () => utf8(scheduleCsv(changes, true)));
    await put('changes.pdf', changes.title, () => sheetsPdf(sheetsOf(show, listSet(CHANGES), said), name, on));
  }
  return { made, remarks: [...remarks] };
}

/** Everything of a package in its order, the manifest first. The rig that goes along is the part that was chosen. */
export async function packageOf(
  whole: Show,
  asked: PackageAsked,
): Promise<{ readonly manifest: Manifest; readonly entries: readonly (readonly [string, Uint8Array])[] }> {
  const wish = handOverOf(whole);
  const show = partOf(whole, wish);
  const { issued, name } = settingsOf(whole);
  const issue = issuesInOrder(whole).find((item) => item.name === issued);
  const { made, remarks } = await partsOf(show, wish, asked, issue?.day);
  const fixtures = all(show, 'fixture').filter(({ spare }) => !spare);
  const universes = new Set(
    fixtures.flatMap(({ parts }) => parts.flatMap(({ address }) => (address === null ? [] : [universeOf(address)]))),
  );
  const version = mvrVersionOf(wish.mvr);
  const away = waiting(show).length;
  const mvr = made.find(([file]) => file === 'rig.mvr')?.[2];
  const manifest: Manifest = {
    dessinPackage: PACKAGE_FORM,
    show: { id: whole.id, name },
    issue: issue ? { id: issue.id, name: issue.name, day: issue.day, to: issue.to ?? '', note: issue.note ?? '' } : null,
    changed: asked.since
      ? { since: asked.since.base.issue.name, said: saidComparison(asked.since.comparison), afterwards: asked.since.stale }
      : null,
    counts: {
      units: fixtures.length,
      types: new Set(fixtures.map(({ type }) => type)).size,
      universes: [...universes].sort((a, b) => a - b),
      groups: deskGroups(show, wish).length,
      looks: wish.looks === false ? 0 : all(show, 'look').length,
      positions: new Set(fixtures.map(({ position }) => position)).size,
      pixels: wallsSaid(show).reduce((sum, wall) => sum + wall.pixels.length, 0),
    },
    // Where each universe goes out; port-addresses of Art-Net count from 0, and "first" is that of universe 1.
    outputs: {
      first: settingsOf(whole).firstPort ?? 0,
      universes: all(show, 'universe').map((universe) => {
        const { protocol, portAddress } = routeOf(universe.number, universe, {
          first: settingsOf(whole).firstPort ?? 0,
          nodes: [],
        });
        const { number, name: own, node } = universe;
        return { universe: number, name: own, node, protocol, ...(protocol === 'Art-Net' ? { portAddress } : {}) };
      }),
    },
    home: {
      layers: (wish.layers ?? []).flatMap((id) => find(whole, 'layer', id)?.name ?? []),
      families: wish.families ?? [],
      universes: wish.universes ?? [],
    },
    mvr: {
      version,
      lost: [
        ...lostBy[version],
        ...(away ? [`${away === 1 ? '1 unit hangs' : `${away} units hang`} nowhere yet: in the lists, not in the MVR.`] : []),
      ],
    },
    weight: mvr ? rigWeight(show, mvr) : null,
    remarks,
    files: made.map(([file, what, bytes]) => ({
      name: file,
      what,
      bytes: bytes.length,
      sha256: createHash('sha256').update(bytes).digest('hex'),
    })),
  };
  return { manifest, entries: [['manifest.json', json(manifest)], ...made.map(([file, , bytes]) => [file, bytes] as const)] };
}
export const writePackage = async (show: Show, asked: PackageAsked): Promise<Uint8Array> =>
  writeZip((await packageOf(show, asked)).entries);
