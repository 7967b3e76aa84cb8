import { expect, type Page } from '@playwright/test';

/** Starts a landing on one of the kit's clips or stills, from the kit. */
export async function landOn(page: Page, footage: string): Promise<void> {
  await page.getByRole('tab', { name: /^Footage/ }).click();
  await page.getByRole('link', { name: `Open ${footage}`, exact: true }).click();
  await page.getByRole('button', { name: 'Start a landing on this' }).click();
  await expect(page.getByRole('heading', { name: 'This landing' })).toBeVisible();
}

/** Closes the settings of what is chosen. */
export const deselect = (page: Page) =>
  page.getByRole('button', { name: 'Done', exact: true }).click();
