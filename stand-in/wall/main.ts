/** A stand-in of a wall of pixels: it lights up by what it hears at a loopback address of its own. */
import type { Hono } from 'hono';
import { answering } from '../artnet.js';
import { openPackage } from '../package.js';
import { makeReceiver } from '../receiver.js';
import { makeSite, packageForms, type Started, shell, startSite } from '../site.js';
import { places } from '../wire.js';
import { colours, type Wall, wallsOf } from './walls.js';

/** Outputs that it has: port-addresses 4 to 15, four an answer. */
const ANSWERS = [
  [4, 5, 6, 7],
  [8, 9, 10, 11],
  [12, 13, 14, 15],
] as const;

const page = (walls: readonly Wall[], said: string, home: string): string =>
  shell(
    'Stand-in wall',
    'A stand-in for a wall of pixels: it hears E1.31 and Art-Net at a loopback address of its own, and lights up.',
    said,
    `${packageForms(home)}${walls.length ? '' : '<p>Open a package that has walls in it.</p>'}${walls
      .map(
        ({ name, pixels }, i) =>
          `<h2>${name.replace(/[<>&]/g, '')}</h2><p>${pixels.length} pixels, <span id="n${i}" data-testid="lit ${i}">0</span> lit.</p><canvas id="c${i}" width="640" height="400" style="width:100%;background:#000"></canvas>`,
      )
      .join('')}<script>
async function look(){try{const walls=await(await fetch('/pixels.json')).json();
walls.forEach(({pixels},w)=>{const c=document.getElementById('c'+w);if(!c)return;const g=c.getContext('2d');g.fillStyle='#000';g.fillRect(0,0,c.width,c.height);
const xs=pixels.map(p=>p.x),ys=pixels.map(p=>p.y),[x0,x1,y0,y1]=[Math.min(...xs),Math.max(...xs),Math.min(...ys),Math.max(...ys)];
const k=Math.min((c.width-20)/((x1-x0)||1),(c.height-20)/((y1-y0)||1)),r=Math.max(2,k*30);let n=0;
for(const p of pixels){g.fillStyle=p.colour;if(p.colour!=='#000000')n++;g.fillRect(10+(p.x-x0)*k-r/2,c.height-10-(p.y-y0)*k-r/2,r,r)}
document.getElementById('n'+w).textContent=n})}catch{}
setTimeout(look,100)}look();
</script>`,
  );

export async function makeWall(usual = 'http://127.0.0.1:4600'): Promise<{ readonly app: Hono; readonly stop: () => void }> {
  const receiver = await makeReceiver({ address: places.wall, polled: answering(places.wall, 'Stand-in wall', ANSWERS) });
  let walls: readonly Wall[] = [];
  const lit = () => walls.map((wall) => ({ name: wall.name, pixels: colours(wall, receiver.slots) }));
  const { app } = makeSite(
    {
      page: (said, home) => page(walls, said, home),
      state: () => ({
        walls: lit().map(({ name, pixels }) => ({
          name,
          pixels: pixels.length,
          lit: pixels.filter(({ colour }) => colour !== '#000000').length,
        })),
      }),
      open(bytes) {
        walls = wallsOf(openPackage(bytes));
        if (!walls.length) throw new Error('There is no wall of pixels in this package.');
        return `${walls.length === 1 ? '1 wall' : `${walls.length} walls`}, ${walls.reduce((sum, { pixels }) => sum + pixels.length, 0)} pixels.`;
      },
    },
    usual,
  );
  app.get('/pixels.json', (c) => c.json(lit()));
  return { app, stop: receiver.stop };
}
export const startWall = async (port: number, usual?: string): Promise<Started> => {
  const { app, stop } = await makeWall(usual);
  return startSite(app, port, stop);
};
