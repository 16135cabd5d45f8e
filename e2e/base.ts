/**
 * What stories are written with. Their browser says that it saves data, so that parts of the interface come when they are wanted: to fetch them all ahead
 * takes longer than many a story.
 */
import { test as plain } from '@playwright/test';

export * from '@playwright/test';

export const test = plain.extend<{ ahead: boolean }>({
  /** Whether all parts are fetched ahead, as for anybody who does not save data. */
  ahead: [false, { option: true }],
  context: async ({ context, ahead }, use) => {
    if (!ahead) await context.addInitScript(() => Object.defineProperty(navigator, 'connection', { value: { saveData: true } }));
    await use(context);
  },
});
