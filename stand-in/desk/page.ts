/** The one page of the desk. */
import { escaped, packageForms, rows, shell } from '../site.js';
import type { Cue } from './cues.js';
import type { DeskShow } from './show.js';

const MOST = 1000;
export interface DeskPage {
  readonly show: DeskShow | null;
  readonly cues: readonly Cue[];
  /** Place in the list. */
  readonly now: number | null;
  readonly sending: boolean;
  readonly priority: number;
}

const button = (action: string, name: string, more = ''): string =>
  `<form method="post" action="${action}">${more}<button>${name}</button></form>`;
const cueRows = ({ cues, now }: DeskPage): string =>
  cues
    .map(
      ({ number, name, up, down }, i) =>
        `<tr${i === now ? ' class="now"' : ''}><td>${escaped(number)}<td>${escaped(name)}<td>${up}<td>${down}<td><form method="post" action="/cue" style="margin:0"><input type="hidden" name="place" value="${i}"><button aria-label="To cue ${escaped(number)}">to it</button></form></tr>`,
    )
    .join('');
const cueList = (page: DeskPage): string => `<h2>Cues</h2><div class="row">
${button('/go', 'Go')}${button('/back', 'Back')}
<form method="post" action="/hand"><input name="what" aria-label="Channel, group or look" placeholder="channel, group or look" required> <input name="at" aria-label="Level" size="4" placeholder="50" > <button>At</button></form>
${page.sending ? button('/send', 'End', '<input type="hidden" name="how" value="end">') + button('/send', 'Fall silent', '<input type="hidden" name="how" value="silent">') : button('/send', 'Send', '<input type="hidden" name="how" value="on">')}
<form method="post" action="/priority"><input name="priority" aria-label="Priority" size="4" value="${page.priority}"> <button>Priority</button></form></div>
<p data-testid="sending">${page.sending ? `Sends E1.31 on this machine, priority ${page.priority}.` : 'Sends nothing.'}</p>
<table data-testid="cues"><tr><th>Cue<th>Name<th>Up, s<th>Down, s<th></tr>${cueRows(page)}</table>`;

export function page(of: DeskPage, said: string, home: string): string {
  const { show } = of;
  const body = show
    ? `<p><b>${escaped(show.show.name)}</b>${show.issue ? `, issue ${escaped(show.issue.name)}` : ', not given out'}: <span data-testid="read">${show.read} of ${show.of}</span> heads read, ${show.groups.length} groups, ${show.looks.length} looks.</p>
${show.faults.length ? `<h2>Could not be read</h2><ul class="bad" data-testid="faults">${show.faults.map((fault) => `<li>${escaped(fault)}</li>`).join('')}</ul>` : '<p data-testid="faults">Everything could be read.</p>'}
<form method="post" action="/acknowledge"><input name="home" size="40" aria-label="Address of Dessin" value="${escaped(home)}"> <button ${show.issue ? '' : 'disabled'}>Acknowledge</button></form>
${cueList(of)}
<h2>What changed</h2><table data-testid="changes">${rows(show.changes)}</table>
<h2>Patch</h2><form method="post" action="/patch"><input name="channel" aria-label="Channel" placeholder="channel" size="8" required> <input name="address" aria-label="Address" placeholder="2/101" size="8"> <button>Patch</button> <a href="/list.csv">Send the list back</a></form>
<table data-testid="patch"><tr><th>Channel<th>Address<th>Type<th>Mode<th>Position<th>Unit</tr>${rows(show.heads.slice(0, MOST).map(({ channel, address, type, mode, position, unit }) => [channel, address, type, mode, position, unit]))}</table>
<h2>Groups</h2><table data-testid="groups">${rows(show.groups.map(({ number, name, channels }) => [number, name, channels.length]))}</table>
<h2>Looks</h2><table data-testid="looks">${rows(show.looks.map(({ number, name, channels }) => [number, name, channels]))}</table>`
    : '<p>Nothing is loaded.</p>';
  return shell(
    'Stand-in desk',
    'A stand-in for a lighting console: it reads a package of Dessin with readers of its own, runs cues and sends their levels, and sends a list back.',
    said,
    packageForms(home) + body,
  );
}
