import { expect } from '@playwright/test';
import { openEmptyKit } from '../support/app';
import { test } from '../support/hand';
import { add, beginEmpty, say, section, stageShot } from '../support/make';
import { like, whereIs } from '../support/media';

test('one word gets a colour by two taps, its letters by one more', async ({ page }) => {
  await openEmptyKit(page);
  await beginEmpty(page);
  await add(page, 'Words');
  await say(page, 'Cloth that holds\nthe wind');
  await section(page, 'Look');
  await page
    .getByRole('radiogroup', { name: 'Word' })
    .getByRole('radio', { name: 'holds' })
    .click();
  await page.getByRole('button', { name: 'Take red, #d9482b' }).click();
  const red = async () => whereIs(await stageShot(page), like([217, 72, 43])).count;
  await expect.poll(red).toBeGreaterThan(60);
  // Its first letter again by itself.
  const letters = page.getByRole('radiogroup', { name: 'Letter' });
  await letters.getByRole('radio', { name: 'h •' }).click();
  const whole = await red();
  await page.getByRole('button', { name: 'Look like the others' }).click();
  await expect.poll(red).toBeLessThan(whole * 0.95);
  await section(page, 'Moves');
  await letters.getByRole('radio', { name: 'All letters' }).click();
  await expect(page.getByText('A move is for all letters, or for one')).toBeVisible();
});
