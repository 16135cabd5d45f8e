/** The one page of the desk. */
import type { DeskShow } from './show.js';

const escaped = (text: string): string => text.replace(/[&<>"']/g, (letter) => `&#${letter.charCodeAt(0)};`);
const style = `body{font:15px/1.5 system-ui,sans-serif;margin:2rem auto;max-width:60rem;padding:0 1rem;background:#16191d;color:#e8e6e1}
a{color:#f0b95a}table{border-collapse:collapse;width:100%}td,th{text-align:left;padding:.15rem .6rem .15rem 0;border-bottom:1px solid #333a42}
input,button{font:inherit;background:#22272d;color:inherit;border:1px solid #48515b;padding:.25rem .6rem}form{margin:.6rem 0}.bad{color:#ff9d8f}h2{margin-top:2rem}`;

const rows = (list: readonly (readonly (string | number)[])[]): string =>
  list.map((row) => `<tr>${row.map((cell) => `<td>${escaped(String(cell))}</td>`).join('')}</tr>`).join('');
const MOST = 1000;

export function page(show: DeskShow | null, said: string, home: string): string {
  const body = show
    ? `<p><b>${escaped(show.show.name)}</b>${show.issue ? `, issue ${escaped(show.issue.name)}` : ', not given out'}: <span data-testid="read">${show.read} of ${show.of}</span> heads read, ${show.groups.length} groups, ${show.looks.length} looks.</p>
${show.faults.length ? `<h2>Could not be read</h2><ul class="bad" data-testid="faults">${show.faults.map((fault) => `<li>${escaped(fault)}</li>`).join('')}</ul>` : '<p data-testid="faults">Everything could be read.</p>'}
<form method="post" action="/acknowledge"><input name="home" size="40" aria-label="Address of Dessin" value="${escaped(home)}"> <button ${show.issue ? '' : 'disabled'}>Acknowledge</button></form>
<h2>What changed</h2><table data-testid="changes">${rows(show.changes)}</table>
<h2>Patch</h2><form method="post" action="/patch"><input name="channel" aria-label="Channel" placeholder="channel" size="8" required> <input name="address" aria-label="Address" placeholder="2/101" size="8"> <button>Patch</button> <a href="/list.csv">Send the list back</a></form>
<table data-testid="patch"><tr><th>Channel<th>Address<th>Type<th>Mode<th>Position<th>Unit</tr>${rows(show.heads.slice(0, MOST).map(({ channel, address, type, mode, position, unit }) => [channel, address, type, mode, position, unit]))}</table>
<h2>Groups</h2><table data-testid="groups">${rows(show.groups.map(({ number, name, channels }) => [number, name, channels.length]))}</table>
<h2>Looks</h2><table data-testid="looks">${rows(show.looks.map(({ number, name, channels }) => [number, name, channels]))}</table>`
    : '<p>Nothing is loaded.</p>';
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>Stand-in desk</title><style>${style}</style><h1>Stand-in desk</h1>
<p>A stand-in for a lighting console: it reads a package of Dessin with readers of its own, and sends a list back.</p>
<form method="post" action="/package" enctype="multipart/form-data"><input type="file" name="package" aria-label="Package" required> <button>Open the package</button></form>
<form method="post" action="/fetch"><input name="link" size="60" aria-label="Link of a package" placeholder="${escaped(home)}/api/shows/.../out/package.zip" required> <button>Fetch it</button></form>
${said ? `<p role="status"><b>${escaped(said)}</b></p>` : ''}${body}</html>`;
}
