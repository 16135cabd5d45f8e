/** npm test: installs what is missing, checks types, lint and format, runs Jest and Playwright, and sums up. */
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { build, endWithParent, fail, install, needNode, quietly, root, tool } from './lib.mjs';

needNode();
endWithParent();
const results = join(root, 'test-results');
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });
await install();
const chromium = await findChromium();
await quietly('Checking types', tool('tsc'), ['-b']);
await quietly('Checking lint and format', tool('biome'), ['check', '--error-on-warnings', '.']);
await build();

const jestReport = join(results, 'jest.json');
const jest = await quietly(
  'Jest',
  process.execPath,
  [
    '--experimental-vm-modules',
    '--no-warnings',
    join(root, 'node_modules', 'jest', 'bin', 'jest.js'),
    '--json',
    `--outputFile=${jestReport}`,
  ],
  { tolerant: true },
);
const port = await freePort();
const data = join(results, 'data');
const playwright = await quietly('Playwright', tool('playwright'), ['test'], {
  tolerant: true,
  env: { CHROMIUM: chromium, E2E_PORT: String(port), E2E_DATA: data },
});
const report = join(results, 'playwright.json');

const read = (file) => (existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : null);
const [unit, browser] = [read(jestReport), read(report)];
if (jest.code !== 0) console.error(jest.output.slice(-20_000));
if (playwright.code !== 0) console.error(playwright.output.slice(-20_000));
if (!unit) fail('Jest wrote no report; the reason stands above.');
if (!browser) fail('Playwright wrote no report; the reason stands above.');
// A suite that could not even be loaded has no tests to count as failed.
const broken = unit.numRuntimeErrorTestSuites ?? 0;
const passed = unit.numPassedTests + browser.stats.expected + browser.stats.flaky;
const failed = unit.numFailedTests + broken + browser.stats.unexpected + (browser.errors?.length ?? 0);
/** Stories that needed their second try, by name. */
const again = [];
const walk = (suite, path) => {
  for (const spec of suite.specs ?? [])
    if (spec.tests.some((test) => test.status === 'flaky')) again.push([...path, spec.title].join(' > '));
  for (const inner of suite.suites ?? []) walk(inner, [...path, inner.title]);
};
for (const suite of browser.suites ?? []) walk(suite, [suite.title]);
writeFileSync(join(results, 'summary.txt'), `${passed} passed, ${failed} failed\n`);
console.log(
  `Jest: ${unit.numPassedTests} passed. Playwright: ${browser.stats.expected} passed. ${passed} passed, ${failed} failed in all.`,
);
// The jobs whose gestures are counted say how many they took.
for (const [told] of playwright.output.matchAll(/\S.*: \d+ gestures, .*/g)) console.log(told);
for (const name of again) console.log(`Needed a second try: ${name}`);
if (jest.code !== 0 || playwright.code !== 0 || failed > 0) process.exit(1);

/** Debian's Chromium without windows takes a third less of the machine's time than the one with; either will do. */
async function findChromium() {
  const lean = '/usr/bin/chromium-headless-shell';
  const places = [process.env.CHROMIUM, lean, '/usr/bin/chromium', '/usr/bin/chromium-browser'].filter(Boolean);
  const found = () => places.find((place) => existsSync(place));
  if (process.env.CHROMIUM && existsSync(process.env.CHROMIUM)) return process.env.CHROMIUM;
  if (existsSync(lean)) return lean;
  const may = process.platform === 'linux' && process.getuid?.() === 0 && existsSync('/usr/bin/apt-get');
  if (!may)
    return found() ?? fail('The tests need Chromium. Install it (on Debian: apt-get install chromium), or name it in CHROMIUM.');
  const apt = (what, ...args) =>
    quietly(what, 'apt-get', ['-o', 'Acquire::http::Timeout=20', '-o', 'Acquire::Retries=1', ...args], {
      tolerant: true,
      env: { DEBIAN_FRONTEND: 'noninteractive' },
    });
  const take = (name) => apt(`Installing ${name}`, 'install', '-y', '-qq', '--no-install-recommends', name);
  // The list of packages may be there already, and there may be no network.
  if ((await take('chromium-headless-shell')).code !== 0) {
    await apt('Reading the list of Debian packages', 'update', '-qq');
    if ((await take('chromium-headless-shell')).code !== 0 && !found()) await take('chromium');
  }
  return found() ?? fail('Chromium could not be installed from the Debian packages. Install it, or name its place in CHROMIUM.');
}

function freePort() {
  return new Promise((done) => {
    const probe = createServer();
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address();
      probe.close(() => done(port));
    });
  });
}
