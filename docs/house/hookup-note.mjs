/** Reads the hookup of a show, and writes a note on each light that has a channel and no circuit. Nothing but Node 20. */
import { randomUUID } from 'node:crypto';

const { DESSIN = 'http://127.0.0.1:4600', SHOW = '', TOKEN = '' } = process.env;
const headers = { 'content-type': 'application/json', ...(TOKEN && { authorization: `Bearer ${TOKEN}` }) };
const ask = async (path, body) => {
  const init = { headers, ...(body && { method: 'POST', body: JSON.stringify(body) }) };
  const answer = await fetch(`${DESSIN}/api/shows/${SHOW}${path}`, init);
  if (!answer.ok) throw new Error((await answer.json()).detail);
  return answer;
};
const hookup = (await (await ask('/out/hookup.csv')).text()).trim().split('\n');
console.log(`The hookup has ${hookup.length} lines.`);
const { records } = await (await ask('')).json();
const noted = new Set(records.map(({ on }) => on?.fixture));
const wanting = records.filter(
  ({ kind, id, parts }) => kind === 'fixture' && !noted.has(id) && parts.some((part) => part.channel && !part.circuit),
);
const added = wanting.map(({ id, unit }) => ({
  id: randomUUID(),
  kind: 'remark',
  on: { fixture: id, name: `unit ${unit}` },
  text: 'Has a channel and no circuit.',
  by: 'hookup-note',
  at: new Date().toISOString(),
}));
const change = { added, updated: [], removed: [] };
if (added.length) await ask('/changes', { key: randomUUID(), label: `${added.length} notes on circuits`, change });
console.log(`${added.length} notes were written.`);
