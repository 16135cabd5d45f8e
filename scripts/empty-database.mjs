/** Writes an empty database of PGlite as a compressed archive: node empty-database.mjs FILE */
import { renameSync, writeFileSync } from 'node:fs';
import { PGlite } from '@electric-sql/pglite';

const file = process.argv[2];
const client = new PGlite();
await client.waitReady;
const archive = await client.dumpDataDir('gzip');
await client.close();
// Whole or not at all: whoever ends it half way leaves nothing that looks like it.
writeFileSync(`${file}.part`, new Uint8Array(await archive.arrayBuffer()));
renameSync(`${file}.part`, file);
process.exit(0);
