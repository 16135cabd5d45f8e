/** The package: the same bytes for the same rig, and everything in it readable by others. */
import { createHash } from 'node:crypto';
import { beforeAll, describe, expect, test } from '@jest/globals';
import { strFromU8, unzipSync } from 'fflate';
import { issuePlot } from '#core/compare/issuing';
import { issuesInOrder, sinceIssue } from '#core/compare/since';
import { readAscii } from '#core/formats/ascii/read';
import { readCsv } from '#core/formats/csv/read';
import { apply, type Change, edit } from '#core/model/change';
import { all, type Show, settingsOf } from '#core/model/show';
import { idOf } from '#core/model/show.arb';
import { makeDemo } from '#demo/show';
import { type Manifest, writePackage } from './package.js';

const demo = makeDemo();
const issued = apply(demo, issuePlot(demo, { name: 'A', day: '2026-11-20', to: 'the programmer' }, () => idOf(9500)) as Change);
const asked = (show: Show) => ({
  date: '29 November 2026',
  base: '',
  files: new Map<string, Uint8Array>(),
  since: sinceIssue(show, [{ issue: issuesInOrder(issued)[0]!, show: issued }]),
});
const made = async (show: Show) => unzipSync(await writePackage(show, asked(show)));
const manifestOf = (entries: Record<string, Uint8Array>): Manifest =>
  JSON.parse(strFromU8(entries['manifest.json']!)) as Manifest;
let entries: Record<string, Uint8Array>;
beforeAll(async () => {
  entries = await made(issued);
});

describe('the package', () => {
  test('has a manifest first, which names every file with its size and sum, stamped with the issue', async () => {
    expect(Object.keys(entries)[0]).toBe('manifest.json');
    const manifest = manifestOf(entries);
    expect(manifest).toMatchObject({
      dessinPackage: 1,
      issue: { name: 'A', day: '2026-11-20', to: 'the programmer' },
      mvr: { version: '1.6', lost: [] },
    });
    expect(manifest.files.map(({ name }) => name)).toEqual(Object.keys(entries).slice(1));
    for (const { name, bytes, sha256 } of manifest.files) {
      expect(entries[name]).toHaveLength(bytes);
      expect(createHash('sha256').update(entries[name]!).digest('hex')).toBe(sha256);
    }
    // Bodies of types of our own are plain forms.
    expect(manifest.weight?.faces).toBe(0);
    expect(manifest.weight?.types.reduce((sum, { units }) => sum + units, 0)).toBe(all(demo, 'fixture').length);
    expect(manifest.counts.units).toBe(all(demo, 'fixture').filter(({ spare }) => !spare).length);
  });
  test('of an unchanged rig is the same bytes; of a changed one only what says it differs', async () => {
    const before = await writePackage(issued, asked(issued));
    await new Promise((next) => setTimeout(next, 2100));
    const again = await writePackage(issued, asked(issued));
    expect(Buffer.compare(Buffer.from(before), Buffer.from(again))).toBe(0);
    const [unit] = all(issued, 'fixture').filter(({ gobo }) => !gobo);
    const noted = apply(issued, edit([unit!], { notes: 'hung low' }));
    const other = await made(noted);
    const differ = Object.keys(other).filter(
      (name) => Buffer.compare(Buffer.from(other[name]!), Buffer.from(entries[name] ?? [])) !== 0,
    );
    // The note stands in the rig, the patch and what paper says of it; pixels, groups, colours and the console data know nothing of it.
    for (const name of ['pixels.csv', 'pixels.json', 'groups.csv', 'colours and gobos.csv', 'console.asc', 'starting.json'])
      expect(differ).not.toContain(name);
    expect(differ).toEqual(expect.arrayContaining(['manifest.json', 'rig.mvr', 'changes.csv']));
  });
  test('its lists are read back: patch by its ids, console data without anything odd', () => {
    const patch = readCsv(entries['patch.csv']!, 'patch.csv', () => true).value;
    expect(patch.headings[0]).toBe('Dessin id');
    const ids = new Set(patch.rows.map((row) => row[0]!.split(' ')[0]));
    for (const { id } of all(demo, 'fixture')) expect([...ids].some((own) => own?.startsWith(id))).toBe(true);
    expect(readAscii(entries['console.asc']!, 'console.asc').report).toEqual([]);
    expect(strFromU8(entries['plot.pdf']!.subarray(0, 5))).toBe('%PDF-');
    expect(JSON.parse(strFromU8(entries['pixels.json']!))).toMatchObject({ walls: [{ name: expect.any(String) }] });
  });
  test('leaves out what stays at home, and says so; files that are not wanted are not there', async () => {
    const wish = {
      families: ['profile'],
      universes: [3],
      files: ['plot.pdf', 'schedules.pdf'],
      mvr: '1.4' as const,
      looks: false,
    };
    const less = apply(issued, edit([settingsOf(issued)], { handOver: wish }));
    const small = await made(less);
    const manifest = manifestOf(small);
    expect(manifest.home).toEqual({ layers: [], families: ['profile'], universes: [3] });
    expect(manifest.mvr.version).toBe('1.4');
    expect(manifest.mvr.lost.length).toBeGreaterThan(0);
    expect(manifest.counts).toMatchObject({ looks: 0 });
    expect(manifest.counts.units).toBeLessThan(manifestOf(entries).counts.units);
    expect(Object.keys(small)).not.toContain('plot.pdf');
    expect(strFromU8(unzipSync(small['rig.mvr']!)['GeneralSceneDescription.xml']!)).toContain('verMinor="4"');
  });
});
