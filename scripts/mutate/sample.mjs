/**
 * Stryker plugin: of the changes of operators that Stryker knows, and of changed constants, which it does not, lets a repeatable sample through.
 * Its own list of mutators is where both are done; the package offers no other door.
 */
import { createHash } from 'node:crypto';
import { createRequire } from 'node:module';
import { dirname, join, relative } from 'node:path';
import { pathToFileURL } from 'node:url';

const home = dirname(createRequire(import.meta.url).resolve('@stryker-mutator/instrumenter/package.json'));
const { allMutators } = await import(pathToFileURL(join(home, 'dist/src/mutators/mutate.js')).href);
const shares = JSON.parse(process.env.MUTATE_SHARES ?? '{}');
const seed = process.env.MUTATE_SEED ?? '1';
const root = process.env.MUTATE_ROOT ?? process.cwd();
/** Where it is given, these changes alone: `file line:column mutator`. */
const only = process.env.MUTATE_ONLY ? new Set(JSON.parse(process.env.MUTATE_ONLY)) : null;

/** Guards against rounding (1e-9 and the like) are left alone: a program with another one is the same program. */
const GUARD = 1e-3;
const constants = {
  name: 'Constant',
  *mutate(path) {
    if (!path.isNumericLiteral() || path.key === 'key') return;
    const { value } = path.node;
    if (value !== 0 && Math.abs(value) < GUARD) return;
    const changed = Math.abs(value) >= 20 ? Math.round(value * 0.9) : Number.isInteger(value) ? value + 1 : value * 1.1;
    yield { type: 'NumericLiteral', value: changed };
  },
};

if (!allMutators.some((mutator) => mutator.name === constants.name)) {
  allMutators.push(constants);
  for (const mutator of allMutators) {
    const all = mutator.mutate.bind(mutator);
    mutator.mutate = function* (path, options) {
      const file = relative(root, path.hub?.file?.opts?.filename ?? '').replaceAll('\\', '/');
      const share = shares[file.split('/')[1]] ?? 1;
      let i = 0;
      for (const mutant of all(path, options)) {
        const { line, column } = path.node.loc?.start ?? {};
        const key = `${file} ${line}:${column} ${mutator.name} ${i++}`;
        const hash = createHash('sha1').update(`${seed} ${key}`).digest().readUInt32BE(0);
        if (only ? only.has(key.slice(0, key.lastIndexOf(' '))) : hash / 2 ** 32 < share) yield mutant;
      }
    };
  }
}

export const strykerPlugins = [];
