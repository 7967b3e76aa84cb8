import { expect, type Page } from '@playwright/test';
import { add, unfold } from './make';

/** Adds the demo kit's screen recording, and has the drawing in it found. */
export async function findDrawing(page: Page): Promise<void> {
  await add(page, 'Picture or clip', 'Hand line recording');
  await unfold(page, 'A recording of drawing');
  await page.getByRole('button', { name: 'Find the drawing' }).click();
  await expect(page.getByRole('group', { name: 'What was found' })).toBeVisible({
    timeout: 60_000,
  });
}
