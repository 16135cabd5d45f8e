/** npm run owner NAME: makes an owner of the house, or gives one a new password. The password is asked for, or read from the input. */
import { join } from 'node:path';
import { createInterface } from 'node:readline/promises';
import { Writable } from 'node:stream';
import { pathToFileURL } from 'node:url';
import { build, endWithParent, fail, house, install, needNode, root } from './lib.mjs';

needNode();
const [given, ...rest] = process.argv.slice(2);
if (rest.length) fail('Name one account: npm run owner NAME. A name of several words stands in quotes.');
endWithParent();
await install();
await build();
const { ownerCommand } = await import(pathToFileURL(join(root, 'dist', 'start', 'commands.js')).href);
const isAsked = process.stdin.isTTY === true;
let quiet = false;
/** What is typed is seen, but for passwords. */
const output = new Writable({
  write(text, _, done) {
    if (!quiet) process.stdout.write(text);
    done();
  },
});
const reader = createInterface({ input: process.stdin, output: isAsked ? output : undefined, terminal: isAsked });
const ask = async (question, hidden = false) => {
  process.stdout.write(question);
  quiet = hidden;
  const answer = await reader.question('');
  quiet = false;
  if (hidden) console.log('');
  return answer;
};
const lines = isAsked ? null : reader[Symbol.asyncIterator]();
const name = given ?? (isAsked ? await ask('Name of the owner: ') : fail('Name the account: npm run owner NAME'));
let password;
if (lines) password = (await lines.next()).value ?? '';
else {
  password = await ask('Password, at least 10 characters: ', true);
  if ((await ask('The same again: ', true)) !== password) fail('These were two different passwords. Nothing was changed.');
}
reader.close();
try {
  const { data, databaseUrl } = house();
  console.log(await ownerCommand({ data, databaseUrl }, name, password));
} catch (error) {
  fail(error.message);
}
process.exit(0);
