/** What the stories share: the surface tells where things are on the screen. */
import { readFile } from 'node:fs/promises';
import { expect, type Page } from './base.js';

interface SurfaceProbe {
  readonly view: { readonly k: number; readonly tx: number; readonly ty: number };
}

/** Screen point of a world point (mm) on the plan. */
export async function screenOf(page: Page, x: number, y: number): Promise<{ x: number; y: number }> {
  const box = (await page.getByTestId('drawing').boundingBox())!;
  const { k, tx, ty } = await page.evaluate(() => ({
    ...(globalThis as unknown as { dessinSurface: SurfaceProbe }).dessinSurface.view,
  }));
  return { x: box.x + x * k + tx, y: box.y + ty - y * k };
}
export async function clickAt(page: Page, x: number, y: number, modifiers: ('Shift' | 'Alt')[] = []): Promise<void> {
  const at = await screenOf(page, x, y);
  for (const key of modifiers) await page.keyboard.down(key);
  await page.mouse.click(at.x, at.y);
  for (const key of modifiers) await page.keyboard.up(key);
}
export async function dragFrom(
  page: Page,
  from: readonly [number, number],
  to: readonly [number, number],
  between?: () => Promise<void>,
): Promise<void> {
  const [a, b] = [await screenOf(page, ...from), await screenOf(page, ...to)];
  await page.mouse.move(a.x, a.y);
  await page.mouse.down();
  await page.mouse.move((a.x + b.x) / 2, (a.y + b.y) / 2, { steps: 4 });
  await page.mouse.move(b.x, b.y, { steps: 4 });
  await between?.();
  await page.mouse.up();
}
/** What was done is stored: a part of the interface that does it may still be on its way. */
export async function stored(page: Page): Promise<void> {
  await expect(page.locator('html')).not.toHaveAttribute('data-coming');
  await expect(page.getByTestId('stored')).toHaveText('stored');
}

/** Holds a part of the interface back, as a slow network would, until it is let go. */
export async function heldBack(page: Page, part: string): Promise<() => void> {
  let letGo: () => void = () => undefined;
  const held = new Promise<void>((done) => {
    letGo = done;
  });
  await page.route(`**/assets/${part}-*.js`, async (route) => {
    await held;
    await route.continue();
  });
  return letGo;
}

interface RecordLike {
  readonly id: string;
  readonly kind: string;
  readonly [field: string]: unknown;
}
/** Records of a show as the server has them. */
export async function recordsOf(page: Page, show: string): Promise<RecordLike[]> {
  const response = await page.request.get(`/api/shows/${show}`);
  return ((await response.json()) as { records: RecordLike[] }).records;
}
export const showIdOf = (page: Page): string => /shows\/([0-9a-f-]{36})/.exec(page.url())![1]!;

/** Waits until what was asked for is drawn: two frames for what a key or click sets off, then the canvas itself says that nothing is left. */
export async function settled(page: Page, pane: 'drawing' | 'section' = 'drawing'): Promise<void> {
  await twoFrames(page);
  await expect(page.getByTestId(pane).locator('canvas').first()).toHaveAttribute('data-drawn', /^\d+$/);
}
export const twoFrames = (page: Page): Promise<void> =>
  page.evaluate(() => new Promise<void>((done) => requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(done)))));

/** A new show through the form of the start page. */
export async function newShow(page: Page, name: string, units: 'Metric' | 'Feet and inches' = 'Metric'): Promise<string> {
  await page.goto('/');
  const form = page.getByRole('form', { name: 'New show' });
  await form.getByLabel('Name').fill(name);
  await form.getByLabel(units).check();
  await form.getByRole('button', { name: 'Make the show' }).click();
  await page.waitForURL(/\/positions$/);
  await expect(page.getByTestId('drawing')).toBeVisible();
  await settled(page);
  return showIdOf(page);
}
/** Chooses a type by searching for it, in the show or on the Shelf, and waits until it is in the hand. */
export async function chooseType(page: Page, search: string): Promise<void> {
  const field = page.getByLabel("Search the show's types");
  await field.fill(search);
  await expect(page.getByRole('list', { name: 'Types' }).getByRole('button').first()).toBeVisible();
  await field.press('Enter');
  await expect(page.getByRole('list', { name: 'Types' }).locator('[aria-pressed="true"]')).toBeVisible();
}
/** Draws a pipe by its two ends, with trim and name typed in the same gesture. */
export async function drawPipe(
  page: Page,
  from: readonly [number, number],
  to: readonly [number, number],
  trim: string,
  name: string,
): Promise<void> {
  await page.getByRole('toolbar', { name: 'Tools' }).getByRole('button', { name: 'Draw a pipe' }).click();
  await clickAt(page, ...from);
  await page.getByLabel('Trim height').fill(trim);
  await page.getByLabel('Pipe name').fill(name);
  const end = await screenOf(page, ...to);
  await page.mouse.move(end.x, end.y, { steps: 4 });
  await page.mouse.click(end.x, end.y);
  await expect(page.getByRole('heading', { name, exact: true })).toBeVisible();
}
/** Id of the demo show: each installation has its own. */
export async function demoIdOf(page: Page): Promise<string> {
  const list = (await (await page.request.get('/api/shows')).json()) as { shows: { id: string; name: string }[] };
  return list.shows.find((show) => show.name === 'The Salt Orchard')!.id;
}
/** Opens a copy of the demo in a step. */
export async function openDemo(page: Page, step: string): Promise<string> {
  const { id } = (await (
    await page.request.post('/api/shows', { data: { copyOf: await demoIdOf(page), name: `Copy ${Date.now()}` } })
  ).json()) as { id: string };
  await page.goto(`/shows/${id}/${step}`);
  await expect(page.getByRole('row', { name: /^FOH 1/ }).first()).toBeVisible();
  return id;
}

/** Does something by its name in the palette, and waits until the palette is gone: then the keys and the pointer are the drawing's again. */
export async function byName(page: Page, text: string): Promise<void> {
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('Do anything by name').last().fill(text);
  await page.keyboard.press('Enter');
  await expect(page.getByPlaceholder('Do anything by name')).toHaveCount(0);
}

/** Chooses units by a question, with the line that does everything. */
export async function chosen(page: Page, question: string): Promise<void> {
  await page.getByTestId('drawing').focus();
  await page.keyboard.press('Control+k');
  await page.keyboard.type(question);
  await page
    .getByRole('option', { name: /^Choose \d+/ })
    .first()
    .click();
}

/** Where a point of the stage is seen in 3D, pixels of the window. */
export async function seenInSpace(page: Page, point: readonly [number, number, number]): Promise<{ x: number; y: number }> {
  const at = await page.evaluate(
    (mm) =>
      (
        globalThis as unknown as {
          dessinSpace: { seenAt: (point: readonly [number, number, number]) => readonly [number, number] | null };
        }
      ).dessinSpace.seenAt(mm),
    point,
  );
  if (!at) throw new Error(`The point ${point.join(', ')} lies behind the eye.`);
  return { x: at[0], y: at[1] };
}
/** Looks from a place by its name, and waits until the picture stands. */
export async function lookInSpace(page: Page, from: string): Promise<void> {
  const three = page.getByTestId('three');
  // Somewhere it looks from already: the way from there to the next place is waited for.
  await expect(three).toHaveAttribute('data-drawn', /./, { timeout: 30_000 });
  const before = (await three.getAttribute('data-drawn')) ?? '';
  await page.getByLabel('Look from', { exact: true }).selectOption({ label: from });
  if (before !== from) await expect(three).not.toHaveAttribute('data-drawn', before, { timeout: 30_000 });
  await expect(three).toHaveAttribute('data-drawn', /^(?!moved$)./, { timeout: 30_000 });
  await expect(three).toHaveAttribute('data-quality', 'rest', { timeout: 30_000 });
}
/** The light is there, and the picture stands. */
export async function spaceLit(page: Page): Promise<void> {
  await expect(page.getByTestId('three')).toHaveAttribute('data-lit', /^[1-9]/);
  await expect(page.getByTestId('three')).toHaveAttribute('data-busy', '', { timeout: 60_000 });
  await expect(page.getByTestId('three')).toHaveAttribute('data-quality', 'rest', { timeout: 30_000 });
}
/** What a browser makes of a file: its size, and of a film its length. A page of its own, since that of Dessin takes nothing from elsewhere. */
export async function opened(
  page: Page,
  bytes: Buffer,
  kind: 'image/png' | 'video/webm',
): Promise<{ width: number; height: number; length: number; bright: number }> {
  const other = await page.context().newPage();
  await other.goto('about:blank');
  const seen = await other.evaluate(
    async ([text, type]) => {
      const blob = new Blob([Uint8Array.from(atob(text!), (c) => c.charCodeAt(0))], { type: type! });
      const url = URL.createObjectURL(blob);
      const canvas = document.createElement('canvas');
      const brightness = (what: CanvasImageSource, width: number, height: number) => {
        canvas.width = width;
        canvas.height = height;
        const ctx = canvas.getContext('2d')!;
        ctx.drawImage(what, 0, 0);
        const { data } = ctx.getImageData(0, 0, width, height);
        let sum = 0;
        for (let i = 0; i < data.length; i += 4) sum += data[i]! + data[i + 1]! + data[i + 2]!;
        return sum / (data.length / 4) / 3;
      };
      if (type === 'image/png') {
        const image = new Image();
        image.src = url;
        await image.decode();
        const { naturalWidth: width, naturalHeight: height } = image;
        return { width, height, length: 0, bright: brightness(image, width, height) };
      }
      const video = document.createElement('video');
      video.muted = true;
      video.src = url;
      await new Promise((done, fail) => {
        video.onloadeddata = done;
        video.onerror = () => fail(new Error(video.error?.message ?? 'no film'));
      });
      const { videoWidth: width, videoHeight: height, duration } = video;
      await new Promise((done) => {
        video.onseeked = done;
        video.currentTime = duration / 2;
      });
      return { width, height, length: duration, bright: brightness(video, width, height) };
    },
    [bytes.toString('base64'), kind],
  );
  await other.close();
  return seen;
}
export async function saved(page: Page, button: string): Promise<Buffer> {
  const [file] = await Promise.all([
    page.waitForEvent('download', { timeout: 150_000 }),
    // What is taken may hold the window up before it answers.
    page.getByRole('button', { name: button }).click({ timeout: 60_000 }),
  ]);
  await expect(page.getByRole('status', { name: 'Saving' })).toBeHidden({ timeout: 60_000 });
  return readFile(await file.path());
}
