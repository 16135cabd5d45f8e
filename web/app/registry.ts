/** Every feature is a folder: nothing else names it. */
import { type Feature, fillRegistry } from '../ui/registry';
import { own } from './commands';

const found = import.meta.glob<Feature>('../features/*/index.ts', { eager: true, import: 'default' });
fillRegistry([own, ...Object.values(found)]);
