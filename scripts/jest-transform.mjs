/**
 * Compiles modules for Jest. A module in a context of its own finds globals through a hook of Node at each use, a hundred times slower than elsewhere: what is
 * asked for in innermost loops is therefore put at the head of each module, once. Tests of drawings and light take a third of the time so.
 */
import swc from '@swc/jest';

/** Values of the language that no test replaces: neither clocks nor ways to the network are among them. */
const globals = [
  ...['Array', 'ArrayBuffer', 'DataView', 'JSON', 'Map', 'Math', 'Number', 'Object', 'Set', 'String', 'WeakMap', 'WeakSet'],
  ...['Float32Array', 'Float64Array', 'Int32Array', 'Uint16Array', 'Uint32Array', 'Uint8Array', 'Infinity'],
];
const withGlobals = (made) => {
  const used = globals.filter(
    (name) => made.code.includes(name) && !new RegExp(`\\b(class|const|let|var|function) ${name}\\b`).test(made.code),
  );
  // On the same line: lines in messages stay what they are.
  return used.length ? { ...made, code: `const { ${used.join(', ')} } = globalThis;${made.code}` } : made;
};

/** Packages are JavaScript already. */
const isOurs = ([, path]) => !path.includes('/node_modules/');

export default {
  createTransformer(options) {
    const inner = swc.createTransformer(options);
    return {
      ...inner,
      process: (...file) => withGlobals(isOurs(file) ? inner.process(...file) : { code: file[0] }),
      processAsync: async (...file) => withGlobals(isOurs(file) ? await inner.processAsync(...file) : { code: file[0] }),
      // What was compiled before is not taken for what this makes.
      getCacheKey: (...file) => `${inner.getCacheKey(...file)} ${globals.join()}`,
    };
  },
};
