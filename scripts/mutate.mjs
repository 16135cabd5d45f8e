/**
 * Would the tests of core notice? Changes a sample of operators and constants, one at a time, and runs the tests that reach each.
 *
 *   npm run mutate                         every room of core, about 60 changes each
 *   npm run mutate -- --room space --n 200 one room
 *   npm run mutate -- --seed 7             another sample
 *   --survivors   prints each change that nobody noticed;  --quick   asks the tests of each room itself alone
 *
 * Outside the check: it takes about an hour. Source of the method: mutation testing (DeMillo, Lipton and Sayward 1978).
 */
import { readdirSync, readFileSync, rmSync } from 'node:fs';
import { join, relative } from 'node:path';
import { parseArgs } from 'node:util';
import { Stryker } from '@stryker-mutator/core';

const { values } = parseArgs({
  options: {
    room: { type: 'string', multiple: true },
    n: { type: 'string', default: '60' },
    seed: { type: 'string', default: '1' },
    survivors: { type: 'boolean', default: false },
    quick: { type: 'boolean', default: false },
  },
});
const root = process.cwd();
const sources = (folder) =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.ts') && !/\.(test|arb|d)\.ts$/.test(name))
    .map((name) => join(folder, name));
const rooms = readdirSync('core', { withFileTypes: true })
  .filter((entry) => entry.isDirectory() && sources(join('core', entry.name)).length > 0)
  .map((entry) => entry.name)
  .filter((room) => !values.room || values.room.includes(room));
/** Roughly how many changes a file allows: its figures and operators, by their signs. Comments and texts are left out. */
const chances = (code) =>
  code
    .replace(/\/\*[\s\S]*?\*\/|\/\/.*|'(\\.|[^'\\\n])*'|import[^;]*;|export (type|interface)[\s\S]*?;/g, '')
    .match(/[<>]=?|[=!]==|&&|\|\||\?\?|[-+*/%]=?|\b\d+/g)?.length ?? 0;
const shares = Object.fromEntries(
  rooms.map((room) => {
    const all = sources(join('core', room)).reduce((sum, file) => sum + chances(readFileSync(file, 'utf8')), 0);
    return [room, Math.min(1, Number(values.n) / all)];
  }),
);
Object.assign(process.env, { MUTATE_SHARES: JSON.stringify(shares), MUTATE_SEED: values.seed, MUTATE_ROOT: root });

const left = [
  'StringLiteral',
  'BlockStatement',
  'ArrayDeclaration',
  'ArrowFunction',
  'ObjectLiteral',
  'Regex',
  'OptionalChaining',
];
/** One run of Stryker: changes in some rooms, tried by the tests of one folder. */
async function run(changed, tests) {
  const results = await new Stryker({
    plugins: ['@stryker-mutator/jest-runner', './scripts/mutate/sample.mjs'],
    testRunner: 'jest',
    testRunnerNodeArgs: ['--experimental-vm-modules', '--no-warnings'],
    jest: {
      configFile: 'jest.config.js',
      // The tree as it is written is not what is tried here: with the changes in it, it is longer.
      config: { roots: [`<rootDir>/${tests}`], reporters: [], testPathIgnorePatterns: ['/node_modules/', 'core/house\\.test'] },
      enableFindRelatedTests: false,
    },
    mutate: changed.map((room) => `core/${room}/**/!(*.test|*.arb).ts`),
    mutator: { excludedMutations: [...left, 'MethodExpression', 'ConditionalExpression'] },
    ignorePatterns: ['dist', 'docs', 'e2e', 'test-results', '.dessin*', 'reports'],
    coverageAnalysis: 'perTest',
    concurrency: 2,
    timeoutMS: 10000,
    reporters: [],
    logLevel: 'error',
    // Stryker would read it by TypeScript's old interface; the tests do not need it.
    tsconfigFile: 'none',
    tempDirName: '.dessin-mutate',
    cleanTempDir: 'always',
    allowConsoleColors: false,
  }).runMutationTest();
  return results.filter((result) => ['Killed', 'Timeout', 'Survived', 'NoCoverage', 'RuntimeError'].includes(result.status));
}
const noticed = ({ status }) => status === 'Killed' || status === 'Timeout' || status === 'RuntimeError';
const fileOf = ({ fileName }) => relative(root, fileName).replaceAll('\\', '/');
const whereOf = (result) =>
  `${fileOf(result)} ${result.location.start.line + 1}:${result.location.start.column} ${result.mutatorName}`;
const nameOf = (result) => `${whereOf(result)} -> ${result.replacement}`;

// First the tests of the room itself, which is quick; then, for what they let pass, those of all rooms.
const counted = new Map();
for (const room of rooms) {
  const own = readdirSync(join('core', room), { recursive: true, encoding: 'utf8' }).some((name) => name.endsWith('.test.ts'));
  if (!own) continue;
  const results = await run([room], `core/${room}`);
  for (const result of results) counted.set(nameOf(result), result);
  console.log(`${room}: ${results.filter(noticed).length} of ${results.length} noticed by the tests of the room`);
  if (values.survivors)
    for (const result of results.filter((one) => !noticed(one))) console.log(`  passed at first: ${nameOf(result)}`);
}
if (!values.quick) {
  const untested = rooms.filter((room) => ![...counted.values()].some((result) => fileOf(result).startsWith(`core/${room}/`)));
  const passed = [...counted.values()].filter((result) => !noticed(result)).map(whereOf);
  const again = rooms.filter((room) => passed.some((where) => where.startsWith(`core/${room}/`)));
  for (const [list, only] of [
    [again, JSON.stringify(passed)],
    [untested, ''],
  ]) {
    if (!list.length) continue;
    process.env.MUTATE_ONLY = only;
    for (const result of await run(list, 'core')) {
      const before = counted.get(nameOf(result));
      if (!before || !noticed(before)) counted.set(nameOf(result), result);
    }
  }
}
const all = [...counted.values()];
if (values.survivors)
  for (const result of all.filter((result) => !noticed(result)).sort((a, b) => (nameOf(a) < nameOf(b) ? -1 : 1)))
    console.log(`  ${nameOf(result)}${result.status === 'NoCoverage' ? '  (reached by no test)' : ''}`);
console.log(`room        changed  noticed  share   (seed ${values.seed})`);
for (const room of rooms) {
  const of = all.filter((result) => fileOf(result).startsWith(`core/${room}/`));
  const n = of.filter(noticed).length;
  console.log(
    `${room.padEnd(12)}${String(of.length).padStart(6)}${String(n).padStart(9)}${`${((100 * n) / of.length).toFixed(0)} %`.padStart(8)}`,
  );
}
rmSync('.dessin-mutate', { recursive: true, force: true });
