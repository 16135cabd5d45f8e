/**
 * The rules of the house that a tree can be asked about (docs/architecture.md). Nothing is excepted but what is named here with its reason.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join, normalize } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { parseSync } from '@swc/core';
import { usualFields } from './fields/index.js';
import { kinds } from './model/kinds/index.js';
import { families } from './model/records.js';

const sources = (root: string): string[] =>
  readdirSync(root, { recursive: true, encoding: 'utf8' })
    .map((name) => join(root, name).replaceAll('\\', '/'))
    .filter((name) => /\.tsx?$/.test(name) && !name.endsWith('.d.ts'));
const isTest = (file: string): boolean => /\.(test|arb)\.tsx?$/.test(file);
const bare = (file: string): string => file.replace(/\.(tsx?|js)$/, '');

/** Files that a file imports, without their endings; packages are left out. */
function importsOf(file: string, text: string): string[] {
  const out: string[] = [];
  for (const [, spec] of text.matchAll(/(?:\bfrom\s+|\bimport\s+|\bimport\(\s*|\bnew URL\(\s*)'([^']+)'/g))
    if (spec!.startsWith('.')) out.push(bare(normalize(join(dirname(file), spec!))));
    else if (/^#(core|demo)\//.test(spec!)) out.push(bare(spec!.slice(1)));
  return out;
}

/** Rooms that can be reached from themselves, with the arrows between them. */
function circles(root: string): string[] {
  const room = (file: string) => file.split('/').slice(0, 2).join('/');
  const arrows = new Map<string, Map<string, string>>();
  for (const file of sources(root)) {
    if (isTest(file) || file.split('/').length < 3) continue;
    for (const target of importsOf(file, readFileSync(file, 'utf8'))) {
      if (!target.startsWith(`${root}/`) || target.split('/').length < 3 || room(target) === room(file)) continue;
      const of = arrows.get(room(file)) ?? new Map<string, string>();
      arrows.set(room(file), of);
      of.set(room(target), `${file} -> ${target}`);
    }
  }
  const reached = (from: string): Set<string> => {
    const seen = new Set<string>();
    const left = [from];
    for (let at = left.pop(); at !== undefined; at = left.pop())
      for (const to of arrows.get(at)?.keys() ?? [])
        if (!seen.has(to)) {
          seen.add(to);
          left.push(to);
        }
    return seen;
  };
  return [...arrows].flatMap(([from, of]) => [...of].filter(([to]) => reached(to).has(from)).map(([, arrow]) => arrow));
}

describe('rooms', () => {
  test('the folders of core form no circle', () => expect(circles('core')).toEqual([]));
  test('nor do those of web', () => expect(circles('web')).toEqual([]));

  test('arrows of web go downwards: app, features, ui, state; features do not know each other', () => {
    const layers = ['state', 'ui', 'features', 'app'];
    const against: string[] = [];
    for (const file of sources('web')) {
      if (isTest(file)) continue;
      const [, from = '', feature] = file.split('/');
      for (const target of importsOf(file, readFileSync(file, 'utf8'))) {
        const [root, to = '', other] = target.split('/');
        if (root !== 'web') continue;
        const higher = layers.indexOf(to) > layers.indexOf(from);
        if (higher || (from === 'features' && to === 'features' && feature !== other)) against.push(`${file} -> ${target}`);
      }
    }
    expect(against).toEqual([]);
  });
});

test('what writes PDF and workbooks takes most of a second to load: the server itself never does, only its threads', () => {
  const seen = new Set<string>();
  const heavy: string[] = [];
  const left = ['server/furnish', 'server/outputs'];
  for (let at = left.pop(); at !== undefined; at = left.pop()) {
    if (seen.has(at)) continue;
    seen.add(at);
    const text = readFileSync(`${at}.ts`, 'utf8');
    // Those that come with the file itself: not types, and not what it asks for when it is wanted.
    const now = [...text.matchAll(/^(?:import|export)\s(?!type\b)[^;]*?\bfrom\s+'[^']+'/gm)].map(([line]) => line).join('\n');
    if (/'(pdfkit|exceljs)'/.test(now)) heavy.push(at);
    left.push(...importsOf(`${at}.ts`, now));
  }
  expect(seen.size).toBeGreaterThan(100);
  expect(heavy).toEqual([]);
});

describe('keys and stores', () => {
  const web = sources('web').filter((file) => !isTest(file));
  const lines = (pattern: RegExp, ...but: string[]): string[] =>
    web
      .filter((file) => !but.includes(file))
      .flatMap((file) =>
        readFileSync(file, 'utf8')
          .split('\n')
          .filter((line) => pattern.test(line))
          .map((line) => `${file}: ${line.trim()}`),
      );

  test('one handler hears keys; text fields and forms have theirs from fieldKeys', () => {
    expect(lines(/addEventListener\(\s*'key(down|press)'/, 'web/ui/keys.ts', 'web/ui/page-key.ts')).toEqual([]);
    expect(lines(/onKey(Down|Up|Press)=(?!\{fieldKeys\()/)).toEqual([]);
  });

  test('addresses of this server go through `at` or `call`: it may lie under a part of an address', () => {
    expect(lines(/(href|src)=(\{`|"|\{')\/|\bfetch\([`']\/|new URL\([`']\//)).toEqual([]);
  });

  test('raw fields stand in web/ui alone; everything else is put together from those', () => {
    expect(lines(/<(input|select|textarea)\b/).filter((line) => !line.startsWith('web/ui/'))).toEqual([]);
  });

  test('stores are made by makeStore, so that leaving a show resets them; what stays is in preferences', () => {
    expect(lines(/import \{[^}]*\bcreate\b[^}]*\} from 'zustand'/, 'web/state/store.ts', 'web/state/preferences.ts')).toEqual([]);
    for (const file of web) {
      const text = readFileSync(file, 'utf8');
      for (const [made] of text.matchAll(/(?:\*\/\n|\n)export const use\w+[^=]*= (?:makeStore|create)/g))
        expect(`${file}: ${text.slice(Math.max(0, text.indexOf(made) - 400), text.indexOf(made) + made.length)}`).toMatch(
          /Written by/,
        );
    }
  });

  test('stores are read by selector', () => {
    expect(lines(/\buse(Selection|View|Tool|Panels|Preferences|Ledger|Draft|Run|Considered|Hand)\(\)/)).toEqual([
      // The ghosts of a tool may show anything of what it makes.
      'web/features/drawing/Lit.tsx: const inHand = useTool();',
      'web/features/drawing/Lit.tsx: const draft = useDraft();',
    ]);
  });
});

describe('tests', () => {
  test('bear the name of their subject and stand beside it, or are the laws of their room', () => {
    const files = new Set(
      sources('core')
        .filter((file) => !isTest(file))
        .map(bare),
    );
    const alone = sources('core').filter(
      (file) =>
        file.endsWith('.test.ts') && !/\/(laws|house)\.test\.ts$/.test(file) && !files.has(file.replace(/\.test\.ts$/, '')),
    );
    expect(alone).toEqual([]);
  });
});

/** Functions of a file that are longer than a number of lines, by name. */
function longFunctions(file: string, most: number, component: number): string[] {
  const text = readFileSync(file, 'utf8');
  const tree = parseSync(text, { syntax: 'typescript', tsx: file.endsWith('.tsx'), target: 'es2022' });
  // Spans count bytes from 1, and the tree ends where the file does.
  const bytes = Buffer.from(text);
  const shift = tree.span.end - bytes.length + 1;
  const linesIn = (span: { start: number; end: number }) =>
    bytes
      .subarray(span.start - shift, span.end - shift)
      .toString()
      .split('\n').length;
  const out: string[] = [];
  // biome-ignore lint/suspicious/noExplicitAny: the tree of a parser is walked as it comes
  const walk = (node: any, name: string): void => {
    if (Array.isArray(node)) {
      for (const item of node) walk(item, name);
      return;
    }
    if (typeof node !== 'object' || node === null) return;
    const own = node.identifier?.value ?? node.id?.value ?? node.key?.value ?? name;
    if (
      ['FunctionDeclaration', 'FunctionExpression', 'ArrowFunctionExpression', 'ClassMethod', 'MethodProperty'].includes(
        node.type,
      )
    ) {
      const span = node.span ?? node.function?.span ?? node.body?.span;
      const limit = file.endsWith('.tsx') && /^[A-Z]/.test(own) ? component : most;
      const n = linesIn(span);
      const before = bytes
        .subarray(0, span.start - shift)
        .toString()
        .split('\n')
        .slice(-3)
        .join('\n');
      if (n > limit && !before.includes('// Long: ')) out.push(own);
    }
    for (const [key, value] of Object.entries(node)) if (key !== 'span') walk(value, own);
  };
  walk(tree.body, '');
  return out;
}

/** What a file compares with a kind, a field or a family, function by function: the subject and the names that it is compared with. */
function comparisons(file: string): Map<string, Set<string>>[] {
  const text = readFileSync(file, 'utf8');
  const tree = parseSync(text, { syntax: 'typescript', tsx: file.endsWith('.tsx'), target: 'es2022' });
  const bytes = Buffer.from(text);
  const shift = tree.span.end - bytes.length + 1;
  const out: Map<string, Set<string>>[] = [];
  // biome-ignore lint/suspicious/noExplicitAny: the tree of a parser is walked as it comes
  const walk = (node: any, found: Map<string, Set<string>>): void => {
    if (Array.isArray(node)) {
      for (const item of node) walk(item, found);
      return;
    }
    if (typeof node !== 'object' || node === null) return;
    let mine = found;
    if (/^(FunctionDeclaration|FunctionExpression|ArrowFunctionExpression|ClassMethod|MethodProperty)$/.test(node.type)) {
      mine = new Map();
      out.push(mine);
    }
    if (node.type === 'BinaryExpression' && /^[!=]==?$/.test(node.operator) && node.right.type === 'StringLiteral') {
      const { start, end } = node.left.span;
      const subject = bytes
        .subarray(start - shift, end - shift)
        .toString()
        .replace(/[?!]/g, '');
      if (/(^|\.)(kind|family|field)$/.test(subject))
        mine.set(subject, (mine.get(subject) ?? new Set<string>()).add(node.right.value));
    }
    for (const [key, value] of Object.entries(node)) if (key !== 'span') walk(value, mine);
  };
  const top = new Map<string, Set<string>>();
  out.push(top);
  walk(tree.body, top);
  return out;
}

describe('descriptors', () => {
  const files = ['core', 'web', 'server'].flatMap(sources).filter((file) => !isTest(file));
  test('nothing switches over kinds, fields or families: what depends on them stands in their entries', () => {
    const switched = files.flatMap((file) =>
      readFileSync(file, 'utf8')
        .split('\n')
        .filter((line) => /\bswitch \((?:\w+\.)*(kind|family|field|key)\)/.test(line))
        .map((line) => `${file}: ${line.trim()}`),
    );
    expect(switched).toEqual([]);
  });
  test('nor does a function ask one after the other: three kinds, fields or families are a list', () => {
    const known = new Set<string>([...Object.keys(kinds), ...families, ...usualFields.map((field) => field.id)]);
    const asked = files.flatMap((file) =>
      comparisons(file).flatMap((found) =>
        [...found].flatMap(([subject, names]) => {
          const ours = [...names].filter((name) => known.has(name));
          return ours.length > 2 ? [`${file}: ${subject} ${ours.join(' ')}`] : [];
        }),
      ),
    );
    expect(asked).toEqual([]);
  });
});

describe('lists', () => {
  test.each(['core/audit/checks', 'core/families', 'core/paper/schedules'])(
    'each file of %s has its line in all.ts',
    (folder) => {
      const lines = readFileSync(`${folder}/all.ts`, 'utf8');
      const listed = [...lines.matchAll(/from '\.\/([^']+)\.js'/g)].map(([, name]) => name);
      const files = sources(folder)
        .filter((file) => !isTest(file))
        .map((file) => bare(file.slice(folder.length + 1)));
      expect(listed.sort()).toEqual(files.filter((name) => !['all', 'index', 'family'].includes(name)).sort());
    },
  );
});

describe('sources', () => {
  test('what code and tests cite stands in docs/reference.md', () => {
    const numbers: Record<string, Set<string>> = {};
    let part = '';
    let section = '';
    for (const line of readFileSync('docs/reference.md', 'utf8').split('\n')) {
      part = /^## (\w+)/.exec(line)?.[1]?.toLowerCase() ?? part;
      section = /^### (\d+) /.exec(line)?.[1] ?? section;
      numbers[part] ??= new Set();
      const number = /^(?:### |- )(\d+(?:\.\d+)?) /.exec(line)?.[1];
      if (number) numbers[part]!.add(number);
    }
    const nowhere: string[] = [];
    for (const file of ['core', 'web', 'server', 'demo', 'e2e', 'bench'].flatMap(sources)) {
      const text = readFileSync(file, 'utf8');
      for (const [said, where, number] of text.matchAll(/\b(calculations|formats|practice) (\d+(?:\.\d+)?)/g))
        if (!numbers[where!]?.has(number!)) nowhere.push(`${file}: ${said}`);
      if (/\bhandbook \d/i.test(text)) nowhere.push(`${file}: the handbook is not in the repository`);
    }
    expect(nowhere).toEqual([]);
  });
});

describe('lengths', () => {
  test('components have at most 200 lines, functions 80, or say why they are longer', () => {
    const long = ['core', 'web', 'server'].flatMap((root) =>
      sources(root)
        .filter((file) => !isTest(file))
        .flatMap((file) => longFunctions(file, 80, 200).map((name) => `${file} ${name}`)),
    );
    expect(long).toEqual([]);
  });
});
