/** The demo's DXF by ezdxf, where Debian's package is there: an audit without faults, and what its blocks say. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import { channelText } from '#core/fields/texts';
import { writeDxf } from '#core/formats/dxf/write';
import { all, get } from '#core/model/show';
import { plateTags } from '#core/paper/windows/stage';
import { place } from '#core/space/hanging';
import { makeDemo } from '#demo/show';

const PYTHON = '/usr/bin/python3';
const there = spawnSync(PYTHON, ['-c', 'import ezdxf']).status === 0;
const script = `
import ezdxf, json, sys
doc = ezdxf.readfile(sys.argv[1])
audit = doc.audit()
out = {'faults': [e.message for e in audit.errors + audit.fixes], 'units': doc.units, 'fixtures': []}
for i in doc.modelspace().query('INSERT'):
    if i.attribs:
        out['fixtures'].append({'at': list(i.dxf.insert), **{a.dxf.tag: a.dxf.text for a in i.attribs}})
print(json.dumps(out))
`;
(there ? test : test.skip)('ezdxf finds no fault, and reads each fixture with its channel at its clamp', () => {
  const demo = makeDemo();
  const folder = mkdtempSync(join(tmpdir(), 'dessin-dxf-'));
  try {
    const file = join(folder, 'plot.dxf');
    writeFileSync(file, writeDxf(demo, { denominator: 50, tags: plateTags(demo) }));
    const { stdout, stderr } = spawnSync(PYTHON, ['-c', script, file], { encoding: 'utf8' });
    expect(stderr).toBe('');
    const said = JSON.parse(stdout) as {
      faults: string[];
      units: number;
      fixtures: ({ at: number[] } & Record<string, string>)[];
    };
    expect([said.faults, said.units]).toEqual([[], 4]);
    expect(said.fixtures).toHaveLength(all(demo, 'fixture').length);
    for (const { at, UUID, CHANNEL } of said.fixtures) {
      const fixture = get(demo, 'fixture', UUID!.toLowerCase());
      expect(CHANNEL).toBe(channelText(fixture));
      const { clamp } = place(demo, fixture);
      for (const [i, value] of clamp.entries()) expect(at[i]).toBeCloseTo(value, 4);
    }
  } finally {
    rmSync(folder, { recursive: true });
  }
});
