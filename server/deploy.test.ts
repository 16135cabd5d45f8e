/** The examples by which a house runs Dessin: their form, and that what they name is there. They are not run here. */
import { existsSync, readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';

const lines = (file: string): string[] =>
  readFileSync(file, 'utf8')
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line && !line.startsWith('#'));
/** Names of settings that README tells of. */
const settings = new Set([...readFileSync('README.md', 'utf8').matchAll(/^\| `([A-Z_]+)`/gm)].map(([, name]) => name));
const isKnown = (name: string): boolean => settings.has(name) || name === 'NODE_ENV';

describe('the Dockerfile', () => {
  const steps = lines('Dockerfile').map((line) => {
    const [word = '', ...rest] = line.split(/\s+/);
    return { word, rest: rest.join(' ') };
  });
  // Docker's Dockerfile reference: the instructions that there are.
  const known = ['FROM', 'RUN', 'CMD', 'COPY', 'USER', 'WORKDIR', 'ENV', 'VOLUME', 'EXPOSE', 'STOPSIGNAL', 'HEALTHCHECK'];
  test('begins with an image, has instructions that there are, and one thing to run', () => {
    expect(steps[0]?.word).toBe('FROM');
    expect(steps.filter(({ word }) => !known.includes(word))).toEqual([]);
    expect(steps.filter(({ word }) => word === 'CMD')).toHaveLength(1);
  });
  test('what is run before all is there has what it asks for', () => {
    const there = new Set<string>();
    for (const { word, rest } of steps) {
      const files = rest.split(' ').filter((part) => !part.startsWith('--'));
      if (word === 'COPY') {
        if (files.includes('.')) break;
        for (const file of files.slice(0, -1)) there.add(file);
      }
      if (word !== 'RUN') continue;
      for (const [, script = ''] of rest.matchAll(/import\('\/dessin\/([^']+)'\)/g)) {
        expect(there).toContain(script);
        for (const [, own = ''] of readFileSync(script, 'utf8').matchAll(/from '\.\/([^']+)'/g))
          expect(there).toContain(`scripts/${own}`);
      }
    }
    expect(there.size).toBeGreaterThan(2);
  });
  test('lists are JSON, what is copied is there, settings are ours, and it does not run as root', () => {
    for (const { word, rest } of steps) {
      const list = /(\[.*\])$/.exec(rest)?.[1];
      if (list) for (const item of JSON.parse(list) as unknown[]) expect(typeof item).toBe('string');
      if (word === 'COPY')
        for (const from of rest
          .split(' ')
          .filter((part) => !part.startsWith('--'))
          .slice(0, -1))
          expect([from, existsSync(from)]).toEqual([from, true]);
      if (word === 'ENV') expect([rest, isKnown(rest.split('=')[0] ?? '')]).toEqual([rest, true]);
    }
    expect(steps.find(({ word }) => word === 'USER')?.rest).toBe('node');
    expect(steps.find(({ word }) => word === 'CMD')?.rest).toBe('["node", "dist/start/main.js"]');
    const ignored = readFileSync('.dockerignore', 'utf8').trim().split('\n');
    for (const folder of ['node_modules', 'dist', '.dessin', '.git']) expect(ignored).toContain(folder);
  });
});

test('the unit of systemd has its three sections, keys with values, and settings that there are', () => {
  const unit = lines('docs/house/dessin.service');
  expect(unit.filter((line) => line.startsWith('['))).toEqual(['[Unit]', '[Service]', '[Install]']);
  for (const line of unit.filter((each) => !each.startsWith('['))) expect(line).toMatch(/^[A-Z][A-Za-z]+=.+$/);
  const env = unit.flatMap((line) => (line.startsWith('Environment=') ? [line.slice(12).split('=')[0] ?? ''] : []));
  expect(env.length).toBeGreaterThan(4);
  expect(env.filter((name) => !isKnown(name))).toEqual([]);
  expect(unit).toContain('ExecStart=/usr/bin/node dist/start/main.js');
});
test('the example of a proxy is closed, and passes on what Dessin asks for', () => {
  const conf = lines('docs/house/nginx.conf');
  let depth = 0;
  for (const line of conf) {
    expect(line).toMatch(/[{};]$/);
    depth += line.endsWith('{') ? 1 : line === '}' ? -1 : 0;
    expect(depth).toBeGreaterThanOrEqual(0);
  }
  expect(depth).toBe(0);
  for (const header of [
    'Host $http_host',
    'X-Forwarded-For $remote_addr',
    'X-Forwarded-Proto $scheme',
    'Upgrade $http_upgrade',
    'Connection $connection_upgrade',
  ])
    expect(conf).toContain(`proxy_set_header ${header};`);
});

test('licences ship: of every package that does, what it brings along too, and of the fonts', async () => {
  const { packagesOf, licencesOf } = (await import('../scripts/licences.mjs' as string)) as {
    packagesOf: (root: string) => { name: string; license: string; texts: string[] }[];
    licencesOf: (root: string) => string;
  };
  const packages = packagesOf(process.cwd());
  const { dependencies } = JSON.parse(readFileSync('package.json', 'utf8')) as { dependencies: Record<string, string> };
  const names = packages.map(({ name }) => name);
  for (const name of Object.keys(dependencies)) expect(names).toContain(name);
  // What those bring along: PDF's own maker of fonts, and the database's driver.
  for (const name of ['fontkit', 'pg-protocol', 'workbox-routing']) expect(names).toContain(name);
  // It says none, and comes along with the writer of workbooks.
  expect(packages.filter(({ license }) => !license).map(({ name }) => name)).toEqual(['buffers']);
  // All may be shipped (SPDX identifiers of permissive licences).
  const free =
    /^\(?(MIT|ISC|0BSD|Apache-2\.0|BSD-[23]-Clause|OFL-1\.1|MPL-2\.0|Unlicense|Zlib|BlueOak-1\.0\.0|CC0-1\.0|PostgreSQL)\b/;
  expect(
    packages.filter(({ license }) => license && !free.test(license)).map(({ name, license }) => `${name}: ${license}`),
  ).toEqual([]);
  const text = licencesOf(process.cwd());
  expect(text).toContain('SIL OPEN FONT LICENSE');
  for (const { name } of packages) expect(text).toContain(`\n${name} `);
});
