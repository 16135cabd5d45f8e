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
for (const name of again) console.log(`Needed a second try: ${name}`);
if (jest.code !== 0 || playwright.code !== 0 || failed > 0) process.exit(1);

async function findChromium() {
  const places = [process.env.CHROMIUM, '/usr/bin/chromium', '/usr/bin/chromium-browser'].filter(Boolean);
  const found = () => places.find((place) => existsSync(place));
  if (found()) return found();
  if (process.platform !== 'linux' || process.getuid?.() !== 0)
    fail('The tests need Chromium. Install it (on Debian: apt-get install chromium), or name it in CHROMIUM.');
  await quietly('Reading the list of Debian packages', 'apt-get', ['update', '-qq']);
  await quietly('Installing Chromium', 'apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium'], {
    env: { DEBIAN_FRONTEND: 'noninteractive' },
  });
  return found() ?? fail('Chromium was installed, but is not at /usr/bin/chromium. Name its place in CHROMIUM.');
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
