/** Frames of the picture in 3D: at rest and while it moves, against the same number of triangles in bare three in the same browser. */
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { present } from '#core/measure/list';
import { start } from '../server/start.js';
import { openBrowser } from './browser.js';

interface Space {
  time(quality: { readonly scale: number; readonly samples: number; readonly hazeScale: number }): number;
  bare(): { readonly ms: number; readonly triangles: number };
  memory(): { readonly textures: number; readonly geometries: number };
}

export async function space(): Promise<void> {
  const data = await mkdtemp(join(tmpdir(), 'dessin-bench-'));
  const running = await start({ port: 0, host: '127.0.0.1', data, databaseUrl: undefined, demo: true });
  const browser = await openBrowser();
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const { shows } = (await (await page.request.get(`${running.url}/api/shows`)).json()) as {
      shows: { readonly id: string; readonly name: string }[];
    };
    await page.goto(`${running.url}/shows/${present(shows.find(({ name }) => name === 'The Salt Orchard')).id}/focus`);
    await page
      .getByRole('row', { name: /^FOH 1/ })
      .first()
      .waitFor();
    await page.getByRole('tab', { name: '3D', exact: true }).click();
    await page.getByLabel('Light of', { exact: true }).selectOption({ label: 'look: Harvest' });
    await page.waitForFunction(() => {
      const seen = document.querySelector<HTMLElement>('[data-testid=three]')?.dataset;
      return Number(seen?.lit) > 0 && seen?.busy === '' && seen?.quality === 'rest';
    });
    const figures = await page.evaluate(() => {
      const { dessinSpace: view } = globalThis as unknown as { dessinSpace: Space };
      const least = (work: () => number) => {
        work();
        return Math.min(...Array.from({ length: 7 }, work));
      };
      return {
        rest: least(() => view.time({ scale: 1, samples: 4, hazeScale: 0.5 })),
        half: least(() => view.time({ scale: 0.5, samples: 0, hazeScale: 0.5 })),
        rough: least(() => view.time({ scale: 0.35, samples: 0, hazeScale: 0.5 })),
        bare: least(() => view.bare().ms),
        triangles: view.bare().triangles,
        ...view.memory(),
      };
    });
    const { rest, half, rough, bare, triangles, textures, geometries } = figures;
    const ratio = (ms: number) => `${ms.toFixed(0)} ms, ${(ms / bare).toFixed(2)} times`;
    console.log('3D (Chromium in software, 912 x 470)');
    console.log(` The same ${triangles} triangles in one colour, without light, haze and smoothing: ${bare.toFixed(0)} ms`);
    console.log(` at rest ${ratio(rest)}; moving at half size ${ratio(half)}, at a third ${ratio(rough)}`);
    console.log(` ${textures} textures, ${geometries} geometries`);
  } finally {
    await browser.close();
    await running.stop();
    await rm(data, { recursive: true, force: true });
  }
}
