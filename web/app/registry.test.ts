/** Starts the registry with every feature that there is, and asks it what a list of that kind must hold. */
import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { roles } from '#core/access/roles';
import { checks } from '#core/audit/checks/index';
import { type Feature, here, isOffered, makeRegistry } from '../ui/registry';
import { own } from './commands';

const folders = readdirSync('web/features', { withFileTypes: true }).filter((entry) => entry.isDirectory());
const features: Feature[] = [own];
for (const { name } of folders) {
  const found = readdirSync(`web/features/${name}`).includes('index.ts');
  if (found) features.push(((await import(`../features/${name}/index.ts`)) as { default: Feature }).default);
}

describe('the registry', () => {
  const registry = makeRegistry(features);

  test('has the steps in the order of the work, each with a command', () => {
    const order = ['Stage', 'Positions', 'Hang', 'Number', 'Patch', 'Paper', 'Hand-over'];
    expect(registry.steps.map((step) => step.name).filter((name) => order.includes(name))).toEqual(order);
    for (const { path } of registry.steps) expect(registry.commands.has(`step ${path}`)).toBe(true);
  });

  test('a feature bears the name of its folder, and every folder but those the frame itself holds has one', () => {
    const named = new Set(features.map((feature) => feature.id));
    expect(folders.map(({ name }) => name).filter((name) => !named.has(name))).toEqual(['card']);
  });

  test('every view has a command, by which its tab has a tip', () => {
    for (const view of registry.views) expect(registry.commands.has(view.id)).toBe(true);
  });

  test('every snag is mended in a step that there is', () => {
    const steps = new Set(registry.steps.map(({ snags }) => snags));
    for (const { code, step } of checks) expect([code, steps.has(step)]).toEqual([code, true]);
  });
  test('docs/roles.md holds the table of commands by roles', () => {
    const commands = [...registry.commands.values()].filter(({ quiet }) => !quiet).sort((a, b) => (a.name < b.name ? -1 : 1));
    const free = commands.filter((command) => isOffered(command, 'viewer'));
    const table = [
      `| Command | ${roles.join(' | ')} |`,
      `| --- |${roles.map(() => ' --- |').join('')}`,
      ...commands
        .filter((command) => !free.includes(command))
        .map((command) => `| ${command.name} | ${roles.map((role) => (isOffered(command, role) ? 'yes' : 'no')).join(' | ')} |`),
    ].join('\n');
    if (process.env.TELL_TABLES) console.log(table);
    // Its columns stand under each other there.
    const kept = readFileSync('docs/roles.md', 'utf8').replace(/ {2,}/g, ' ').replace(/-{3,}/g, '---');
    expect(kept).toContain(table);
    // Whoever drafts is offered everything; nobody is offered less than a viewer.
    for (const command of commands) expect(isOffered(command, 'designer')).toBe(true);
  });
  test('refuses what stands twice, and says what', () => {
    const command = { id: 'a', name: 'A', key: 'Z', run: () => undefined };
    const twice =
      (...given: Feature[]) =>
      () =>
        makeRegistry(given);
    expect(twice({ id: 'x' }, { id: 'x' })).toThrow('Two features are called x.');
    expect(twice({ id: 'x', commands: [command] }, { id: 'y', commands: [{ ...command, key: 'Y' }] })).toThrow(
      'Two commands are called a.',
    );
    expect(twice({ id: 'x', commands: [command, { ...command, id: 'b' }] })).toThrow('Two keys are called drawing Z.');
    const key = { id: 'k', scope: 'ledger', keys: ['Z'], name: 'K' } as const;
    // The same key means two things in two scopes, which is what scopes are for.
    expect(twice({ id: 'x', commands: [command], keys: [key] })).not.toThrow();
    expect(twice({ id: 'x', keys: [key, { ...key, id: 'l' }] })).toThrow('Two keys are called ledger Z.');
    expect(
      twice({
        id: 'x',
        tools: [{ id: 'p', make: here(() => null as never), bar: { icon: null as never, order: 1, on: 'rig' } }],
      }),
    ).toThrow('The tool p stands in the bar and has no command.');
    expect(twice({ id: 'x', commands: [{ ...command, bar: { icon: null as never, order: 1, panel: 'q' } }] })).toThrow(
      'opens a panel that is not there: q',
    );
  });
});
