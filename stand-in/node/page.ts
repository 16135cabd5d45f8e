/** The one page of the node: what it hears, what lights up on it, and what it does to packets. */
import { escaped, packageForms, rows, shell } from '../site.js';
import type { NodeState } from './state.js';

const button = (action: string, name: string, fields: string): string =>
  `<form method="post" action="${action}">${fields}<button>${name}</button></form>`;
const field = (name: string, label: string, value: string | number = '', size = 5): string =>
  `<input name="${name}" aria-label="${label}" placeholder="${label}" size="${size}" value="${escaped(String(value))}"> `;

export function page(state: NodeState, said: string, home: string): string {
  const { universes, lit, mischief, counted, away, faults, many, pass } = state;
  const body = `<h2>Heard</h2><table data-testid="heard"><tr><th>Universe<th>From<th>Packets<th>Ago, s</tr>${rows(universes.map(({ universe, source, packets, ago }) => [universe, source, packets, ago.toFixed(1)]))}</table>
<p><label>Slots of universe <input id="u" size="5" value="${universes[0]?.universe ?? 1}"></label></p>
<div id="slots" data-testid="slots" style="display:grid;grid-template-columns:repeat(32,1fr);gap:1px;font-size:10px"></div>
<h2>What lights up</h2><p>${many ? `${many} lamps hang on it.` : 'Open a package: its lamps are hung.'}</p><ul id="lit" data-testid="lit">${lit.map(({ channel, name, level }) => `<li>channel ${channel}, ${escaped(name)}: ${Math.round(level * 100)}`).join('')}</ul>
<h2>Faults in the rig</h2><div class="row">${button('/swap', 'Swap their addresses', field('a', 'channel') + field('b', 'and channel', '', 9))}${button('/dead', 'Break its lamp', field('channel', 'channel'))}${button('/mode', 'Set another mode', field('channel', 'channel'))}${button('/mend', 'Mend all', '')}</div>
<ul data-testid="rig faults">${faults.map((fault) => `<li>${escaped(fault)}`).join('')}</ul>
<h2>Faults on the line</h2><div class="row">${button('/line', 'Set', `${field('lose', 'lost, per cent', mischief.lose * 100)}${field('reorder', 'in another order, per cent', mischief.reorder * 100)}<label><input type="checkbox" name="pass" value="yes" ${pass ? 'checked' : ''}> pass on to Dessin</label> `)}${button('/away', away ? 'Come back' : 'Drop out', '')}${button('/rubbish', 'Send rubbish to Dessin', '')}</div>
<p data-testid="line">${counted.passed} packets passed, ${counted.lost} lost, ${counted.reordered} in another order${away ? '; it has dropped out' : ''}.</p>
<script>
const slots=document.getElementById('slots'),lit=document.getElementById('lit'),u=document.getElementById('u');
for(let i=1;i<=512;i++){const c=document.createElement('span');c.title=i;slots.append(c)}
async function look(){try{const s=await(await fetch('/slots.json?universe='+encodeURIComponent(u.value))).json();
s.slots.forEach((v,i)=>{const c=slots.children[i];c.textContent=v;c.className=v?'lit':''});
lit.replaceChildren(...s.lit.map(l=>{const e=document.createElement('li');e.textContent='channel '+l.channel+', '+l.name+': '+Math.round(l.level*100);return e}))}catch{}
setTimeout(look,200)}look();
</script>`;
  return shell(
    'Stand-in node',
    'A stand-in for a node with a rig on it: it hears E1.31 and Art-Net at a loopback address of its own, answers who asks who is there, and makes mistakes when it is told to.',
    said,
    packageForms(home) + body,
  );
}
